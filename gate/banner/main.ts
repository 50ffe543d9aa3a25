import type { BannerFace } from '@douane/core/banner';
import type { BannerScript } from '../types';
import { openBanner } from './index';

declare const __DOUANE_FACE__: BannerFace;

export const open: BannerScript['open'] = (options) => openBanner({ ...options, face: __DOUANE_FACE__ });
