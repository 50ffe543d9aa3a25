import type { Listener } from '../types';
import clarity from './clarity-consent.json';
import dataLayer from './data-layer-event.json';
import google from './google-consent.json';
import matomo from './matomo-consent.json';
import meta from './meta-consent.json';
import microsoft from './microsoft-consent.json';
import pinterest from './pinterest-consent.json';

/** All forms that are known, the most common first. */
export const LISTENERS = [google, dataLayer, microsoft, clarity, meta, matomo, pinterest] as Listener[];
