import type { Heuristic } from './types';

export const embeddedFrame: Heuristic = {
  meta: {
    id: 'embedded-frame',
    looksAt: 'requests',
    title: 'Frame in the page’s own markup',
    why: 'A frame of another host that the page’s author wrote into the markup is most often meant to be seen: a film, a map, a post. Frames that tags put in are as often there to sync or to measure.',
  },
  evaluate({ item }) {
    if (item.kind !== 'request' || item.name !== 'frame' || item.party !== 'third') return null;
    if (item.chain?.length !== 2 || item.chain[1]!.how !== 'markup') return null;
    return { purpose: 'embedded', confidence: 0.6, because: { code: 'markup-frame' } };
  },
};
