import type { PanelScript } from '../types';
import { openPanel, type PanelConfig } from './index';

declare const __DOUANE_PANEL__: PanelConfig;

export const open: PanelScript['open'] = (gate) => openPanel(gate, __DOUANE_PANEL__);
