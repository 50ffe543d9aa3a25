import type { BannerTexts } from '../texts/index';
import type { DeclaredPurpose } from './declaration';
import { type InventoryWords, inventoryParts } from './inventory';
import { type Element, element } from './tree';

/** A shorter list is read sooner than it is searched. */
const FEWEST_ITEMS = 10;

/** Marks the form by which a reader looks for something; it needs a server, or the embed's script, to answer. */
export const FINDER = 'data-douane-find';

/** What is stored, narrowed to what somebody looks for, below a form that asks what. */
export function foundParts(
  purposes: readonly DeclaredPurpose[],
  find: string,
  texts: InventoryWords & Pick<BannerTexts, 'search' | 'noneFound'>,
): Element[] {
  const items = purposes.flatMap(({ services }) => services.flatMap((service) => service.items));
  if (items.length < FEWEST_ITEMS) return inventoryParts(purposes, texts);
  const found = find === '' ? purposes : foundIn(purposes, find);
  const none = element('p', texts.noneFound, {
    role: 'status',
    ...((find === '' || found.length > 0) && { hidden: '' }),
  });
  const field = element('input', [], { type: 'search', name: 'find', value: find, 'aria-label': texts.search });
  const form = element('form', [field, ' ', element('button', texts.search), none], { role: 'search', [FINDER]: '' });
  return [form, ...inventoryParts(found, texts)];
}

/** A service that is called so with all that it stores, of others what is called so. */
function foundIn(purposes: readonly DeclaredPurpose[], find: string): DeclaredPurpose[] {
  const wanted = find.toLowerCase();
  const says = (...words: (string | undefined)[]) => words.some((one) => one?.toLowerCase().includes(wanted));
  return purposes.flatMap((purpose) => {
    const services = purpose.services.flatMap((service) => {
      if (says(service.name, service.provider, service.country)) return [service];
      const items = service.items.filter(({ name, description }) => says(name, description));
      return items.length > 0 ? [{ ...service, items }] : [];
    });
    return services.length > 0 ? [{ ...purpose, services }] : [];
  });
}
