import { regimeById } from './catalogue';
import { compileRules, type SiteRule } from './compile';
import { lawReader } from './coverage';
import { ruleFor } from './decide';
import { GPC_WORDS, list } from './facts';
import { laxerFields, laxerWords } from './laxer';
import { articleOf, type TriedSite } from './outcome';
import { parsePlace, placeCode } from './place';
import type { RegimeOverride } from './place-rule';
import { resolveRegime } from './resolve';
import { AGE_NEEDS, type AgeNeed, type ModeKey, type PlaceRule, type TraceStep } from './types';
import { ACTIVITY_WORDS, MODE_WORDS } from './words';

/** A site's treatments of its visitors, as they stand on a day (ISO date). */
export interface DocumentedSite extends TriedSite {
  on: string;
}

/** Places whose visitors are treated alike, and how: column → words. An empty code is an unknown place. */
export interface TreatmentRow {
  places: string[];
  cells: Record<string, string>;
}

/** Where two states of a site's treatments differ: what changes for which places. */
export interface TreatmentChange {
  places: string[];
  changes: { column: string; before: string; after: string }[];
}

const NEED_WORDS: Record<AgeNeed, string> = {
  'own-yes': 'the child’s own yes for',
  guardian: 'a guardian’s yes for',
  forbidden: 'forbidden:',
};

/** "Who is asked what, and why": one row for each treatment, the site's own rules first, the fallback last. */
export function treatmentRows(site: DocumentedSite, places: readonly string[]): TreatmentRow[] {
  const cellsAt = describer(site);
  const rows = new Map<string, TreatmentRow & { order: number }>();
  for (const place of places) {
    const { cells, order } = cellsAt(place);
    const key = JSON.stringify(cells);
    const row = rows.get(key);
    if (row) row.places.push(place);
    else rows.set(key, { places: [place], cells, order });
  }
  return [...rows.values()].sort((a, b) => a.order - b.order).map(({ order: _order, ...row }) => row);
}

/** What is different for whom between two days, or two versions, of a site. Columns that only one of them has are told too. */
export function treatmentChanges(
  before: DocumentedSite,
  after: DocumentedSite,
  places: readonly string[],
): TreatmentChange[] {
  const [was, is] = [describer(before), describer(after)];
  const rows = new Map<string, TreatmentChange>();
  for (const place of places) {
    const [a, b] = [was(place).cells, is(place).cells];
    const columns = [...new Set([...Object.keys(a), ...Object.keys(b)])];
    const changes = columns
      .map((column) => ({ column, before: a[column] ?? '', after: b[column] ?? '' }))
      .filter((change) => change.before !== change.after);
    if (changes.length === 0) continue;
    const key = JSON.stringify(changes);
    const row = rows.get(key);
    if (row) row.places.push(place);
    else rows.set(key, { places: [place], changes });
  }
  return [...rows.values()];
}

const LAST = 1_000_000;

/** Tells of one place after the other how its visitors are treated. */
function describer(site: DocumentedSite): (place: string) => { cells: Record<string, string>; order: number } {
  const { purposes, regions, on } = site;
  const table = compileRules(purposes, regions, on);
  const lawAt = lawReader(purposes, on);
  const nameOf = (id: string) => purposes.find((purpose) => purpose.id === id)?.name ?? id;
  const asked = purposes.filter(({ necessary }) => !necessary);
  /** Of every place that a rule treats the same, but for what the place's own law would ask. */
  const described = new Map<string, Record<string, string>>();
  const describe = (rule: PlaceRule, why: TraceStep | undefined): Record<string, string> => {
    const resolved = rule.regimes.map((id) => resolveRegime(id, on));
    const own = ownValues(rule, regions);
    const modeWords = (id: string) => {
      const mode = rule.modes[id] ?? 'opt-in';
      const step = { code: 'mode', purpose: id, mode, regime: rule.from?.[id] ?? rule.regimes[0] ?? null } as const;
      const { article, toBeConfirmed } = articleOf(step, { purposes, regions, regimes: rule.regimes, on });
      const source = article && `${article}${toBeConfirmed ? '; to be confirmed' : ''}`;
      return `${MODE_WORDS[mode]}${source ? ` (${source})` : ''}`;
    };
    return {
      'Treated by': causeWords(why, rule, regions.rules?.[(rule.siteRule ?? 0) - 1]),
      Law: some(resolved.map((regime) => regime.law)),
      ...Object.fromEntries(asked.map(({ id }) => [nameOf(id), modeWords(id)])),
      'Global Privacy Control': GPC_WORDS[rule.gpc],
      'A yes stands': dayWords(rule.yesDays, 'until it is taken back'),
      'A refusal stands': dayWords(rule.refusalDays, 'until it is taken back'),
      'Asked again': rule.askAgainDays === null ? '' : `after ${rule.askAgainDays} days at the earliest`,
      Children: (rule.ages ?? []).map(({ under, needs }) => `under ${under}: ${needsWords(needs, nameOf)}`).join('. '),
      Links: [...new Set(resolved.flatMap((regime) => regime.links.value))].join(', '),
      'Own values': own.words,
      Reason: own.reasons,
    };
  };
  return (code) => {
    const why: TraceStep[] = [];
    const place = parsePlace(code);
    const rule = ruleFor(place, table, why);
    const key = `${table.rules.indexOf(rule)} ${why[0]?.code}`;
    let cells = described.get(key);
    if (!cells) {
      cells = describe(rule, why[0]);
      described.set(key, cells);
    }
    const law = place && lawAt(placeCode(place));
    const laxer = law ? laxerFields(rule, law) : [];
    const order = rule.siteRule ?? (why[0]?.code === 'place-unserved' || !place ? LAST : LAST / 2);
    return {
      cells: { ...cells, 'Less than the law': laxer.length > 0 ? laxerWords(laxer, purposes) : '' },
      order,
    };
  };
}

const dayWords = (days: number | null, without: string) => (days === null ? without : `${days} days`);

function needsWords(needs: Record<string, AgeNeed>, nameOf: (id: string) => string): string {
  return AGE_NEEDS.flatMap((need) => {
    const names = Object.keys(needs).filter((id) => needs[id] === need);
    return names.length > 0 ? `${NEED_WORDS[need]} ${list(names.map(nameOf))}` : [];
  }).join(', ');
}

/** The first of a long list: all states of a country would fill a page. */
const some = (words: readonly string[]) =>
  words.length > 4 ? `${words.slice(0, 3).join(', ')} and ${words.length - 3} more` : list(words);

const regimeName = (id: string) => regimeById(id)?.name ?? id;

function causeWords(step: TraceStep | undefined, { regimes, siteRule }: PlaceRule, rule: SiteRule | undefined): string {
  const names = some(regimes.map(regimeName));
  if (siteRule !== undefined && rule) {
    const how = {
      law: `the law of the place: ${names}`,
      stricter: `the stricter of ${names}`,
      regime: `as in ${names}`,
      nothing: 'nothing is asked',
    }[rule.treat];
    return `rule ${siteRule}: ${how}`;
  }
  if (step?.code === 'place-unserved' || step?.code === 'place-unknown') return `fallback: ${names}`;
  return step?.code === 'subdivision-unknown'
    ? `state unknown: ${regimes.length > 1 ? 'the stricter of ' : 'as in '}${names}`
    : `the law of the place: ${names}`;
}

function ownValues({ regimes, siteRule }: PlaceRule, { rules = [], overrides = {} }: TriedSite['regions']) {
  const own: (RegimeOverride & { reason?: string })[] = [
    ...regimes.flatMap((id) => overrides[id] ?? []),
    ...(siteRule === undefined ? [] : [rules[siteRule - 1]!]),
  ];
  const unique = (texts: string[]) => [...new Set(texts)].join('; ');
  return {
    words: unique(own.flatMap(overrideWords)),
    reasons: unique(own.flatMap(({ reason }) => reason ?? [])),
  };
}

/** An organisation's own values, each as a clause. */
export function overrideWords({ modes = {}, yesDays, refusalDays, askAgainDays }: RegimeOverride): string[] {
  const of = (days: number | undefined, words: string) => (days === undefined ? [] : [`${words} ${days} days`]);
  return [
    ...(Object.keys(modes) as ModeKey[]).map(
      (key) => `${key === 'default' ? 'purposes in general' : ACTIVITY_WORDS[key]} ${MODE_WORDS[modes[key]!]}`,
    ),
    ...of(yesDays, 'a yes stands for'),
    ...of(refusalDays, 'a refusal stands for'),
    ...of(askAgainDays, 'asked again at the earliest after'),
  ];
}
