import type { PolicyFinding } from '@douane/core/policy';
import { Link } from 'react-router';
import { Button } from '../../ui/parts';
import { useSite } from '../site-frame';

const WEIGHT_WORDS = { breach: 'Against a law', contradiction: 'Contradiction', advice: 'Advice' } as const;

/** Findings with what mends each. `onInsert`: puts a section into the text that is open. */
export function FindingList({
  findings,
  policyId,
  onInsert,
}: {
  findings: readonly PolicyFinding[];
  policyId?: string;
  onInsert?(section: string): void;
}) {
  const base = `/sites/${useSite().id}`;
  if (findings.length === 0)
    return <p className="text-ink2">Nothing is missing, and nothing contradicts what the site does.</p>;
  return (
    <ul>
      {findings.map(({ rule, what, weight, article, mend }) => (
        <li key={`${rule} ${what}`} className="border-b border-line py-1.5 [overflow-wrap:anywhere]">
          <b className={weight === 'advice' ? 'text-ink2' : 'text-slipped'}>{WEIGHT_WORDS[weight]}</b> {what}.{' '}
          <span className="text-ink2">{article}</span>{' '}
          {mend && 'insert' in mend && onInsert && (
            <Button kind="quiet" className="min-h-6! py-0!" onClick={() => onInsert(mend.insert)}>
              Insert it
            </Button>
          )}
          {mend && 'answer' in mend && <Link to={`${base}/policies/questions#${mend.answer}`}>Answer it</Link>}
          {mend && 'language' in mend && policyId && (
            <Link to={`${base}/policies/${policyId}/languages/${mend.language}`}>Translate it</Link>
          )}
          {mend && 'station' in mend && <Link to={`${base}/${mend.station}`}>Look at it</Link>}
        </li>
      ))}
    </ul>
  );
}
