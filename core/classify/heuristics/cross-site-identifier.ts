import { tellsApart } from '../../observe/value';
import type { Heuristic } from './types';

/** Load balancers and sign-ins set opaque values too, but these end sooner. */
const LONG_SECONDS = 90 * 86_400;

export const crossSiteIdentifier: Heuristic = {
  meta: {
    id: 'cross-site-identifier',
    looksAt: 'stored',
    title: 'Identifier of a third party that lasts',
    why: 'A long-lived value of another host that differs for every visitor recognises the browser on all sites that contact that host. Most often that is for advertising; counting and embedded players do it too, so it only suggests.',
  },
  evaluate({ item }) {
    if (item.kind !== 'cookie' || item.party !== 'third' || !tellsApart(item.value)) return null;
    if (!item.lifetimeSeconds || item.lifetimeSeconds < LONG_SECONDS) return null;
    return {
      purpose: 'advertising',
      confidence: 0.55,
      because: { code: 'lasting-identifier', lives: item.lifetimeSeconds },
    };
  },
};
