import { lineOf, resolveRegime } from './resolve';
import { strictest } from './strictness';
import {
  type Activity,
  type AgeNeed,
  GPC_STOPS,
  type Mode,
  type ModeKey,
  type PlaceRule,
  type ResolvedRegime,
  type Shows,
} from './types';

/** An organisation's own values in place of a law's. */
export interface RegimeOverride {
  modes?: Partial<Record<ModeKey, Mode>>;
  yesDays?: number;
  refusalDays?: number;
  askAgainDays?: number;
  /** The banner speaks in its own wording there. */
  ownWording?: boolean;
}

export interface RuledPurpose {
  id: string;
  necessary?: boolean;
  activities?: readonly Activity[];
}

/** How one regime treats a site's purposes on a day, with the organisation's own values on top; see `resolveRegime`. */
export function ruleOf(
  id: string,
  purposes: readonly RuledPurpose[],
  override: RegimeOverride = {},
  on?: string,
): PlaceRule {
  const regime = resolveRegime(id, on);
  const modeOf = (key: ModeKey) =>
    override.modes?.[key] ?? regime.modes[key]?.value ?? override.modes?.default ?? regime.modes.default.value;
  const modes: Record<string, Mode> = {};
  for (const { id: purpose, necessary, activities = [] } of purposes) {
    if (necessary) {
      modes[purpose] = 'none';
      continue;
    }
    modes[purpose] = strictest('mode', keysOf(activities).map(modeOf));
  }
  const ages = agesOf(regime, purposes, modes);
  const shows: Shows = {
    ...(regime.links.value.length > 0 && { links: regime.links.value }),
    ...(regime.linkIcon && { linkIcon: true }),
    ...(regime.closeRefuses && { closeRefuses: true }),
    ...(override.ownWording && { wording: id }),
  };
  return {
    regimes: [id],
    modes,
    gpc: regime.gpc.value,
    yesDays: override.yesDays ?? regime.yesDays.value,
    refusalDays: override.refusalDays ?? regime.refusalDays.value,
    askAgainDays: override.askAgainDays ?? regime.askAgainDays.value,
    ...(ages.length > 0 && { ages }),
    ...shown([shows]),
  };
}

/** By what a law treats a purpose: its activities, or as purposes in general. */
export const keysOf = (activities: readonly Activity[] = []): readonly ModeKey[] =>
  activities.length > 0 ? activities : ['default'];

type Ages = NonNullable<PlaceRule['ages']>;

/**
 * What the age of a child changes: what the law says of an activity; that a yes is not a young child's to give; and that
 * nobody sells or targets a child below the regime's age without a guardian, also where its law says nothing of its own.
 */
function agesOf(
  { minors, childAge }: ResolvedRegime,
  purposes: readonly RuledPurpose[],
  modes: PlaceRule['modes'],
): Ages {
  const needOf = ({ id, activities = [] }: RuledPurpose, under: number): AgeNeed | undefined => {
    const band = minors.value.find((one) => one.under >= under);
    const own = keysOf(activities).some((key) => band?.of.includes(key)) ? band?.needs : undefined;
    const decisive = modes[id] === 'opt-in' || activities.some((activity) => GPC_STOPS.includes(activity));
    const guardian = decisive && under <= childAge.value ? 'guardian' : undefined;
    return strictest('age', [own, guardian]);
  };
  const asked = purposes.filter(({ necessary }) => !necessary);
  return bands([...minors.value.map(({ under }) => under), childAge.value], (under) =>
    needsOf(asked.map((purpose) => [purpose.id, needOf(purpose, under)])),
  );
}

const needsOf = (needs: [purpose: string, need: AgeNeed | undefined][]): Record<string, AgeNeed> =>
  Object.fromEntries(needs.filter((one): one is [string, AgeNeed] => one[1] !== undefined));

/** One band for each of the ages, from the youngest up; those that say what the next one says too are one with it. */
function bands(ages: readonly number[], needsUnder: (under: number) => Record<string, AgeNeed>): Ages {
  const all = [...new Set(ages)].sort((a, b) => a - b).map((under) => ({ under, needs: needsUnder(under) }));
  const same = (a: object, b: object | undefined) => JSON.stringify(a) === JSON.stringify(b ?? {});
  return all.filter(({ needs }, i) => !same(needs, all[i + 1]?.needs));
}

/** Several rules that hold at once, as one: the stricter value of each field, and whose it is. `all` must not be empty. */
export function joined(all: readonly PlaceRule[]): PlaceRule {
  const [first] = all as [PlaceRule];
  if (all.length === 1) return first;
  const each = <T>(of: (rule: PlaceRule) => T): T[] => all.map(of);
  const modes: Record<string, Mode> = {};
  const from: Record<string, string> = {};
  for (const purpose of Object.keys(first.modes)) {
    const mode = strictest(
      'mode',
      each((rule) => rule.modes[purpose]!),
    );
    const whose = all.find((rule) => rule.modes[purpose] === mode)!;
    const regime = whose.from?.[purpose] ?? whose.regimes[0];
    modes[purpose] = mode;
    if (regime) from[purpose] = regime;
  }
  const ages = bands(
    all.flatMap((rule) => (rule.ages ?? []).map(({ under }) => under)),
    (under) => {
      const of = each((rule) => rule.ages?.find((band) => band.under >= under)?.needs ?? {});
      return needsOf(
        Object.keys(modes).map((purpose) => [
          purpose,
          strictest(
            'age',
            of.map((needs) => needs[purpose]),
          ),
        ]),
      );
    },
  );
  const siteRule = each((rule) => rule.siteRule);
  return {
    regimes: innermost([...new Set(all.flatMap((rule) => rule.regimes))]),
    modes,
    gpc: strictest(
      'gpc',
      each((rule) => rule.gpc),
    ),
    yesDays: strictest(
      'yesDays',
      each((rule) => rule.yesDays),
    ),
    refusalDays: strictest(
      'refusalDays',
      each((rule) => rule.refusalDays),
    ),
    askAgainDays: strictest(
      'askAgainDays',
      each((rule) => rule.askAgainDays),
    ),
    ...(ages.length > 0 && { ages }),
    ...shown(all.flatMap((rule) => rule.shows ?? [])),
    from,
    ...(siteRule[0] !== undefined && siteRule.every((one) => one === siteRule[0]) && { siteRule: siteRule[0] }),
  };
}

/** All of them together; of several wordings the first. Nothing where there is none. */
function shown(all: readonly Shows[]): Pick<PlaceRule, 'shows'> {
  const links = [...new Set(all.flatMap((shows) => shows.links ?? []))];
  const shows = Object.assign({}, ...all.toReversed(), links.length > 0 && { links }) as Shows;
  return Object.keys(shows).length > 0 ? { shows } : {};
}

/** Without those from which another of them has what it does not say itself. */
export function innermost(ids: readonly string[]): string[] {
  const parents = new Set(
    ids.flatMap((id) =>
      lineOf(id)
        .slice(0, -1)
        .map((regime) => regime.id),
    ),
  );
  return ids.filter((id) => !parents.has(id));
}
