import type { HeldFace, HeldScript } from '../types';
import { showHeld } from './index';

declare const __DOUANE_HELD__: HeldFace;

export const show: HeldScript['show'] = (options) => showHeld({ ...options, face: __DOUANE_HELD__ });
