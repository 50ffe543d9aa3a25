import type { Heuristic } from './types';

/** Reports of single events are shorter and fewer. */
const MANY_POSTS = 4;
const MUCH = 20_000;

export const replayStream: Heuristic = {
  meta: {
    id: 'replay-stream',
    looksAt: 'requests',
    title: 'Streams what the visitor does',
    why: 'Recording a visit sends the page’s content once and then every movement: many posts, or large ones, to one third-party host within one visit.',
  },
  evaluate({ item }) {
    if (item.kind !== 'request' || item.party !== 'third' || !item.posts) return null;
    const { count, size } = item.posts;
    const content = item.carries?.includes('page-content') ?? false;
    if (!content && (count < MANY_POSTS || size < MUCH)) return null;
    return {
      purpose: 'measurement',
      confidence: content ? 0.8 : 0.6,
      because: content ? { code: 'posts-page' } : { code: 'posts', count, size },
    };
  },
};
