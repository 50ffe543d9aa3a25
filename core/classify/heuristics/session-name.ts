import { tellsApart } from '../../observe/value';
import type { Heuristic } from './types';

/** Ends of names by which servers call a session, whatever stands before them: `shop_session`, `PHPSESSID`, `connect.sid`. */
const SESSION_NAME = /(^|[._-])(session|sess|sid|jsessionid|sessionid)([._-]?id)?$|sess(ion)?id$/i;
const DAY = 86_400;

export const sessionName: Heuristic = {
  meta: {
    id: 'session-name',
    looksAt: 'stored',
    title: 'Session of the site itself',
    why: 'A first-party cookie called a session, which ends with the browser and which no script can read, keeps a visitor signed in or a basket together: exempt from consent (ePrivacy Art. 5(3); Article 29 Working Party, Opinion 04/2012, 3.1 and 3.2).',
  },
  evaluate({ item, signs }) {
    if (item.kind !== 'cookie' || item.party !== 'first' || item.setBy !== 'http') return null;
    if (!SESSION_NAME.test(item.name) || !tellsApart(item.value)) return null;
    if (item.lifetimeSeconds && item.lifetimeSeconds > DAY) return null;
    if (signs.sentTo(item.name, item.host).length > 0) return null;
    return {
      purpose: 'necessary',
      confidence: item.httpOnly ? 0.85 : 0.7,
      because: { code: 'session', hidden: item.httpOnly === true },
    };
  },
};
