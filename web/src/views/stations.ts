import type { Station } from '@douane/core/board';

export const STATION_NAMES: Record<Station, string> = {
  scan: 'Scan',
  classify: 'Classify',
  regions: 'Regions',
  banner: 'Banner',
  policies: 'Policies',
  install: 'Install',
  check: 'Check',
  records: 'Records',
};
