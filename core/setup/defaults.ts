import { FORMAT } from './schema';
import { LANGUAGES_SHIPPED } from './texts';
import type { Banner, Purpose, Setup } from './types';

export const DEFAULT_PURPOSES: Purpose[] = [
  {
    id: 'necessary',
    name: 'Necessary',
    text: 'What the site cannot work without: keeping you signed in, your basket, payment, security and your choice here.',
    necessary: true,
    translations: {
      de: {
        name: 'Notwendig',
        text: 'Ohne sie geht es nicht: Anmeldung, Warenkorb, Zahlung, Sicherheit und Ihre Wahl an dieser Stelle.',
      },
    },
  },
  {
    id: 'functional',
    name: 'Functional',
    text: 'Makes the site more convenient: remembered settings, chat, typefaces.',
    translations: {
      de: { name: 'Funktional', text: 'Macht die Seite bequemer: gemerkte Einstellungen, Chat, Schriften.' },
    },
  },
  {
    id: 'measurement',
    name: 'Measurement',
    text: 'Counts visits and shows us which pages work and which do not.',
    translations: {
      de: { name: 'Messung', text: 'Zählt Besuche und zeigt uns, welche Seiten funktionieren und welche nicht.' },
    },
  },
  {
    id: 'advertising',
    name: 'Advertising',
    text: 'Recognises you on other sites, to show you advertisements that match what you looked at here.',
    activities: ['sale', 'sharing', 'targeted-advertising'],
    translations: {
      de: {
        name: 'Werbung',
        text: 'Erkennt Sie auf anderen Seiten wieder, um Werbung zu zeigen, die zu Ihrem Besuch hier passt.',
      },
    },
  },
  {
    id: 'embedded',
    name: 'Embedded content',
    text: 'Videos, maps and posts that come from other providers, who then learn of your visit.',
    translations: {
      de: {
        name: 'Eingebettete Inhalte',
        text: 'Videos, Karten und Beiträge anderer Anbieter, die dann von Ihrem Besuch erfahren.',
      },
    },
  },
];

/** The banner of a site that was just taken on: every language that ships, no text changed. */
export function defaultBanner(): Banner {
  return {
    defaultLanguage: 'en',
    languages: [...LANGUAGES_SHIPPED],
    texts: {},
    look: { position: 'bottom', sheet: '#fffdf9', ink: '#18222d', accent: '#34398f', radius: 4 },
  };
}

/** A setup for a site of which only the address is known: two regimes, the strictest as fallback, no services. */
export function newSetup(site: { key: string; name: string; address: string }, recorder: string): Setup {
  return {
    format: FORMAT,
    site: { ...site, addresses: [new URL(site.address).origin], staging: [], ownDomains: [] },
    recorder,
    purposes: structuredClone(DEFAULT_PURPOSES),
    services: [],
    regions: { regimes: ['eu', 'us-ca'], fallback: 'eu' },
    holding: { unruled: 'by-regime' },
    banner: defaultBanner(),
  };
}
