import { lookUpLanguage } from '../language/index';
import type { Banner, BannerTexts } from './types';

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

/** The texts that ship, by language tag. A site keeps only what it changes of them. */
export const SHIPPED_TEXTS: Readonly<Record<string, BannerTexts>> = { en: EN, de: DE };
export const LANGUAGES_SHIPPED: readonly string[] = Object.keys(SHIPPED_TEXTS);

/** The texts that ship for a language or the nearest it is a kind of; `null` where there are none. */
export function shippedTexts(tag: string): BannerTexts | null {
  const found = lookUpLanguage(tag, LANGUAGES_SHIPPED);
  return found === undefined ? null : SHIPPED_TEXTS[found]!;
}

/** What visitors read in a language: the site's own words over those that ship; over English where none do. */
export function textsFor(banner: Pick<Banner, 'texts'>, tag: string): BannerTexts {
  return { ...(shippedTexts(tag) ?? EN), ...banner.texts[tag] };
}
