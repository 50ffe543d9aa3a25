import type { AgreementShare } from '@douane/api';
import { AUDIENCES, type Audience } from '@douane/core/policy';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import * as queries from '../../api/queries';
import { SelectRow } from '../../ui/fields';
import { Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { STANDING_WORDS, STANDINGS } from './standing-words';

const SharesChart = lazy(() => import('./shares-chart'));

/** How those who are asked stood to one of the policies since the site first asked. */
export function SharesOverTime({ shares }: { shares: readonly AgreementShare[] }) {
  const { data, error } = useQuery(queries.agreementsOverTime(useSite().id));
  const [chosen, choose] = useState(shares[0]!.policy);
  const named = Object.fromEntries(
    shares.map(({ policy, title, audience }) => [policy, `${title}, ${AUDIENCES[audience as Audience]}`]),
  );
  const policy = Object.hasOwn(named, chosen) ? chosen : shares[0]!.policy;
  const days = data?.days.filter((day) => day.shares.some((one) => one.policy === policy)) ?? [];
  return (
    <Section title="Over time">
      {shares.length > 1 && <SelectRow label="Policy" value={policy} options={named} onChange={choose} />}
      {!data && <Trouble error={error} />}
      {data && days.length < 2 && <p className="text-ink2">There is a line from the second day on.</p>}
      {days.length > 1 && (
        <Suspense fallback={<div className="h-[180px]" />}>
          <SharesChart policy={policy} days={days} />
        </Suspense>
      )}
      {days.length > 1 && (
        <details className="mt-2">
          <summary>Day by day</summary>
          <table className="w-full">
            <thead>
              <tr>
                {['Day', 'Version', ...STANDINGS.map((one) => STANDING_WORDS[one])].map((head) => (
                  <th key={head} className="py-1 pr-3 text-left">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {days.map(({ day, shares: all }) => {
                const share = all.find((one) => one.policy === policy)!;
                return (
                  <tr key={day} className="border-t border-line">
                    <td className="py-1 pr-3">{day}</td>
                    <td className="py-1 pr-3">v{share.version}</td>
                    {STANDINGS.map((one) => (
                      <td key={one} className="py-1 pr-3">
                        {share.standings[one]}
                      </td>
                    ))}
                  </tr>
                );
              })}
            </tbody>
          </table>
        </details>
      )}
    </Section>
  );
}
