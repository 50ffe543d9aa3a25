import type { Heuristic } from './types';

const CONSENT_NAME = /(^|[._-])(cookie|privacy)?[._-]?(consent|optout|opt-out|choices?)([._-]|$)|gdpr|ccpa/i;

export const consentStorage: Heuristic = {
  meta: {
    id: 'consent-storage',
    looksAt: 'stored',
    title: 'Remembers a choice about privacy',
    why: 'Without it a visitor who said no would be asked on every page; remembering the answer is needed to obey it. A value that differs for every visitor does more than that and is left alone.',
  },
  evaluate({ item }) {
    if (item.kind === 'request' || item.party !== 'first' || !CONSENT_NAME.test(item.name)) return null;
    if (item.value && !['flag', 'word', 'number', 'structured', 'text', 'empty'].includes(item.value.form)) return null;
    return { purpose: 'necessary', confidence: 0.7, because: { code: 'name-of', what: 'privacy-choice' } };
  },
};
