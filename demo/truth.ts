import type { LogEntry } from './log';
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

/** What the stand-ins' scripts write into a page, by their own recipe: kind, name, host. */
const WRITTEN_BY_SCRIPTS: [string, string, string][] = [
  ['cookie', '_ogs', TICKET_SITE.host],
  ['cookie', '_ogv', TICKET_SITE.host],
  ['cookie', 'bfx_s', TICKET_SITE.host],
  ['cookie', 'qc_open', TICKET_SITE.host],
  ['local-storage', 'adn.last', TICKET_SITE.host],
  ['local-storage', 'og.queue', TICKET_SITE.host],
  ['local-storage', 'rp.volume', 'reelpier.localhost'],
  ['session-storage', 'bfx.session', TICKET_SITE.host],
];

/** Cookies that the ticket site's own server sets. */
const SET_BY_SITE = ['ssf_session', 'ssf_lang', 'ssf_basket'];

/**
 * All that a scan of the whole ticket site, without a gate, ought to find: what reached the third parties and what they
 * set, by their log, and what scripts and site write, by their recipe. Each as `kind name host`.
 */
export function truthOf(log: readonly LogEntry[]): Set<string> {
  const truth = new Set<string>();
  for (const entry of log) {
    const [host, kind] = requestOf(entry).split(' ');
    truth.add(`request ${kind} ${host}`);
    for (const name of entry.sets) truth.add(`cookie ${name} ${entry.host}`);
  }
  for (const [kind, name, host] of WRITTEN_BY_SCRIPTS) truth.add(`${kind} ${name} ${host}`);
  for (const name of SET_BY_SITE) truth.add(`cookie ${name} ${TICKET_SITE.host}`);
  return truth;
}
