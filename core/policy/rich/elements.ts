import { type Element, element, type Part } from '../tree';
import { isLiveBlock, LIVE_BLOCKS, type LiveBlock, type RichNode } from './node';

/** Parts of a text. `live` fills in what its blocks stand for. */
export const richElements = (blocks: readonly RichNode[], live: (what: LiveBlock) => Element[]): Element[] =>
  blocks.flatMap((block) => {
    if (block.type !== 'live') return [ofNode(block)];
    const { what } = block.attrs ?? {};
    return isLiveBlock(what) ? live(what) : [];
  });

/** Parts of one block; of a live one its name, since there is nothing to fill it in from. */
export const blockElements = (block: RichNode): Element[] =>
  richElements([block], (what) => [element('p', element('em', LIVE_BLOCKS[what]))]);

const TAGS = {
  paragraph: 'p',
  bulletList: 'ul',
  orderedList: 'ol',
  listItem: 'li',
  blockquote: 'blockquote',
  table: 'table',
  tableRow: 'tr',
  tableHeader: 'th',
  tableCell: 'td',
} as const;

function ofNode(node: RichNode): Element {
  const { type, attrs = {}, content = [] } = node;
  const parts = content.map(ofInner);
  if (type === 'heading') return element(attrs.level === 3 ? 'h3' : 'h2', parts);
  const tag = TAGS[type as keyof typeof TAGS];
  const spans = (['colspan', 'rowspan'] as const).flatMap((name) => (attrs[name] ? [[name, String(attrs[name])]] : []));
  return element(tag, parts, spans.length > 0 ? Object.fromEntries(spans) : undefined);
}

function ofInner(node: RichNode): Part {
  if (node.type === 'hardBreak') return element('br', []);
  if (node.type !== 'text') return ofNode(node);
  return (node.marks ?? []).reduce<Part>((inner, { type, attrs }) => {
    if (type === 'link') return element('a', inner, { href: attrs?.href ?? '', rel: 'noopener' });
    return element(type === 'bold' ? 'strong' : 'em', inner);
  }, node.text ?? '');
}
