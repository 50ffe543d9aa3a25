import type { VisitConfig, VisitScript } from '../types';
import { visitOf } from './index';

declare const __DOUANE_VISIT__: VisitConfig;

export const visit: VisitScript['visit'] = (gate) => visitOf(gate, __DOUANE_VISIT__);
