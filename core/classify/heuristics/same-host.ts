import { itemKey } from '../../observe/fold';
import type { Because } from '../because';
import { hostOf } from '../layers/initiators';
import type { Heuristic } from './types';

/** What rests on another guess is itself less sure. */
export const SHARE = 0.8;
const SURE_ENOUGH = 0.6;

const BY_SCRIPT = new Set<Because['code']>(['speaks-of', 'reads-like']);
/** Whether a reason is that of the script alone, which is not one more where the same script did this too. */
const restsOnScript = (because: Because) =>
  because.code === 'marks' && because.said.every(({ because: { code } }) => BY_SCRIPT.has(code));

export const sameHost: Heuristic = {
  meta: {
    id: 'same-host',
    looksAt: 'all',
    title: 'What its host does otherwise',
    why: 'A third-party host most often serves one purpose. What a person ruled of one of its items, or what is suggested for it, holds less surely for its others and for what its scripts write.',
  },
  evaluate({ item, siblings }) {
    if (!siblings) return null;
    const host = item.party === 'third' ? item.host : item.setBy === 'script' && item.url ? hostOf(item.url) : '';
    const found = host ? siblings(host) : null;
    if (!found || found.confidence < SURE_ENOUGH || found.key === itemKey(item)) return null;
    if (item.script && restsOnScript(found.because)) return null;
    return {
      purpose: found.purpose,
      ...(found.service && { service: found.service }),
      confidence: Math.round(SHARE * found.confidence * 100) / 100,
      because: { code: 'same-host', host, because: found.because },
    };
  },
};
