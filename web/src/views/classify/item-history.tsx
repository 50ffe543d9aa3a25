import type { ItemDetail } from '@douane/api';
import { becauseWords, evidenceWords, LEGAL_BASES, seenThenWords } from '@douane/core/classify/words';
import { lifetimeWords } from '@douane/core/observe';
import clsx from 'clsx';
import { Ago, Button, Section } from '../../ui/parts';

interface Props {
  history: ItemDetail['history'];
  nameOf(purpose: string): string;
  onUndo(act: string): void;
}

/** Every ruling there was, the newest first; a person's can be taken back at any time. */
export function ItemHistory({ history, nameOf, onUndo }: Props) {
  if (history.length === 0) return null;
  return (
    <Section title="Rulings">
      <ul>
        {history.map((past) => (
          <li key={past.id} className="border-b border-line py-1">
            <span className={clsx('block [overflow-wrap:anywhere]', past.undoneAt && 'text-ink2 line-through')}>
              <b>{past.state === 'ruled' ? nameOf(past.purpose!) : past.state === 'open' ? 'Kept open' : 'Ignored'}</b>
              {past.service && ` · ${past.service}`}
            </span>
            <span className="block text-ink2 [overflow-wrap:anywhere]">
              {becauseWords(past.because)}
              {past.by === 'person' && past.person && !namesPerson(past.because) ? `, by ${past.person}` : ''},{' '}
              <Ago at={past.at} />
              {past.undoneAt && (
                <>
                  ; taken back{past.undoneBy && ` by ${past.undoneBy}`} <Ago at={past.undoneAt} />
                </>
              )}
            </span>
            {factsOf(past).map((words) => (
              <span key={words} className="block text-ink2 [overflow-wrap:anywhere]">
                {words}
              </span>
            ))}
            {restedOn(past).length > 0 && (
              <details>
                <summary className="min-h-6 cursor-pointer text-stamp">What it rested on</summary>
                <ul className="text-ink2">
                  {restedOn(past).map((words) => (
                    <li key={words} className="[overflow-wrap:anywhere]">
                      {words}
                    </li>
                  ))}
                </ul>
              </details>
            )}
            {past.by === 'person' && !past.undoneAt && (
              <Button kind="quiet" onClick={() => onUndo(past.act)}>
                Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** Whether the reason tells already who it was. */
const namesPerson = (because: ItemDetail['history'][number]['because']) => 'person' in because;

const restedOn = ({ because, seen }: ItemDetail['history'][number]) => [
  ...evidenceWords(because),
  ...(seen ? seenThenWords(seen) : []),
];

/** What a person said beside purpose and service; without a person it is the catalogue's, and stands in the form. */
function factsOf({ by, description, lifetimeSeconds, legalBasis }: ItemDetail['history'][number]): string[] {
  if (by !== 'person') return [];
  return [
    ...(description ? [`For visitors: ${description}`] : []),
    ...(lifetimeSeconds === undefined ? [] : [`Shown to visitors as: ${lifetimeWords(lifetimeSeconds)}`]),
    ...(legalBasis ? [`Legal basis: ${LEGAL_BASES[legalBasis]}`] : []),
  ];
}
