import type { ToldConfig } from '../types';
import { tellTags } from './index';

declare const __DOUANE_TOLD__: ToldConfig;

// It stands behind the holding script in the same file. Pasted twice, the first has told already.
const { douane } = window;
if (douane && !('told' in douane)) {
  const { listeners, purposes } = __DOUANE_TOLD__;
  Object.assign(douane, { told: tellTags(listeners, purposes, douane) });
}
