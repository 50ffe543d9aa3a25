import type { ScanRun } from '@douane/api';
import { familiesOf, pageAddress, patternProblem, wantedBy } from '@douane/core/coverage';
import { useMemo } from 'react';
import { Mark } from '../../ui/mark';
import { Facts, Section } from '../../ui/parts';
import { pathOf } from '../../ui/words';
import { useRuns } from '../use-runs';
import { linesOf, type PlanFields } from './plan-fields';

/** What the patterns match, as they are typed, among the addresses that the last scan came to know. */
export function CoveragePreview({ siteId, fields }: { siteId: string; fields: PlanFields }) {
  const { shown } = useRuns<ScanRun>(siteId, 'scan');
  const report = shown?.report;
  const known = useMemo(
    () => (report ? [...report.pages.map((page) => page.url), ...report.coverage.notVisited] : []),
    [report],
  );
  const { include, exclude, queries, queryNames } = fields;
  const { families, fits, pages } = useMemo(() => {
    const usable = (text: string) => linesOf(text).filter((pattern) => patternProblem(pattern) === null);
    const wanted = wantedBy(usable(include), usable(exclude));
    const rule = queries === 'named' ? queryNames.split(/[\s,]+/).filter(Boolean) : queries;
    const counted = new Set(known.flatMap((url) => pageAddress(url, rule) ?? []));
    const all = [...counted].map((url) => ({ url, fits: wanted(url) }));
    const byFamily = new Map<string, { of: number; fits: number; first: string }>();
    const names = familiesOf(all.map(({ url }) => url));
    for (const [i, { url, fits: yes }] of all.entries()) {
      const family = byFamily.get(names[i]!) ?? { of: 0, fits: 0, first: url };
      family.of += 1;
      if (yes) family.fits += 1;
      byFamily.set(names[i]!, family);
    }
    return {
      families: [...byFamily].sort(([, a], [, b]) => b.of - a.of),
      fits: all.filter((one) => one.fits).length,
      pages: all.length,
    };
  }, [known, include, exclude, queries, queryNames]);

  if (!fields.whole) return <Listed count={linesOf(fields.listed).length} />;
  if (!report) {
    return (
      <p className="text-ink2">
        After the first scan, what the patterns match among the pages then known will stand here as you type.
      </p>
    );
  }
  const budget = Number(fields.pages) || 0;
  return (
    <>
      <h2>
        {fits} of {pages} known pages fit
      </h2>
      <p className="mt-1 text-ink2" role="status">
        {fits > budget
          ? `More than the ${budget} of the budget: of each kind about as many will be visited.`
          : 'All of them are within the budget.'}{' '}
        Pages that nobody has met yet are judged alike.
      </p>
      <Section title="By kind of address">
        <ul>
          {families.slice(0, 40).map(([family, { of, fits: some, first }]) => (
            <li key={family} className="flex items-baseline gap-2 border-b border-line py-1" title={pathOf(first)}>
              <Mark name={some === of ? 'in-order' : some === 0 ? 'nothing' : 'waits'} />
              <span className={`mono min-w-0 truncate ${some === 0 ? 'text-ink2 line-through' : ''}`}>{family}</span>
              <span className="ml-auto shrink-0">{some === of ? of : `${some} of ${of}`}</span>
            </li>
          ))}
        </ul>
        {families.length > 40 && <p className="text-ink2">and {families.length - 40} more kinds</p>}
      </Section>
    </>
  );
}

function Listed({ count }: { count: number }) {
  return (
    <>
      <h2>{count} lines</h2>
      <Section title="How they are read">
        <Facts
          of={[
            ['Plain', 'one address per line'],
            ['Table', 'the first cell of each row that is an address; a heading is passed over'],
            ['Host', 'any: addresses listed by hand may be of several'],
          ]}
        />
      </Section>
    </>
  );
}
