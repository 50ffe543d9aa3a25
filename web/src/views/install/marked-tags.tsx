import type { RuledItem } from '@douane/api';
import { markedForm } from '@douane/core/check';
import { useQuery } from '@tanstack/react-query';
import * as queries from '../../api/queries';
import { Code } from '../../ui/parts';

/** The marked form of each tag that the scan found in the markup and that needs consent, ready to copy. */
export function MarkedTags({ siteId, needless }: { siteId: string; needless: ReadonlySet<string> }) {
  const { data } = useQuery(queries.items(siteId));
  const tags = tagsOf(data?.items ?? [], needless);
  if (tags.length === 0) return null;
  return (
    <details className="mt-3">
      <summary>
        {tags.length === 1 ? 'The tag' : `The ${tags.length} tags`} that the scan found in the markup, marked
      </summary>
      {tags.map(({ url, where, form }) => (
        <div key={url} className="mt-2">
          <p className="mb-1 text-ink2">
            {where}: {form.words}
          </p>
          <Code text={form.code} />
        </div>
      ))}
    </details>
  );
}

/** By address, each once. */
export function tagsOf(items: readonly Pick<RuledItem, 'host' | 'chain' | 'ruling'>[], needless: ReadonlySet<string>) {
  const found = new Map<string, { url: string; where: string; form: ReturnType<typeof markedForm> }>();
  for (const { host, chain, ruling } of items) {
    const tag = chain[1];
    // What a tag of somebody else brought in waits for that tag.
    const isItsOwn = tag?.how === 'markup' && new URL(tag.url).hostname === host;
    if (!isItsOwn || !ruling || needless.has(ruling.purpose)) continue;
    found.set(tag.url, { url: tag.url, where: ruling.service, form: markedForm(ruling.purpose, tag) });
  }
  return [...found.values()];
}
