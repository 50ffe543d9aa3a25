import type { ButtonFace, ButtonScript } from '../types';
import { showButton } from './index';

declare const __DOUANE_BUTTON__: ButtonFace;

export const show: ButtonScript['show'] = (options) => showButton({ ...options, face: __DOUANE_BUTTON__ });
