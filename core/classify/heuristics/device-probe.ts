import type { Heuristic } from './types';

export const deviceProbe: Heuristic = {
  meta: {
    id: 'device-probe',
    looksAt: 'requests',
    title: 'Reads what tells devices apart',
    why: 'A script that draws, computes or measures only to read the result back makes out the device, which needs a yes as storing does (EDPB Guidelines 2/2023). It may serve advertising or guard against fraud, so it only suggests.',
  },
  evaluate({ item, signs }) {
    if (item.kind !== 'request' || item.name !== 'script' || item.party !== 'third') return null;
    const [sign] = signs.of('fingerprinting', item.host);
    if (!sign) return null;
    return { purpose: 'advertising', confidence: 0.4, because: { code: 'device-read', reads: sign.reads } };
  },
};
