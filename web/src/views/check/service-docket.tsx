import {
  type CheckedCase,
  type CheckedItem,
  type CheckReport,
  exposedOn,
  type Mender,
  mendsFor,
  pictureWords,
  silentWords,
  slipWords,
} from '@douane/core/check';
import { KIND_WORDS } from '@douane/core/observe';
import { useState } from 'react';
import { Chain } from '../../ui/chain';
import { Mark } from '../../ui/mark';
import { Code, Facts, Section } from '../../ui/parts';
import { caseWords } from './lanes';

const MENDER_WORDS: Record<Mender, string> = {
  specialist: 'You',
  developer: 'The site’s developer',
  operator: 'Who runs the server',
  provider: 'The provider',
};

/** One service in one case: what became of each of its items, the evidence, and how to mend what slipped. */
export function ServiceDocket({
  service,
  visit,
  items,
  report,
  runId,
}: {
  service: string;
  visit: CheckedCase;
  items: CheckedItem[];
  /** The check of which it is. */
  report: Pick<CheckReport, 'cases' | 'exposed'>;
  runId: string;
}) {
  const worst = items[0];
  // Pictures of old checks are not kept, nor those of a pipeline’s.
  const [gone, setGone] = useState<number>();
  if (!worst) return null;
  const mends = worst.verdict === 'slipped' ? mendsFor({ ...worst, exposed: exposedOn(worst, report.exposed) }) : [];
  return (
    <>
      <p className="caps">{caseWords(visit)}</p>
      <h2 className="mt-1">{service}</h2>
      <ul className="mt-2">
        {items.map((item) => (
          <li
            key={`${item.kind} ${item.host} ${item.name}`}
            className="flex items-baseline gap-2 border-b border-line py-1"
          >
            <Mark name={item.verdict} />
            <span className="mono min-w-0 [overflow-wrap:anywhere]">
              {item.kind === 'request' ? item.host : item.name}
              <span className="block font-sans text-ink2">
                {item.kind === 'request' ? `${item.name} request` : KIND_WORDS[item.kind]}, {item.purpose ?? 'open'}
              </span>
            </span>
            <span className="ml-auto whitespace-nowrap">
              {item.verdict}
              {item.firings.length > 0 && <span className="text-ink2"> ×{item.firings.length}</span>}
            </span>
          </li>
        ))}
      </ul>
      {worst.verdict === 'silent' && <Section title="Silent">{silentWords(worst, report.cases)}</Section>}
      {worst.firstAtMs !== undefined && (
        <Section title={worst.verdict === 'slipped' ? 'How it slipped' : 'First seen'}>
          {worst.cause && <p className="mb-1">{slipWords(worst)}</p>}
          <Facts
            of={[
              ['At', `${Math.round(worst.firstAtMs)} ms`],
              ['Recorded', visit.recordedAtMs === null ? 'nothing' : `${Math.round(visit.recordedAtMs)} ms`],
              [
                'Page',
                <span key="page" className="mono">
                  {worst.page}
                </span>,
              ],
              [
                'Address',
                worst.url ? (
                  <span key="url" className="mono">
                    {worst.url}
                  </span>
                ) : null,
              ],
            ]}
          />
        </Section>
      )}
      {worst.picture && gone !== worst.picture.number && (
        <Section title="What the visitor saw">
          <figure>
            <img
              className="w-full border border-line"
              src={`/api/runs/${runId}/pictures/${worst.picture.number}`}
              onError={() => setGone(worst.picture!.number)}
              alt={`The page ${Math.round(worst.picture.atMs)} ms into the visit`}
            />
            <figcaption className="text-ink2">{pictureWords(worst.picture.atMs, worst.firstAtMs ?? 0)}</figcaption>
          </figure>
        </Section>
      )}
      {worst.chain && worst.chain.length > 0 && (
        <Section title="Brought in by">
          <Chain links={worst.chain} />
        </Section>
      )}
      {mends.length > 0 && (
        <Section title="What can be done, the least effort first">
          <ol>
            {mends.map(({ who, words, code }) => (
              <li key={words} className="mb-3">
                <p className="mb-1">
                  <span className="caps">{MENDER_WORDS[who]}</span> {words}
                </p>
                {code && <Code text={code} tone="cleared" />}
              </li>
            ))}
          </ol>
        </Section>
      )}
    </>
  );
}
