import { MOST_NAMES } from './fold';
import type { ChainLink, How, ItemKind, Sign } from './types';

/** What a kind of item is called. */
export const KIND_WORDS: Record<ItemKind, string> = {
  cookie: 'cookie',
  'local-storage': 'local storage',
  'session-storage': 'session storage',
  'indexed-db': 'IndexedDB',
  'cache-storage': 'cache',
  'service-worker': 'service worker',
  request: 'request',
};

const BY: Record<Exclude<How, 'page' | 'redirect' | 'cut'>, string> = {
  markup: 'in the markup',
  style: 'by style sheet',
  script: 'by script',
  'page-script': 'by a script in the page',
  worker: 'by a worker',
  network: 'seen by the network alone',
  import: 'in an imported file',
  field: 'told by visitors’ pages',
};

/** One link of a chain as a phrase: "image in the markup, line 12". What older scans kept in words comes back as it is. */
export function linkWords({ how, kind, line }: ChainLink): string {
  if (how === 'page' || how === 'redirect') return how;
  if (how === 'cut') return 'a chain too long to follow';
  const by = BY[how] as string | undefined;
  if (by === undefined) return how;
  return `${kind ? `${kind} ` : ''}${by}${line === undefined ? '' : `, line ${line}`}`;
}

/** Why a browser refuses a cookie, by the code of the Chrome DevTools Protocol (`Network.SetCookieBlockedReason`). */
const REFUSALS: Record<string, string> = {
  SecureOnly: 'it is marked Secure but came over plain HTTP',
  SameSiteStrict: 'it is marked SameSite=Strict and came from another site',
  SameSiteLax: 'it is marked SameSite=Lax and came from another site',
  SameSiteUnspecifiedTreatedAsLax: 'it says nothing of SameSite, so it counts as Lax, and came from another site',
  SameSiteNoneInsecure: 'it is marked SameSite=None without Secure',
  UserPreferences: 'the browser’s settings forbid it',
  ThirdPartyPhaseout: 'the browser takes no cookies of third parties',
  ThirdPartyBlockedInFirstPartySet: 'the browser takes no cookies of third parties',
  SyntaxError: 'its line could not be read',
  SchemeNotSupported: 'the address is of a kind that has no cookies',
  OverwriteSecure: 'it would have overwritten a Secure cookie from plain HTTP',
  InvalidDomain: 'its Domain does not fit the host that sent it',
  InvalidPrefix: 'its name begins with __Host- or __Secure- and it does not keep to what that promises',
  NameValuePairExceedsMaxSize: 'name and value are longer than 4096 characters',
  DisallowedCharacter: 'it holds a character that is not allowed',
  NoCookieContent: 'it is empty',
};

const refusalWords = (codes: readonly string[]) =>
  codes.map((code) => REFUSALS[code] ?? `the browser says ${code}`).join('; ') || 'the browser does not say why';

/** Reads that are telling each by itself; every other one is the name of a property of the device. */
export const TELLING_READS: Readonly<Record<string, string>> = {
  canvas: 'read back what it had drawn',
  audio: 'computed a sound without playing it',
  'graphics-card': 'asked for the name of the graphics card',
  fonts: 'measured text in many fonts',
};

/** What a script read that tells devices apart; see `fingerprinting`. */
export function deviceReadWords(reads: readonly string[]): string {
  const telling = reads.filter((one) => one in TELLING_READS).map((one) => TELLING_READS[one]!);
  const properties = reads.filter((one) => !(one in TELLING_READS));
  return `a script ${[...telling, ...(properties.length > 0 ? [`read ${properties.join(', ')}`] : [])].join('; ')}`;
}

/** What a sign tells, as a sentence without full stop. */
export function signWords(sign: Sign): string {
  if (sign.told) return sign.told;
  const { host, name } = sign;
  switch (sign.what) {
    case 'refused-cookie':
      return `the browser refused the cookie ${name} of ${host}: ${refusalWords(sign.reasons)}`;
    case 'cookie-syncing':
      return `the identifier in ${name} of ${sign.from} was sent to ${host}`;
    case 'fingerprinting':
      return deviceReadWords(sign.reads);
    case 'cname-cloaking':
      return `${host} looks like the site’s own but leads to ${name} by a CNAME record`;
    case 'relayed':
      return `what is sent to ${name} of ${host} has the shape of requests of ${sign.service}`;
  }
}

/** That a host stored more names than are looked at. */
export const floodWords = ({ kind, host, names }: { kind: ItemKind; host: string; names: number }): string =>
  `${host} stored ${names} things of the kind ${KIND_WORDS[kind]} under different names; the first ${MOST_NAMES} were looked at`;
