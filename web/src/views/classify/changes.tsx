import type { BriefRuling, ItemChange, WouldChange } from '../../api/types';
import { KIND_WORDS } from '../../ui/words';

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
      <table className="mt-2 w-full table-fixed bg-sheet">
        <thead>
          <tr className="border-y border-ink">
            <th className="w-[40%] px-2 py-1">Item</th>
            <th className="px-2 py-1">Now</th>
            <th className="px-2 py-1">Then</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((change) => (
            <tr key={change.itemId} className="border-b border-line">
              <td className="px-2 py-1">
                <span className="mono block truncate" title={change.name}>
                  {change.name}
                </span>
                <span className="block truncate text-ink2">
                  {KIND_WORDS[change.kind]} of {change.host}
                  {change.site ? `, ${change.site}` : ''}
                </span>
              </td>
              <td className="px-2 py-1 [overflow-wrap:anywhere]">{brief(change.before, nameOf)}</td>
              <td className="px-2 py-1 [overflow-wrap:anywhere]">
                {change.state && change.state !== 'ruled'
                  ? change.state
                  : change.after
                    ? `${nameOf(change.after.purpose)} · ${change.after.service}`
                    : 'open'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {total > changes.length && <p className="text-ink2">and {total - changes.length} more</p>}
    </>
  );
}

const brief = (ruling: BriefRuling, nameOf: (purpose: string) => string) =>
  ruling ? `${nameOf(ruling.purpose)} · ${ruling.service}` : 'open';

/** "4 items would change: 2 open ones ruled, 1 opened". */
export function changeWords({ total, opened, closed, follow }: WouldChange): string {
  if (total === 0) return 'No item would be ruled otherwise.';
  const parts = [
    closed > 0 && `${closed} open ${closed === 1 ? 'one' : 'ones'} ruled`,
    opened > 0 && `${opened} opened`,
    follow > 0 && `${follow} by what is then known of ${follow === 1 ? 'its' : 'their'} script or host`,
  ];
  const told = parts.filter(Boolean).join(', ');
  return `${total} ${total === 1 ? 'item' : 'items'} would change${told ? `: ${told}` : ''}.`;
}
