import type { Carried } from './carried';
import type { ScriptSeen } from './script-seen';
import type { ValueSeen } from './value';

/** The kinds of things a page can leave behind or reach. */
export const ITEM_KINDS = [
  'cookie',
  'local-storage',
  'session-storage',
  'indexed-db',
  'cache-storage',
  'service-worker',
  'request',
] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

/** What a contacted host was asked for; the `name` of a request item. */
export const REQUEST_KINDS = [
  'script',
  'image',
  'frame',
  'font',
  'style',
  'fetch',
  'beacon',
  'media',
  'websocket',
  'other',
] as const;
export type RequestKind = (typeof REQUEST_KINDS)[number];

export type Party = 'first' | 'third';

/**
 * How one link of a chain came about. `page`: the page itself. `markup`: it stands in the markup of the link before.
 * `style`: that one is a style sheet. `script`: that one is a script; `page-script`: it is the page, by a script in it.
 * `worker`: by a worker of the page. `network`: the network alone showed it, and not by whom. `import`: told by an imported file. `field`: told by visitors' pages. `cut`: the chain
 * was longer than is followed.
 */
export type How =
  | 'page'
  | 'redirect'
  | 'markup'
  | 'style'
  | 'script'
  | 'page-script'
  | 'worker'
  | 'network'
  | 'import'
  | 'field'
  | 'cut';

/** One step of who brought something in, from the page inward. */
export interface ChainLink {
  url: string;
  how: How;
  /** What was asked for, where it was a request. */
  kind?: RequestKind;
  /** Line of the markup, counted from 1. */
  line?: number;
}

/** One thing a browser saw, as plain data. Names, hosts and addresses come from the page and are hostile text. */
export interface Observation {
  kind: ItemKind;
  /** Cookie name, storage key, or request kind. */
  name: string;
  /** For a cookie the domain it is sent to, without a leading dot; else the host of the storage or request. */
  host: string;
  /** Address of the top-level page on which it was seen. */
  page: string;
  party: Party;
  /** Milliseconds since the first navigation of the visit began. */
  atMs: number;
  chain: ChainLink[];
  /** Address of the request, or of the response or script that wrote the cookie or key. */
  url?: string;
  setBy?: 'http' | 'script';
  /** `null`: lasts until the browser closes. Absent: not a cookie. */
  lifetimeSeconds?: number | null;
  httpOnly?: boolean;
  secure?: boolean;
  sameSite?: 'Strict' | 'Lax' | 'None';
  /** Seen on a visit by somebody who had said yes to everything. */
  afterYes?: boolean;
  /** What was stored, as far as it tells without keeping it. */
  value?: ValueSeen;
  /** What a request told its receiver. */
  carries?: Carried[];
  /** What a request posted. */
  posts?: Posts;
  /** Where in a script it was written or asked for. */
  excerpt?: Excerpt;
  /** What the script that did it shows of itself. */
  script?: ScriptSeen;
  /** Only there once this control was pressed. */
  behind?: string;
  /** Removed again at once by who stored it, as scripts do to see whether storage works. */
  removedAtOnce?: boolean;
}

/** Posts of one kind to one host: how many and how many characters in all. Of an item: the most at one visit. */
export interface Posts {
  count: number;
  size: number;
}

/** A few lines of a script around the place that did something. Hostile text. */
export interface Excerpt {
  url: string;
  /** Counted from 1. */
  line: number;
  text: string;
}

/** What observations of the same thing add up to. */
export interface Item {
  kind: ItemKind;
  /** With `examples`: a pattern, in which `*` stands for what varies from visit to visit. */
  name: string;
  /** Names that were seen of a family of names, the first few. */
  examples?: string[];
  host: string;
  party: Party;
  setBy?: 'http' | 'script';
  lifetimeSeconds?: number | null;
  httpOnly?: boolean;
  secure?: boolean;
  sameSite?: 'Strict' | 'Lax' | 'None';
  pages: string[];
  chain: ChainLink[];
  /** One address that shows the item at work. */
  url?: string;
  /** Never seen before a choice, only after a yes to everything. */
  onlyAfterYes?: boolean;
  value?: ValueSeen;
  carries?: Carried[];
  posts?: Posts;
  excerpt?: Excerpt;
  /** What the script that brought it in shows of itself. */
  script?: ScriptSeen;
  /** Never seen without pressing this control. */
  behind?: string;
  /** Never seen to stay: a test whether storage works. */
  removedAtOnce?: boolean;
}

/** What every sign has. */
interface Noticed {
  /** Host that did it; of CNAME cloaking the name that looks like the site’s own. */
  host: string;
  /** Name of the cookie or key, address of the script, path of the request, or the name that a CNAME record leads to. */
  name: string;
  page: string;
  chain: ChainLink[];
  /** In a sentence, as it was kept before there were facts. */
  told?: string;
}

/**
 * Something worth knowing that is no item of its own, as facts; see `signWords`.
 * - `refused-cookie`: the browser took it not, with its reasons (`Network.SetCookieBlockedReason`).
 * - `cookie-syncing`: what one host stored as an identifier was sent to another. `from`: the host it is stored under.
 * - `fingerprinting`: a script read what tells devices apart. `reads`: telling ones first, then properties by name.
 * - `relayed`: what a script sent to the site's own host, under the path `name`, has the shape of a service's requests.
 * - `cname-cloaking`: a first-party name leads to a third party by a CNAME record (RFC 1034 section 3.6.2).
 */
export type Sign = Noticed &
  (
    | { what: 'refused-cookie'; reasons: string[] }
    | { what: 'cookie-syncing'; from: string }
    | { what: 'fingerprinting'; reads: string[] }
    | { what: 'cname-cloaking' }
    | { what: 'relayed'; service: string }
  );
