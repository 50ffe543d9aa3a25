import type { LogEntry } from './log';
import { SHOP_HOST } from './shop/site';
import type { ThirdParty } from './third-parties/types';
import { TICKET_SITE } from './world';

/** The kinds of request that the stand-ins' paths stand for. */
const KIND_OF_PATH: [RegExp, string][] = [
  [/\.js$/, 'script'],
  [/\.gif$|\/sync$|\/match$|\.svg$/, 'image'],
  [/\/(embed|map|box)$/, 'frame'],
  [/\.css$/, 'style'],
  [/\.woff2$/, 'font'],
  [/\/leave$/, 'beacon'],
  [/./, 'fetch'],
];

/** Host and kind of request of a log entry, as an item of a scan would name them. */
export function requestOf({ host, path }: LogEntry): string {
  return `${host} ${KIND_OF_PATH.find(([pattern]) => pattern.test(path))![1]}`;
}

/** What the stand-ins' scripts write into a page, by their own recipe: kind and name. */
const WRITTEN_INTO_PAGE: Record<string, [string, string][]> = {
  '/og.js': [
    ['cookie', '_ogs'],
    ['cookie', '_ogv'],
    ['local-storage', 'og.queue'],
  ],
  '/bid.js': [['local-storage', 'adn.last']],
  '/rec.js': [
    ['cookie', 'bfx_s'],
    ['session-storage', 'bfx.session'],
  ],
  '/chat.js': [['cookie', 'qc_open']],
  '/w.js': [['cookie', 'sm_w']],
  '/f.js': [['cookie', 'fpl_new']],
};

/** What a stand-in's script writes inside its own frame. */
const WRITTEN_INTO_FRAME: Record<string, [string, string][]> = { '/player.js': [['local-storage', 'rp.volume']] };

/** Cookies that the sites' own servers set. */
const SET_BY_SITE = (site: string) =>
  SHOP_HOST.test(site)
    ? ['pl_session']
    : site.endsWith(TICKET_SITE.host)
      ? ['ssf_session', 'ssf_lang', 'ssf_basket']
      : [];

/**
 * All that a scan of the whole of a site, without a gate, ought to find: what reached the third parties and what they
 * set, by their log, and what scripts and site write, by their recipe. Each as `kind name host`.
 */
export function truthOf(log: readonly LogEntry[], site: string = TICKET_SITE.host): Set<string> {
  const truth = new Set<string>();
  for (const entry of log) {
    const [host, kind] = requestOf(entry).split(' ');
    truth.add(`request ${kind} ${host}`);
    for (const name of entry.sets) truth.add(`cookie ${name} ${entry.host}`);
    for (const [what, name] of WRITTEN_INTO_PAGE[entry.path] ?? []) truth.add(`${what} ${name} ${site}`);
    for (const [what, name] of WRITTEN_INTO_FRAME[entry.path] ?? []) truth.add(`${what} ${name} ${entry.host}`);
  }
  for (const name of SET_BY_SITE(site)) truth.add(`cookie ${name} ${site}`);
  return truth;
}

type Stated = Pick<ThirdParty, 'host' | 'purpose' | 'answers'>;

/** What the sites' own servers set their cookies for, by name. */
const SAID_BY_SITES: Record<string, ThirdParty['purpose']> = {
  ssf_session: 'necessary',
  ssf_lang: 'necessary',
  ssf_basket: 'necessary',
  pl_session: 'necessary',
  fd_session: 'necessary',
};

/**
 * What each item is for by the statement of whoever is behind it: the third party whose host it is, whose script wrote
 * it, or the site itself. `null`: nobody stated anything about it.
 */
export function statedPurpose(
  item: { kind: string; name: string; host: string },
  parties: readonly Stated[],
): ThirdParty['purpose'] | null {
  const own = parties.find((party) => party.host === item.host);
  if (own) return own.purpose;
  for (const [path, written] of Object.entries(WRITTEN_INTO_PAGE)) {
    if (!written.some(([kind, name]) => kind === item.kind && name === item.name)) continue;
    return parties.find((party) => path in party.answers)?.purpose ?? null;
  }
  return item.kind === 'cookie' ? (SAID_BY_SITES[item.name] ?? null) : null;
}
