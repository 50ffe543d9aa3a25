import { RECORD_ASKED } from '../consent/choice-history';
import type { BannerTexts } from '../texts/index';
import type { DeclaredPurpose } from './declaration';
import { type InventoryWords, inventoryParts } from './inventory';
import { type Element, element, type Part } from './tree';

/** A shorter list is read sooner than it is searched. */
const FEWEST_ITEMS = 10;

/** Marks the form by which a reader looks for something; it needs a server, or the embed's script, to answer. */
const FINDER = 'data-douane-find';

/** What is stored, narrowed to what somebody looks for, below a form that asks what, and takes `record` along. */
export function foundParts(
  purposes: readonly DeclaredPurpose[],
  find: string,
  texts: InventoryWords & Pick<BannerTexts, 'search' | 'noneFound'>,
  record?: string,
): Element[] {
  const items = purposes.flatMap(({ services }) => services.flatMap((service) => service.items));
  if (items.length < FEWEST_ITEMS) return inventoryParts(purposes, texts);
  const sections = inventoryParts(purposes, texts);
  const found = narrowed(sections, find);
  const none = element('p', texts.noneFound, {
    role: 'status',
    ...(found.length > 0 && { hidden: '' }),
  });
  const field = element('input', [], { type: 'search', name: 'find', value: find, 'aria-label': texts.search });
  const along =
    record === undefined ? [] : [element('input', [], { type: 'hidden', name: RECORD_ASKED, value: record })];
  const form = element('form', [field, ' ', element('button', texts.search), ...along, none], {
    ...{ role: 'search', [FINDER]: '' },
  });
  return [form, ...found];
}

/**
 * Of an inventory's sections what somebody looks for: a service that is called so, or provided by whom or where, with all
 * that it stores; of others what is called so. Stands by itself, since the embed takes it into pages of the site.
 */
export function narrowed(purposes: readonly Element[], find: string): Element[] {
  const wanted = find.trim().toLowerCase();
  if (wanted === '') return [...purposes];
  const isOf = (part: Part, ...tags: string[]): part is Element => typeof part !== 'string' && tags.includes(part.tag);
  const says = (part: Part): boolean =>
    typeof part === 'string' ? part.toLowerCase().includes(wanted) : part.tag !== 'dt' && part.parts.some(says);
  return purposes.flatMap((purpose) => {
    const parts = purpose.parts.flatMap((service): Part[] => {
      if (!isOf(service, 'section') || service.parts.some((part) => isOf(part, 'h3', 'dl') && says(part)))
        return [service];
      const items = service.parts.flatMap((list) => (isOf(list, 'ul') ? list.parts.filter(says) : []));
      if (items.length === 0) return [];
      return [
        { ...service, parts: service.parts.map((list) => (isOf(list, 'ul') ? { ...list, parts: items } : list)) },
      ];
    });
    return parts.some((part) => isOf(part, 'section')) ? [{ ...purpose, parts }] : [];
  });
}
