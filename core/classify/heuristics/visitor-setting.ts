import { valueOverVisits } from '../../observe/value';
import type { Heuristic } from './types';

const LANGUAGE_NAME = /(^|[._-])(lang(uage)?|locale|culture|i18n|hl)([._-]|$)/i;
const SETTING_NAME =
  /(^|[._-])(theme|dark|contrast|font-?size|currency|country|region|view|sort|tab|volume|muted|collapsed|dismissed|closed|seen)([._-]|$)/i;
const PLAIN = ['flag', 'number', 'language', 'word', 'empty'];

export const visitorSetting: Heuristic = {
  meta: {
    id: 'visitor-setting',
    looksAt: 'stored',
    title: 'Setting such as language or theme',
    why: 'A short plain value that is the same for every new visitor tells nobody apart; with such a name it remembers how the visitor likes the site. A language that was chosen needs no consent (Article 29 Working Party, Opinion 04/2012, 3.6); other settings are a convenience.',
  },
  evaluate({ item }) {
    if (item.kind === 'request' || item.party !== 'first' || !item.value) return null;
    if (!PLAIN.includes(item.value.form) || valueOverVisits(item.value) === 'differs') return null;
    if (LANGUAGE_NAME.test(item.name)) {
      const sure = item.value.form === 'language';
      return {
        purpose: 'necessary',
        confidence: sure ? 0.75 : 0.6,
        because: sure ? { code: 'language' } : { code: 'name-of', what: 'language' },
      };
    }
    if (!SETTING_NAME.test(item.name)) return null;
    return {
      purpose: 'functional',
      confidence: 0.65,
      because: { code: 'setting' },
    };
  },
};
