import { drawn } from './inspect';
import type { Drawn, Inspected } from './types';

/** Every layer that a browser drew, whoever saw it. */
export const drawnLayers = (inspected: Inspected): Drawn[] => [
  ...drawn(inspected, 'first'),
  ...drawn(inspected, 'panel'),
];
