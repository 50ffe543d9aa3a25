import type { ScanReport } from '@douane/api';
import { plural } from '@douane/core/words';

/** How much of the site was seen, in a sentence each; nothing where it was all of it. */
export function Coverage({ report: { coverage, pages, plan } }: { report: ScanReport }) {
  const visited = pages.filter((page) => page.outcome === 'ok').length;
  const left = coverage.sampled.reduce((sum, { left: n }) => sum + n, 0);
  return (
    <section className="mb-5">
      <h2 className="mb-1">
        {visited} of {coverage.known} known pages visited
      </h2>
      <p className="text-ink2">{howSeen(coverage, plan)}</p>
      {left > 0 && (
        <>
          <p className="mt-1">
            {left} pages were left when the budget of {plan.pages} was spent. They are alike in address to ones that
            were visited:
          </p>
          <table className="mt-1 bg-sheet">
            <tbody>
              {coverage.sampled.slice(0, 8).map(({ family, visited: n, left: more, shapes }) => (
                <tr key={family} className="border-b border-line">
                  <td className="mono px-2 py-1">{family}</td>
                  <td className="px-2 py-1">
                    {n} visited, {more} left
                  </td>
                  <td className="px-2 py-1 text-ink2">
                    {shapes === 1
                      ? 'all built alike'
                      : shapes > 1
                        ? `${shapes} ways of being built`
                        : 'none could be looked at'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}

/** How the pages were come by and seen, as sentences. */
function howSeen({ sitemaps, excluded, forbiddenByRobots }: ScanReport['coverage'], plan: ScanReport['plan']): string {
  const left = [
    excluded > 0 && `${excluded} left out by patterns`,
    forbiddenByRobots > 0 && `${forbiddenByRobots} that robots.txt asks not to visit`,
  ].filter(Boolean);
  return [
    `As a new visitor on each page${plan.device === 'phone' ? ', as a phone' : ''}, ${plan.afterYes ? 'and a second time after a yes to everything' : 'without making a choice'}.`,
    left.length > 0 && `Not visited: ${left.join(', ')}.`,
    sitemaps > 0 && `${plural(sitemaps, 'sitemap')} read.`,
  ]
    .filter(Boolean)
    .join(' ');
}
