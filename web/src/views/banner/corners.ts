import type { Banner } from '@douane/core/setup';

export const CORNERS: Record<Banner['form']['corner'], string> = {
  'bottom-left': 'lower left',
  'bottom-right': 'lower right',
  'top-left': 'upper left',
  'top-right': 'upper right',
};
