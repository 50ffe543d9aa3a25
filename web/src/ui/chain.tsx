import { type ChainLink, linkWords } from '@douane/core/observe';

const STEP = 14;

/**
 * Who brought something in, drawn from the page inward: a square for each link, hollow for the page itself, and a line
 * to what it brought.
 */
export function Chain({ links, what }: { links: readonly ChainLink[]; what?: string }) {
  if (links.length === 0) return <p className="text-ink2">The browser did not tell who.</p>;
  return (
    <ol aria-label="Brought in by">
      {links.map((link, depth) => {
        const { host, rest } = partsOf(link.url);
        const last = depth === links.length - 1;
        return (
          // A chain is never reordered, and an address can be in it twice.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <li key={depth} className="relative pb-1.5" style={{ paddingLeft: depth * STEP + 18 }}>
            {depth > 0 && (
              <span
                aria-hidden="true"
                className="absolute border-b border-l border-ink2"
                style={{ left: (depth - 1) * STEP + 5, top: -6, width: STEP - 2, height: 14 }}
              />
            )}
            <svg
              className={depth === 0 ? 'absolute text-ink' : 'absolute text-stamp'}
              style={{ left: depth * STEP + 1, top: 4 }}
              width="9"
              height="9"
              viewBox="0 0 9 9"
              aria-hidden="true"
            >
              {depth === 0 ? (
                <path d="M.75.75h7.5v7.5H.75z" fill="none" stroke="currentColor" strokeWidth="1.5" />
              ) : (
                <path d="M0 0h9v9H0z" fill="currentColor" />
              )}
            </svg>
            <span className="mono block truncate" title={link.url}>
              <b className="font-medium">{host}</b>
              <span className="text-ink2">{rest}</span>
            </span>
            <span className="block text-ink2">
              {linkWords(link)}
              {last && what ? `, and it left ${what}` : ''}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

function partsOf(url: string): { host: string; rest: string } {
  if (!URL.canParse(url)) return { host: url, rest: '' };
  const { host, pathname, search } = new URL(url);
  return { host, rest: pathname + search };
}
