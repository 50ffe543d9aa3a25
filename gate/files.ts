import { planFor } from '@douane/core/hold';
import { type Purpose, rulesOf, type Setup } from '@douane/core/setup';
import type { BannerContent, GateConfig } from './types';

/** The built scripts, with the place for the configuration still open in `hold`. */
export interface GateCode {
  hold: string;
  banner: string;
}

export interface GateFile {
  name: string;
  body: string;
  type: 'text/javascript' | 'application/json';
  /** Named by its hash: may be kept for ever. The pointer is the only one that is not. */
  immutable: boolean;
}

export type HashText = (text: string) => string;

/**
 * The static files of one version of a site's gate. `gate.js` is the pointer: the holding script with its decision data,
 * in one file, since a second blocking step would need `document.write`, which strict policies forbid and slow lines
 * drop. It names everything heavier by hash.
 */
export function gateFiles(setup: Setup, version: number, code: GateCode, hash: HashText): GateFile[] {
  const named = (stem: string, end: string, body: string, type: GateFile['type']): GateFile => ({
    name: `${stem}.${hash(body).slice(0, 16)}.${end}`,
    body,
    type,
    immutable: true,
  });
  const banner = named('banner', 'js', code.banner, 'text/javascript');
  const languages = Object.keys(setup.banner.texts);
  const contents = languages.map((language) =>
    named(`texts-${language}`, 'json', JSON.stringify(bannerContent(setup, language)), 'application/json'),
  );
  const config: GateConfig = {
    base: setup.recorder.replace(/\/$/, ''),
    version,
    rules: rulesOf(setup),
    plan: planFor(setup),
    banner: banner.name,
    texts: Object.fromEntries(languages.map((language, i) => [language, contents[i]!.name])),
    defaultLanguage: setup.banner.defaultLanguage,
    buttons: Object.fromEntries(
      Object.entries(setup.banner.texts).map(([language, { button, buttonObject }]) => [
        language,
        [button, buttonObject],
      ]),
    ),
    look: setup.banner.look,
  };
  const hold = code.hold.replaceAll('__DOUANE_CONFIG__', () => scriptSafe(config));
  return [
    { name: 'gate.js', body: hold, type: 'text/javascript', immutable: false },
    named('hold', 'js', hold, 'text/javascript'),
    banner,
    ...contents,
  ];
}

/** The one line that goes first into the page's head. */
export function snippetFor(setup: Pick<Setup, 'recorder'>): string {
  return `<script src="${setup.recorder.replace(/\/$/, '')}/gate.js"></script>`;
}

/** What the banner says in one language: texts, purposes, and the services found for each. */
export function bannerContent(setup: Setup, language: string): BannerContent {
  const texts = setup.banner.texts[language] ?? setup.banner.texts[setup.banner.defaultLanguage]!;
  const { button: _ask, buttonObject: _object, ...shown } = texts;
  return {
    language,
    texts: shown,
    purposes: setup.purposes.map((purpose) => ({
      id: purpose.id,
      ...wordsOf(purpose, language),
      necessary: purpose.necessary === true,
      services: setup.services
        .filter((service) => service.purpose === purpose.id)
        .map(({ name, policyUrl, items }) => ({
          name,
          ...(policyUrl && { policyUrl }),
          items: items.map((item) => ({
            name: item.name,
            lifetimeSeconds: item.lifetimeSeconds,
            description: item.description,
          })),
        })),
    })),
    ...(setup.banner.policyUrl && { policyUrl: setup.banner.policyUrl }),
  };
}

function wordsOf(purpose: Purpose, language: string): { name: string; text: string } {
  const { name, text } = purpose.translations?.[language] ?? purpose;
  return { name, text };
}

/** JSON that may stand in a script: item names come from scanned pages and must not end it. */
function scriptSafe(value: unknown): string {
  return JSON.stringify(value).replace(
    /[<\u2028\u2029]/g,
    (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
}
