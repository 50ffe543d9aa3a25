import { ASKED, DISGUISED, INSERTED } from './at-run-time';
import { ASKED_ELSEWHERE, KEPT_ELSEWHERE, WINDOWS } from './elsewhere';
import { MARKUP } from './markup';
import { DISGUISED_HOSTS, KEPT, LEADING, OWN } from './own';
import type { Way } from './types';

/** Ways in which a tag gets out, each tried in a browser and told by the log of the third party. */
export const WAYS: Way[] = [
  ...[...MARKUP, ...INSERTED, ...ASKED, ...DISGUISED],
  ...[...OWN, ...DISGUISED_HOSTS, ...LEADING, ...KEPT],
  ...[...WINDOWS, ...KEPT_ELSEWHERE, ...ASKED_ELSEWHERE],
];
