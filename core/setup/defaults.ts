import type { Banner, BannerTexts, Purpose, Setup } from './types';

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
    sale: true,
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

const EN: BannerTexts = {
  title: 'May we use more than the necessary?',
  body: 'Besides what the site needs to work, we and the services listed would like to store and read data on your device. Nothing of that happens before you say yes. You can change your mind at any time.',
  accept: 'Accept all',
  refuse: 'Refuse all',
  choose: 'Choose by purpose',
  save: 'Save this choice',
  button: 'Privacy choices',
  buttonObject: 'Your Privacy Choices',
  panelTitle: 'Your choice by purpose',
  always: 'Always on',
  services: 'Services found on this site',
  gpcObeyed: 'Your browser sends Global Privacy Control. We obey it: nothing of yours is sold or shared.',
  failed: 'Your choice could not be recorded, so everything stays held.',
  retry: 'Try again',
  record: 'Record',
  session: 'until the browser is closed',
  close: 'Close without changing',
  policy: 'Cookie policy',
};

const DE: BannerTexts = {
  title: 'Dürfen wir mehr als das Notwendige?',
  body: 'Außer dem, was die Seite zum Funktionieren braucht, möchten wir und die genannten Dienste Daten auf Ihrem Gerät speichern und lesen. Nichts davon geschieht vor Ihrem Ja. Sie können es sich jederzeit anders überlegen.',
  accept: 'Alle annehmen',
  refuse: 'Alle ablehnen',
  choose: 'Nach Zweck wählen',
  save: 'Diese Wahl speichern',
  button: 'Ihre Wahl',
  buttonObject: 'Your Privacy Choices',
  panelTitle: 'Ihre Wahl nach Zweck',
  always: 'Immer an',
  services: 'Dienste auf dieser Seite',
  gpcObeyed:
    'Ihr Browser sendet Global Privacy Control. Wir halten uns daran: Nichts von Ihnen wird verkauft oder geteilt.',
  failed: 'Ihre Wahl konnte nicht gespeichert werden, daher bleibt alles angehalten.',
  retry: 'Noch einmal versuchen',
  record: 'Nachweis',
  session: 'bis der Browser geschlossen wird',
  close: 'Schließen ohne Änderung',
  policy: 'Cookie-Richtlinie',
};

/** Default texts by language. A site starts with a copy and changes what it likes. */
export const DEFAULT_TEXTS: Record<string, BannerTexts> = { en: EN, de: DE };

export function defaultBanner(): Banner {
  return {
    defaultLanguage: 'en',
    texts: structuredClone(DEFAULT_TEXTS),
    look: { position: 'bottom', sheet: '#fffdf9', ink: '#18222d', accent: '#34398f', radius: 4 },
  };
}

/** A setup for a site of which only the address is known: both regimes, the strictest as fallback, no services. */
export function newSetup(site: { key: string; name: string; address: string }, recorder: string): Setup {
  return {
    format: 'douane.setup/1',
    site: { ...site, addresses: [new URL(site.address).origin], staging: [], ownDomains: [] },
    recorder,
    purposes: structuredClone(DEFAULT_PURPOSES),
    services: [],
    regions: { regimes: ['eu', 'us-ca'], fallback: 'eu' },
    banner: defaultBanner(),
  };
}
