import type { Block, LiveBlock, RichNode } from './node';

/** Blocks as the sections of a policy write them. Ids are the section's with what it is within it. */
const inline = (text: string): Pick<RichNode, 'content'> => (text ? { content: [{ type: 'text', text }] } : {});
const paragraph = (text: string): RichNode => ({ type: 'paragraph', ...inline(text) });

export const h = (id: string, text: string, level: 2 | 3 = 2): Block => ({
  type: 'heading',
  attrs: { id, level } as Block['attrs'],
  ...inline(text),
});
export const p = (id: string, ...sentences: (string | undefined | false)[]): Block => ({
  ...{ type: 'paragraph', attrs: { id } },
  ...inline(sentences.filter(Boolean).join(' ')),
});
export const ul = (id: string, lines: readonly string[]): Block => ({
  ...{ type: 'bulletList', attrs: { id } },
  content: lines.map((text) => ({ type: 'listItem', content: [paragraph(text)] })),
});
export const live = (id: string, what: LiveBlock): Block => ({ type: 'live', attrs: { id, what } as Block['attrs'] });
