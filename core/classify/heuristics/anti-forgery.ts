import type { Heuristic } from './types';

const TOKEN_NAME = /(^|[._-])(x?csrf|xsrf|anti-?forgery|authenticity)|requestverification/i;

export const antiForgery: Heuristic = {
  meta: {
    id: 'anti-forgery',
    looksAt: 'stored',
    title: 'Token against forged requests',
    why: 'Protects a form or a session from requests that another site makes in the visitor’s name: a security measure for what the visitor asked for (Article 29 Working Party, Opinion 04/2012, 3.3).',
  },
  evaluate({ item, signs }) {
    if (item.kind === 'request' || item.party !== 'first' || !TOKEN_NAME.test(item.name)) return null;
    if (signs.sentTo(item.name, item.host).length > 0) return null;
    return { purpose: 'necessary', confidence: 0.85, because: { code: 'name-of', what: 'token' } };
  },
};
