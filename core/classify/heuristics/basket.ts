import type { Heuristic } from './types';

const BASKET_NAME = /(^|[._-])(cart|basket|bag|order|checkout|wishlist)([._-]|$)/i;

export const basket: Heuristic = {
  meta: {
    id: 'basket',
    looksAt: 'stored',
    title: 'Basket',
    why: 'Holds what the visitor has chosen to buy, which the visitor asked for by choosing it (Article 29 Working Party, Opinion 04/2012, 3.1).',
  },
  evaluate({ item, signs }) {
    if (item.kind === 'request' || item.party !== 'first' || !BASKET_NAME.test(item.name)) return null;
    if (signs.sentTo(item.name, item.host).length > 0) return null;
    return {
      purpose: 'necessary',
      confidence: 0.75,
      because: { code: 'name-of', what: 'basket' },
    };
  },
};
