import type { Heuristic } from './types';

/** Words for what spreads visitors over machines, as a part of the name. */
const BALANCER_NAME =
  /(^|[._-])(lb|alb|elb|balanc(er|e)|sticky|affinity|route(id)?|server(id)?|node(id)?|backend|upstream)([._-]|$)|affinity/i;
const LONGEST_SECONDS = 7 * 86_400;

export const loadBalancer: Heuristic = {
  meta: {
    id: 'load-balancer',
    looksAt: 'stored',
    title: 'Load balancer',
    why: 'Keeps a visitor on the same machine of a group for as long as the visit lasts: only for carrying the communication (Article 29 Working Party, Opinion 04/2012, 3.5).',
  },
  evaluate({ item, signs }) {
    if (item.kind !== 'cookie' || item.party !== 'first' || item.setBy !== 'http') return null;
    if (!BALANCER_NAME.test(item.name)) return null;
    if (item.lifetimeSeconds && item.lifetimeSeconds > LONGEST_SECONDS) return null;
    if (signs.sentTo(item.name, item.host).length > 0) return null;
    return { purpose: 'necessary', confidence: 0.75, because: { code: 'name-of', what: 'balancer' } };
  },
};
