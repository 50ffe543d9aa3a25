import type { BriefRuling, ItemChange, WouldChange } from '@douane/api';
import { KIND_WORDS } from '@douane/core/observe';
import { plural } from '@douane/core/words';

interface Props {
  changes: readonly (Pick<ItemChange, 'itemId' | 'kind' | 'name' | 'host' | 'before'> & {
    after: { purpose: string; service: string } | null;
    site?: string;
    state?: string;
  })[];
  total: number;
  nameOf(purpose: string): string;
}

/** Items that something would rule otherwise: what they have, and what they would have. */
export function Changes({ changes, total, nameOf }: Props) {
  if (total === 0) return null;
  return (
    <>
      <ul className="mt-2 border-t border-ink bg-sheet">
        {changes.map((change) => (
          <li key={change.itemId} className="border-b border-line px-2 py-1">
            <span className="mono [overflow-wrap:anywhere]">{change.name}</span>{' '}
            <span className="text-ink2 [overflow-wrap:anywhere]">
              {KIND_WORDS[change.kind]} of {change.host}
              {change.site ? `, ${change.site}` : ''}
            </span>
            <span className="block [overflow-wrap:anywhere]">
              {brief(change.before, nameOf)} <span aria-hidden="true">→</span>
              <span className="sr-only">becomes</span> <b>{then(change, nameOf)}</b>
            </span>
          </li>
        ))}
      </ul>
      {total > changes.length && <p className="text-ink2">and {total - changes.length} more</p>}
    </>
  );
}

function then({ after, state }: Props['changes'][number], nameOf: (purpose: string) => string): string {
  if (state && state !== 'ruled') return state;
  return after ? `${nameOf(after.purpose)} · ${after.service}` : 'open';
}

const brief = (ruling: BriefRuling, nameOf: (purpose: string) => string) =>
  ruling ? `${nameOf(ruling.purpose)} · ${ruling.service}` : 'open';

/** "4 items would change: 2 open ones ruled, 1 opened". */
export function changeWords({ total, opened, closed, follow }: WouldChange): string {
  if (total === 0) return 'No item would be ruled otherwise.';
  const parts = [
    closed > 0 && `${plural(closed, 'open one')} ruled`,
    opened > 0 && `${opened} opened`,
    // Said only where something else leads: with the bar itself all of them are such.
    follow > 0 &&
      follow < total &&
      `${follow} by what is then known of ${follow === 1 ? 'its' : 'their'} script or host`,
  ];
  const told = parts.filter(Boolean).join(', ');
  return `${plural(total, 'item')} would change${told ? `: ${told}` : ''}.`;
}
