import { useState } from 'react';
import type { ScannedPage, ScanReport } from '../../api/types';
import { Mark } from '../../ui/mark';
import { Button } from '../../ui/parts';
import { pathOf } from '../../ui/words';

const AT_ONCE = 200;
const ORDER = ['failed', 'timed-out', 'skipped', 'ok'];

/** What became of each page; those that went wrong stand first, each with its problems. */
export function PageTable({ pages, problems }: Pick<ScanReport, 'pages' | 'problems'>) {
  const [most, setMost] = useState(AT_ONCE);
  const sorted = [...pages].sort((a, b) => ORDER.indexOf(a.outcome) - ORDER.indexOf(b.outcome));
  return (
    <>
      <table className="w-full table-fixed bg-sheet">
        <thead>
          <tr className="border-y border-ink">
            <th className="w-[40%] px-2 py-1.5">Page</th>
            <th className="px-2 py-1.5">Outcome</th>
            <th className="w-20 px-2 py-1.5 text-right!">Answer</th>
            <th className="w-20 px-2 py-1.5 text-right!">Seconds</th>
          </tr>
        </thead>
        <tbody>
          {sorted.slice(0, most).map((page) => (
            <PageRow key={page.url} page={page} problems={problems.filter((p) => p.page === page.url)} />
          ))}
        </tbody>
      </table>
      {pages.length > most && (
        <Button kind="quiet" className="mt-2" onClick={() => setMost(most + 1000)}>
          Show {Math.min(1000, pages.length - most)} more of {pages.length}
        </Button>
      )}
    </>
  );
}

function PageRow({ page, problems }: { page: ScannedPage; problems: ScanReport['problems'] }) {
  const bad = page.outcome === 'failed' || page.outcome === 'timed-out';
  return (
    <tr className="border-b border-line align-top">
      <td className="mono truncate px-2 py-1" title={page.url}>
        {pathOf(page.url)}
      </td>
      <td className="px-2 py-1">
        <Mark name={page.outcome === 'ok' ? 'in-order' : bad ? 'slipped' : 'nothing'} /> {page.outcome}
        {page.why && <span className="text-ink2"> · {page.why}</span>}
        {problems.map(({ what }) => (
          <span key={what} className="block text-ink2 [overflow-wrap:anywhere]">
            {what}
          </span>
        ))}
      </td>
      <td className="px-2 py-1 text-right">{page.status}</td>
      <td className="px-2 py-1 text-right">{page.seconds.toFixed(1)}</td>
    </tr>
  );
}
