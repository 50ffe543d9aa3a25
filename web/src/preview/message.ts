import type { BannerOptions } from '@douane/gate';

export type PreviewMessage = Pick<BannerOptions, 'content' | 'face' | 'decision' | 'layer' | 'record'>;

/** Said by the frame when it can take messages. */
export const READY = 'douane preview ready';

export function isPreviewMessage(data: unknown): data is PreviewMessage {
  return typeof data === 'object' && data !== null && 'content' in data && 'decision' in data;
}
