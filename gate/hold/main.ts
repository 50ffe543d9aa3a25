import type { BannerOptions, GateConfig } from '../types';
import { Gate } from './gate';
import { intercept } from './intercept';
import { releaseMarked } from './marked';
import { Permits } from './permits';
import { stopUnmarked } from './unmarked';
import { visitOverride } from './visit-override';

declare const __DOUANE_CONFIG__: GateConfig;
declare global {
  interface Window {
    douaneBanner?: (options: BannerOptions) => void;
    douane?: { open(): void; version: number };
  }
}

/** Holds first, and only then reads anything that the page or the visitor's browser could have made odd. */
function start(config: GateConfig): void {
  // Pasted twice. An element whose id is `douane` stands under the same name, but is no property of the window's own.
  if (Object.hasOwn(window, 'douane')) return;
  const permits = new Permits(config.plan);
  intercept(permits);
  new MutationObserver((changes) => {
    for (const { addedNodes } of changes) stopUnmarked(addedNodes, permits);
    releaseMarked(permits);
  }).observe(document, { childList: true, subtree: true });

  const gate = new Gate(config, permits, visitOverride());
  window.douane = { open: () => gate.open(), version: config.release };
  gate.begin();
}

start(__DOUANE_CONFIG__);
