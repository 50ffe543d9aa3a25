import type { ScanReport } from '@douane/api';
import type { ScannedPage } from '@douane/core/scan';
import { useMemo, useState } from 'react';
import { Mark } from '../../ui/mark';
import { Button } from '../../ui/parts';
import { pathOf } from '../../ui/words';

const AT_ONCE = 200;
const ORDER = ['failed', 'timed-out', 'skipped', 'ok'];

/** What became of each page; those that went wrong or had problems stand first. */
export function PageTable({ pages, problems }: Pick<ScanReport, 'pages' | 'problems'>) {
  const [most, setMost] = useState(AT_ONCE);
  const { sorted, problemsOf, others } = useMemo(() => {
    const byPage = new Map<string, typeof problems>();
    for (const problem of problems) byPage.set(problem.page, [...(byPage.get(problem.page) ?? []), problem]);
    const rank = (page: ScannedPage) => ORDER.indexOf(page.outcome) * 2 - (byPage.has(page.url) ? 1 : 0);
    const visited = new Set(pages.map((page) => page.url));
    return {
      sorted: [...pages].sort((a, b) => rank(a) - rank(b)),
      problemsOf: byPage,
      // Of sitemaps and the like, which are no pages.
      others: problems.filter((problem) => !visited.has(problem.page)),
    };
  }, [pages, problems]);
  return (
    <>
      {others.length > 0 && (
        <ul className="mb-5 border-y border-line bg-sheet px-2 py-1">
          {others.slice(0, 50).map(({ page, what }) => (
            <li key={`${page} ${what}`} className="py-0.5 [overflow-wrap:anywhere]">
              <Mark name="waits" /> <span className="mono">{pathOf(page)}</span> {what}
            </li>
          ))}
        </ul>
      )}
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
            <PageRow key={page.url} page={page} problems={problemsOf.get(page.url) ?? []} />
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
        {page.pressed && (
          <span className="block text-ink2 [overflow-wrap:anywhere]">
            pressed {page.pressed.length}: {page.pressed.slice(0, 8).join(', ')}
            {page.pressed.length > 8 && ' …'}
          </span>
        )}
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
