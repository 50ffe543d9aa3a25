import { shippedLanguage } from '../texts/index';
import { hostedPolicy } from './gate-base';
import { FORMAT } from './schema';
import type { Banner, BannerForm, ChoicesButton, Face, Purpose, Setup } from './types';

const SHIPPED_PURPOSES = shippedLanguage('en')!.purposes;

/** Called as they ship, in every language that ships. */
export const DEFAULT_PURPOSES: Purpose[] = [
  { id: 'necessary', ...SHIPPED_PURPOSES.necessary!, necessary: true },
  { id: 'functional', ...SHIPPED_PURPOSES.functional! },
  { id: 'measurement', ...SHIPPED_PURPOSES.measurement! },
  {
    id: 'advertising',
    ...SHIPPED_PURPOSES.advertising!,
    activities: ['sale', 'sharing', 'targeted-advertising'],
  },
  { id: 'embedded', ...SHIPPED_PURPOSES.embedded! },
];

export const DEFAULT_FORM: BannerForm = {
  kind: 'bar',
  edge: 'bottom',
  corner: 'bottom-right',
  dimmed: false,
  purposesFirst: false,
  order: ['refuse', 'choose', 'accept'],
};

export const DEFAULT_FACE: Face = {
  scheme: 'light',
  light: { sheet: '#fffdf9', ink: '#18222d', accent: '#34398f', line: '#18222d' },
  dark: { sheet: '#18222d', ink: '#f4f1ea', accent: '#b9bcf2', line: '#53606c' },
  family: '',
  size: 15,
  space: 12,
  radius: 4,
  border: 1,
  shadow: 'none',
  width: 420,
  weights: { refuse: 'filled', choose: 'filled', accept: 'filled' },
};

export const DEFAULT_BUTTON: ChoicesButton = {
  shown: true,
  corner: 'bottom-left',
  shape: 'words',
  offset: { x: 16, y: 16 },
  phone: true,
  desktop: true,
};

/** The banner of a site that was just taken on: no text changed. */
export function defaultBanner(): Banner {
  return structuredClone({
    defaultLanguage: 'en',
    languages: ['en', 'de'],
    speaks: 'browser',
    texts: {},
    form: DEFAULT_FORM,
    face: DEFAULT_FACE,
    button: DEFAULT_BUTTON,
    noticeAfter: false,
  });
}

/**
 * A setup for a site of which only the address is known: two regimes, the strictest as fallback, no services, and the
 * cookie policy that is always there.
 */
export function newSetup(site: { key: string; name: string; address: string }, recorder: string): Setup {
  return {
    format: FORMAT,
    site: { ...site, addresses: [new URL(site.address).origin], staging: [], ownDomains: [] },
    recorder,
    purposes: structuredClone(DEFAULT_PURPOSES),
    services: [],
    regions: { regimes: ['eu', 'us-ca'], fallback: 'eu' },
    holding: { unruled: 'by-regime' },
    banner: { ...defaultBanner(), policyUrl: hostedPolicy({ recorder }) },
  };
}
