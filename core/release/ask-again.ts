import type { AskedAnew } from '../regimes/types';
import type { ASKED_FOR, WHOM } from '../setup/banner-schema';
import type { Setup } from '../setup/types';

export type Whom = (typeof WHOM)[number];
/** Whom a site asks again though nothing is new; `null`: nobody. */
export const PRESSES = ['accepters', 'refusers', 'everyone'] as const;
export type Press = (typeof PRESSES)[number] | null;

export type AskedFor = (typeof ASKED_FOR)[number];
/** Whom it asks, where the site says nothing else. */
export const DEFAULT_ASKS_AGAIN: Record<AskedFor, Whom> = {
  purpose: 'everyone',
  service: 'accepters',
  policy: 'accepters',
};

/** One thing for which visitors are asked again. `purposes`: ids of those that they are asked for. */
export interface AskedAgain {
  because:
    | { code: 'purpose'; purpose: string }
    | { code: 'service'; service: string }
    | { code: 'policy' }
    | { code: 'press' };
  whom: Whom | 'refusers';
  purposes: string[];
}

/** The release before, as far as it tells whom the next one asks again. */
export interface Before {
  setup: Setup;
  rules: { purposes: readonly { id: string; necessary?: boolean; anew?: AskedAnew }[] };
}

/**
 * What is new in a setup that visitors said nothing to yet: purposes, services (a yes names its recipients; GDPR art. 4(11)),
 * another policy. Compared with the newest release, whether or not it is in force. `press`: the site asks without any of that.
 */
export function askedAgain(setup: Setup, before: Pick<Before, 'setup'> | null, press: Press): AskedAgain[] {
  if (!before) return [];
  const whom = { ...DEFAULT_ASKS_AGAIN, ...setup.banner.asking?.again };
  const asked = setup.purposes.filter(({ necessary }) => !necessary);
  const all = asked.map(({ id }) => id);
  const old = new Map(before.setup.purposes.map((purpose) => [purpose.id, purpose]));
  const known = new Set(before.setup.services.map(({ name, purpose }) => `${purpose} ${name}`));
  return [
    ...asked
      .filter(({ id, activities = [] }) => {
        const was = old.get(id);
        return !was || was.necessary || activities.some((activity) => !was.activities?.includes(activity));
      })
      .map(({ id, name }): AskedAgain => {
        return { because: { code: 'purpose', purpose: name }, whom: whom.purpose, purposes: [id] };
      }),
    ...setup.services
      .filter(({ name, purpose }) => all.includes(purpose) && old.has(purpose) && !known.has(`${purpose} ${name}`))
      .map(({ name, purpose }): AskedAgain => {
        return { because: { code: 'service', service: name }, whom: whom.service, purposes: [purpose] };
      }),
    ...(isAnotherPolicy(setup, before.setup)
      ? [{ because: { code: 'policy' as const }, whom: whom.policy, purposes: all }]
      : []),
    ...(press ? [{ because: { code: 'press' as const }, whom: press, purposes: all }] : []),
  ];
}

/** Whether the banner links to another policy, or one that visitors know was changed in something that matters. */
function isAnotherPolicy({ banner, policies = {} }: Setup, before: Setup): boolean {
  const moved = before.banner.policyUrl !== undefined && before.banner.policyUrl !== banner.policyUrl;
  return moved || Object.entries(policies).some(([name, major]) => major > (before.policies?.[name] ?? 0));
}

/** What a release tells the decision, by purpose: what it asks again itself, and what those before it did. */
export function askedAnew(
  number: number,
  asked: readonly AskedAgain[],
  before: Before | null,
  purposes: readonly { id: string; necessary?: boolean }[],
): Record<string, AskedAnew> {
  const was = new Map(before?.rules.purposes.map((purpose) => [purpose.id, purpose]));
  return Object.fromEntries(
    purposes.map(({ id, necessary }) => {
      const anew: AskedAnew = { ...was.get(id)?.anew };
      // Records say yes to what was necessary; nobody was asked for that yes.
      if (!necessary && was.get(id)?.necessary) anew.yes = number;
      for (const { because, whom, purposes: of } of asked) {
        if (!of.includes(id)) continue;
        const isNew = because.code === 'purpose' && !was.has(id);
        if (isNew && whom !== 'everyone') anew.spares = whom === 'accepters' ? 'refusers' : 'everyone';
        // One that was there once before may have a yes from then.
        if (isNew || whom === 'everyone' || whom === 'accepters') anew.yes = number;
        if (whom === 'everyone' || whom === 'refusers') anew.no = number;
      }
      return [id, anew];
    }),
  );
}

/** Why visitors are asked again, as the end of a sentence: "because Ads is new". */
export function becauseWords({ because }: Pick<AskedAgain, 'because'>): string {
  switch (because.code) {
    case 'purpose':
      return `the purpose ${because.purpose} is new, or does more than it did`;
    case 'service':
      return `the service ${because.service} is new`;
    case 'policy':
      return 'the policy is another one, or changed in something that matters';
    case 'press':
      return 'whoever publishes wants it';
  }
}
