import { hostOf } from '../layers/initiators';
import type { Heuristic } from './types';

export const knownWriter: Heuristic = {
  meta: {
    id: 'known-writer',
    looksAt: 'stored',
    title: 'Written by a script of a known service',
    why: 'What a script stores under the first party’s name serves the script. A tag manager’s script can write for anybody, so hosts known only as such say nothing.',
  },
  evaluate({ item, known }) {
    if (item.kind === 'request' || item.setBy !== 'script' || !item.url) return null;
    const host = hostOf(item.url);
    if (!host || host === item.host) return null;
    const writer = known(host);
    if (!writer) return null;
    const { purpose, service, confidence } = writer;
    return {
      purpose,
      service,
      confidence: 0.95 * confidence,
      because: { code: 'script-of', host, service },
    };
  },
};
