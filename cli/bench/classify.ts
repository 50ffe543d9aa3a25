import {
  type CatalogueEntry,
  catalogueClassifier,
  DEFAULT_SETTINGS,
  type Desk,
  deskOf,
  entityClassifier,
  type HouseRule,
  houseRuleClassifier,
  shippedCatalogue,
  signBook,
} from '@douane/core/classify';
import type { Item, Sign } from '@douane/core/observe';
import { median, say } from './say';

const ITEMS = 100_000;
const PATTERNS = 2_000;
const HOUSE_RULES = 50;
const TIMES = 5;

/**
 * Rules many items by a large catalogue and many house rules: how many a second, and how that falls when the patterns
 * are four times as many. Names, hosts and chains are made up.
 */
export function benchClassify(): void {
  // As they come from the database.
  const items = JSON.parse(JSON.stringify(makeItems())) as Item[];
  const small = desk(PATTERNS / 4);
  const large = desk(PATTERNS);
  const larger = desk(PATTERNS * 4);
  const shipped = desk(PATTERNS, shippedCatalogue().entries);
  const seconds = { small: [] as number[], large: [] as number[], larger: [] as number[], shipped: [] as number[] };
  // Turn about, so that a busy moment of the machine falls on all alike.
  for (let i = 0; i < TIMES + 1; i++) {
    for (const [name, one] of [
      ['small', small],
      ['large', large],
      ['larger', larger],
      ['shipped', shipped],
    ] as const) {
      const took = time(one, items);
      if (i > 0) seconds[name].push(took); // the first round warms up
    }
  }
  const rate = (took: number) => ITEMS / took;
  const what = `items/s (${ITEMS} items, ${PATTERNS} patterns, ${HOUSE_RULES} house rules)`;
  say('classify.items_per_second', rate(median(seconds.large)), what, 0);
  say('classify.items_per_second_slowest', rate(Math.max(...seconds.large)), 'items/s', 0);
  const known = `items/s, with the ${shippedCatalogue().entries.length} shipped entries besides`;
  say('classify.items_per_second_shipped', rate(median(seconds.shipped)), known, 0);
  say('classify.ruled', (100 * items.filter((item) => large.rule(item)).length) / ITEMS, '% of the items', 0);
  const than = `times that with ${PATTERNS / 4}`;
  say('classify.time_with_4x_patterns', median(seconds.large) / median(seconds.small), than);
  say('classify.time_with_16x_patterns', median(seconds.larger) / median(seconds.small), than);
}

function time({ rule }: Desk, items: readonly Item[]): number {
  const begin = performance.now();
  let ruled = 0;
  for (const item of items) if (rule(item)) ruled += 1;
  if (ruled === 0) throw new Error('nothing was ruled, so nothing was measured');
  return (performance.now() - begin) / 1000;
}

function desk(patterns: number, entries: readonly CatalogueEntry[] = []): Desk {
  const signs = Array.from(
    { length: 500 },
    (_, i): Sign => ({
      what: 'cookie-syncing',
      host: `${word(i * 3)}.example`,
      name: `${word(i)}_id`,
      from: `${word(i * 7)}.example`,
      page: '',
      chain: [],
    }),
  );
  return deskOf({
    'house-rules': houseRuleClassifier(Array.from({ length: HOUSE_RULES }, (_, i) => houseRule(i))),
    catalogue: catalogueClassifier([...entries, ...Array.from({ length: patterns }, (_, i) => entry(i))]),
    entities: entityClassifier(),
    signs: signBook(signs),
    settings: DEFAULT_SETTINGS,
    purposes: ['necessary', 'functional', 'measurement', 'advertising', 'embedded'],
  });
}

/** Prefixes for the most part, then ends, middles, whole names, and hosts, as catalogues have them. */
function entry(i: number): CatalogueEntry {
  const a = word(i * 31 + 5);
  const common = { service: `Service ${i % 300}`, purpose: ['measurement', 'advertising', 'functional'][i % 3]! };
  if (i % 10 < 5) return { ...common, name: `${a}_*` };
  if (i % 10 === 5) return { ...common, name: `*_${a}` };
  if (i % 10 === 6) return { ...common, name: `*${a}*` };
  if (i % 10 === 7) return { ...common, name: `_${a}_*_id` };
  return { ...common, name: `${a}_uid` };
}

function houseRule(i: number): HouseRule {
  const when = [
    { host: `${word(i * 7)}.example` },
    { name: `house_${word(i)}*` },
    { broughtInBy: `${word(i * 11)}.example` },
  ][i % 3]!;
  return { id: String(i), siteId: null, enabled: true, when, purpose: 'functional', service: `House ${i}` };
}

function makeItems(): Item[] {
  return Array.from({ length: ITEMS }, (_, i): Item => {
    const host = `${i % 3 ? 'cdn.' : ''}${word(i * 13)}.example`;
    const chain = ['http://site.example/', `http://${word(i % 97)}.example/m.js`, `http://${host}/t.js`].map((url) => ({
      url,
      how: 'script' as const,
      kind: 'script' as const,
    }));
    const common = { pages: ['http://site.example/'], chain, host };
    if (i % 3 === 0)
      return {
        ...common,
        kind: 'request',
        name: ['script', 'image', 'fetch'][i % 9 === 0 ? 0 : (i % 2) + 1]!,
        party: 'third',
      };
    const party = i % 2 ? 'third' : 'first';
    // Four in six are in the smallest of the catalogues, each in one of the ways in which its patterns say so.
    const nth = ((i * 7) % (PATTERNS / 40)) * 10;
    const known = word((nth + [0, 5, 8, 9, 0, 0][i % 6]!) * 31 + 5);
    const shape = [
      `${known}_${i % 1000}`,
      `x${i}_${known}`,
      `${known}_uid`,
      `${known}_uid`,
      `x${i % 5000}_${word(i * 5)}`,
      `${word(i * 3)}.visit.${i % 5000}`,
    ][i % 6]!;
    return {
      ...common,
      kind: i % 5 === 0 ? 'local-storage' : 'cookie',
      name: shape,
      party,
      host: party === 'first' ? 'site.example' : host,
      setBy: i % 4 ? 'script' : 'http',
      url: `http://${host}/t.js`,
      lifetimeSeconds: (i % 400) * 86_400,
      value: { form: 'identifier', length: 20, visits: 5, digests: ['a', 'b', 'c', 'd', 'e'] },
    };
  });
}

/** A made-up word of two or three syllables; the same for the same number. */
function word(n: number): string {
  const syllables = [
    'ka',
    'lo',
    'mir',
    'ten',
    'su',
    'vel',
    'da',
    'no',
    'pri',
    'gam',
    'zu',
    'hes',
    'bor',
    'fi',
    'qua',
    'ly',
    'tro',
    'wen',
    'ix',
    'o',
  ];
  const at = Math.abs((n * 2654435761) % 2 ** 32);
  return syllables[at % 20]! + syllables[Math.floor(at / 20) % 20]! + syllables[Math.floor(at / 400) % 20]!;
}
