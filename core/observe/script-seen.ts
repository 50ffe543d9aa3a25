import type { Carried } from './carried';
import type { RequestShape } from './request-shape';
import { type Activity, REQUEST_TERMS, SCRIPT_TERMS } from './script-terms';
import { type ReadsLike, readsLike, type WordModel } from './script-words';

/** What a script shows of itself: what its words speak of, and whose marks stand in it. */
export interface ScriptSeen {
  /** What speaks for each activity: how much, as a share of all that could times ten, and the weightiest terms. */
  speaksOf: Partial<Record<Activity, { share: number; terms: string[] }>>;
  /** Services whose kits make up most of it. */
  services?: string[];
  /** Services whose kits stand in it beside much else. */
  within?: string[];
  /** What its words are most like, all in all. */
  readsLike?: ReadsLike;
  /** What it told third parties of page and visitor. */
  tells?: Carried[];
  /** Served by the site itself, so that other programs may be in it too. */
  own?: boolean;
}

/** One kit of a service, and names that stand in its script and in that of no other service. */
export interface KitMarks {
  service: string;
  names: readonly string[];
  /** How many names its whole script has. */
  size: number;
}
export type ScriptMarks = readonly KitMarks[];

/** What is known beforehand of scripts. */
export interface ScriptKnowledge {
  marks: ScriptMarks;
  words?: WordModel;
  shapes?: readonly RequestShape[];
}

/** Longest part of a script that is looked at; what it is for shows long before. */
const LONGEST = 6_000_000;
/** A few marks may be chance, or stand where another kit works with that service; its own kit holds most of them. */
export const ENOUGH_MARKS = 2;
const ENOUGH_OF_ALL = 0.5;
/** A script of more names than so many times those of a kit is something else, which holds the kit. */
const MUCH_ELSE = 1.5;
const MOST_TERMS = 5;
/** Less than this tells nothing. */
const LEAST_SHARE = 3;

const TERMS = Object.entries(SCRIPT_TERMS).map(([activity, byWeight]) => {
  const terms = Object.entries(byWeight).flatMap(([weight, words]) =>
    words.split(' ').map((term): [string, number] => [term, Number(weight)]),
  );
  terms.sort((a, b) => b[1] - a[1]);
  return { activity: activity as Activity, terms, all: terms.reduce((sum, [, weight]) => sum + weight, 0) };
});

const BY_WORD = new Map<string, [Activity, number][]>();
for (const [activity, byWeight] of Object.entries(REQUEST_TERMS)) {
  for (const [weight, words] of Object.entries(byWeight)) {
    for (const word of words.split(' ')) {
      BY_WORD.set(word, [...(BY_WORD.get(word) ?? []), [activity as Activity, Number(weight)]]);
    }
  }
}
/** A request says in few words what a program says in many. */
const MOST_BY_REQUEST = 30;
/** So much of what is posted is looked at. */
const MOST_POSTED = 4096;

/** Reads what a script sent: words of path, host, and names in query and body. `undefined`: they say nothing. */
export function readRequest(url: string, posted = ''): ScriptSeen | undefined {
  const { hostname, pathname, searchParams } = new URL(url);
  const names = [
    ...searchParams.keys(),
    ...(posted.slice(0, MOST_POSTED).match(/"[A-Za-z_$][\w$-]{1,40}"(?=\s*:)/g) ?? []),
  ];
  const words = new Set<string>();
  for (const text of [...hostname.split('.').slice(0, -1), ...pathname.split('/'), ...names]) {
    const whole = text.replaceAll('"', '').toLowerCase();
    words.add(whole).add(whole.replace(/[^a-z0-9]/g, ''));
    for (const part of whole.split(/[^a-z0-9]+/)) words.add(part);
  }
  const weights = new Map<Activity, { sum: number; terms: string[] }>();
  for (const word of words) {
    for (const [activity, weight] of BY_WORD.get(word) ?? []) {
      const { sum = 0, terms = [] } = weights.get(activity) ?? {};
      weights.set(activity, { sum: sum + weight, terms: [...terms, word] });
    }
  }
  if (weights.size === 0) return undefined;
  const found = [...weights].map(([activity, { sum, terms }]) => [
    activity,
    { share: Math.min(MOST_BY_REQUEST, 2 * sum), terms: terms.slice(0, MOST_TERMS) },
  ]);
  return { speaksOf: Object.fromEntries(found) };
}

/** What two readings of one script show: `sum` of its words and what it sends, `most` of two things that it sent. */
export function joinSeen(
  a: ScriptSeen | undefined,
  b: ScriptSeen | undefined,
  how: 'sum' | 'most',
): ScriptSeen | undefined {
  if (!a || !b) return a ?? b;
  const speaksOf = { ...a.speaksOf };
  for (const [activity, { share, terms }] of Object.entries(b.speaksOf) as [
    Activity,
    { share: number; terms: string[] },
  ][]) {
    const before = speaksOf[activity];
    speaksOf[activity] = {
      share: how === 'sum' ? (before?.share ?? 0) + share : Math.max(before?.share ?? 0, share),
      terms: [...new Set([...(before?.terms ?? []), ...terms])].slice(0, MOST_TERMS),
    };
  }
  const services = [...new Set([...(a.services ?? []), ...(b.services ?? [])])];
  const within = [...new Set([...(a.within ?? []), ...(b.within ?? [])])];
  const tells = [...new Set([...(a.tells ?? []), ...(b.tells ?? [])])];
  return {
    speaksOf,
    ...(services.length > 0 && { services }),
    ...(within.length > 0 && { within }),
    ...((a.readsLike ?? b.readsLike) && { readsLike: a.readsLike ?? b.readsLike }),
    ...(tells.length > 0 && { tells }),
  };
}

/** Reads a script. `undefined`: it says nothing. */
export function readScript(text: string, { marks, words }: ScriptKnowledge = { marks: [] }): ScriptSeen | undefined {
  const names = scriptNames(text.slice(0, LONGEST));
  const kits = kitsIn(names, marks);
  const joined = [...names].join('\n').toLowerCase().replace(/[_-]/g, '');
  const found = TERMS.flatMap(({ activity, terms, all }) => {
    const there = terms.filter(([term]) => joined.includes(term));
    const weight = there.reduce((sum, [, one]) => sum + one, 0);
    // Against the root of all there is, so that an activity with many terms is not favoured, nor one with few.
    const share = Math.round((10 * weight) / Math.sqrt(all));
    return share < LEAST_SHARE ? [] : [[activity, { share, terms: there.slice(0, MOST_TERMS).map(([term]) => term) }]];
  });
  const like = words && readsLike(names, words);
  if (found.length === 0 && !kits.services && !kits.within && !like) return undefined;
  return { speaksOf: Object.fromEntries(found), ...kits, ...(like && { readsLike: like }) };
}

/** Names that stand in a script, once each. */
export const scriptNames = (text: string): Set<string> => new Set(text.match(/[A-Za-z_$][\w$-]{2,60}/g));

function kitsIn(names: ReadonlySet<string>, marks: ScriptMarks): Pick<ScriptSeen, 'services' | 'within'> {
  const byName = indexed(marks);
  const counts = new Map<KitMarks, number>();
  for (const name of names) for (const kit of byName.get(name) ?? []) counts.set(kit, (counts.get(kit) ?? 0) + 1);
  const services = new Set<string>();
  const within = new Set<string>();
  for (const [{ service, names: all, size }, count] of counts) {
    if (count < Math.max(ENOUGH_MARKS, ENOUGH_OF_ALL * all.length)) continue;
    (names.size > MUCH_ELSE * size ? within : services).add(service);
  }
  for (const service of services) within.delete(service);
  return { ...(services.size > 0 && { services: [...services] }), ...(within.size > 0 && { within: [...within] }) };
}

/** By name: the kits it is a mark of. Laid out once, and looked into for every script. */
const laidOut = new WeakMap<ScriptMarks, Map<string, KitMarks[]>>();
function indexed(marks: ScriptMarks): Map<string, KitMarks[]> {
  let byName = laidOut.get(marks);
  if (!byName) {
    byName = new Map();
    for (const kit of marks) for (const name of kit.names) byName.set(name, [...(byName.get(name) ?? []), kit]);
    laidOut.set(marks, byName);
  }
  return byName;
}
