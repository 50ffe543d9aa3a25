import type { Face } from '../setup/types';

export interface Look {
  id: string;
  name: string;
  face: Omit<Face, 'logo' | 'css' | 'scheme'>;
}

const ALIKE = { refuse: 'filled', choose: 'filled', accept: 'filled' } as const;
const OUTLINED = { refuse: 'outlined', choose: 'outlined', accept: 'outlined' } as const;
const BASE = { family: '', size: 15, space: 12, radius: 4, border: 1, shadow: 'none', width: 420 } as const;

/** Looks to start from. Each is lawful as it stands: accepting and refusing weigh the same. */
export const LOOKS: readonly Look[] = [
  {
    id: 'paper',
    name: 'Paper',
    face: {
      ...BASE,
      light: { sheet: '#fffdf9', ink: '#18222d', accent: '#34398f', line: '#18222d' },
      dark: { sheet: '#18222d', ink: '#f4f1ea', accent: '#b9bcf2', line: '#53606c' },
      weights: ALIKE,
    },
  },
  {
    id: 'chalk',
    name: 'Chalk',
    face: {
      ...BASE,
      radius: 12,
      border: 0,
      shadow: 'soft',
      space: 14,
      light: { sheet: '#ffffff', ink: '#22262b', accent: '#22262b', line: '#c9ced4' },
      dark: { sheet: '#202428', ink: '#f2f3f5', accent: '#f2f3f5', line: '#4a525b' },
      weights: OUTLINED,
    },
  },
  {
    id: 'harbour',
    name: 'Harbour',
    face: {
      ...BASE,
      radius: 8,
      border: 0,
      shadow: 'deep',
      light: { sheet: '#f2f8fb', ink: '#0f2a38', accent: '#0b6a8c', line: '#9fc3d2' },
      dark: { sheet: '#0f2230', ink: '#e6f3f9', accent: '#7fcbe8', line: '#3a5a6c' },
      weights: ALIKE,
    },
  },
  {
    id: 'lantern',
    name: 'Lantern',
    face: {
      ...BASE,
      size: 16,
      border: 2,
      light: { sheet: '#17130d', ink: '#fdf3df', accent: '#ffc84a', line: '#ffc84a' },
      dark: { sheet: '#17130d', ink: '#fdf3df', accent: '#ffc84a', line: '#ffc84a' },
      weights: ALIKE,
    },
  },
  {
    id: 'meadow',
    name: 'Meadow',
    face: {
      ...BASE,
      radius: 24,
      border: 0,
      shadow: 'soft',
      space: 14,
      light: { sheet: '#f6faf3', ink: '#1f2d1a', accent: '#2c6b2f', line: '#b6cfae' },
      dark: { sheet: '#1a2417', ink: '#eaf4e5', accent: '#9cd58f', line: '#4b6244' },
      weights: ALIKE,
    },
  },
  {
    id: 'slate',
    name: 'Slate',
    face: {
      ...BASE,
      size: 14,
      space: 10,
      radius: 0,
      light: { sheet: '#e9ecef', ink: '#1c2127', accent: '#3b4652', line: '#3b4652' },
      dark: { sheet: '#252b32', ink: '#eef1f4', accent: '#c3ccd6', line: '#6a7683' },
      weights: ALIKE,
    },
  },
  {
    id: 'clay',
    name: 'Clay',
    face: {
      ...BASE,
      radius: 6,
      border: 1,
      light: { sheet: '#fff6f0', ink: '#33201a', accent: '#9a3d1f', line: '#d8a58f' },
      dark: { sheet: '#2b1c17', ink: '#fbeae2', accent: '#f3a684', line: '#7a5344' },
      weights: OUTLINED,
    },
  },
];
