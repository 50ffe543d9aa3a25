import type { ChainLink } from '@douane/core/observe';

/** Who brought something in: from the page inward, a step deeper each. */
export function Chain({ links }: { links: readonly ChainLink[] }) {
  if (links.length === 0) return <p className="text-ink2">The browser did not tell who.</p>;
  return (
    <ol className="mono">
      {links.map((link, depth) => (
        // A chain is never reordered, and an address can be in it twice.
        // biome-ignore lint/suspicious/noArrayIndexKey: see above
        <li key={depth} className="border-l border-line py-0.5 pl-2" style={{ marginLeft: depth * 8 }}>
          <span className="[overflow-wrap:anywhere]">{link.url}</span>
          <span className="block font-sans text-ink2">{link.how}</span>
        </li>
      ))}
    </ol>
  );
}
