import { z } from 'zod';
import { type HoldPlan, holdPlan, MEANS, type StoredPatterns, storedPatterns, UNRULED } from '../hold/index';
import { ITEM_KINDS } from '../observe/types';
import { AGE_NEEDS, MODES, type Rules } from '../regimes/types';
import { readSetup } from '../setup/parse';
import { rulesOf } from '../setup/site-rules';
import type { Setup } from '../setup/types';
import { askedAgain, askedAnew, type Before, type Press } from './ask-again';
import { type BannerContent, bannerContent } from './banner-content';

/**
 * What was frozen when a draft was published. Whatever runs (gate, recorder, place, check, policies) reads from it and
 * from nothing else, so any record can be read with the rules and the words that its visitor met.
 */
export interface Release {
  format: 'douane.release/1';
  /** Counted from 1 within a site. */
  number: number;
  /** Day (ISO date) as of which the laws were read. */
  compiledOn: string;
  /** The setup it was made from, in today's format. */
  setup: Setup;
  rules: Rules;
  plan: HoldPlan;
  /** By language tag. */
  contents: Record<string, BannerContent>;
  /** Origins from which records come: those that count, and those that are tests. */
  origins: { counted: string[]; staging: string[] };
}

/**
 * Freezes a setup as release `number`, as the laws stand on a day (ISO date). `before`: the newest release so far, since
 * what is new against it may have visitors asked again; `press`: whom to ask again without that.
 */
export function compileRelease(
  setup: Setup,
  number: number,
  on: string,
  before: Before | null = null,
  press: Press = null,
): Release {
  const origins = (addresses: readonly string[]) => [...new Set(addresses.map((address) => new URL(address).origin))];
  const rules = rulesOf(setup, on);
  const anew = askedAnew(number, askedAgain(setup, before, press), before, rules.purposes);
  return {
    format: 'douane.release/1',
    number,
    compiledOn: on,
    setup,
    rules: {
      ...rules,
      purposes: rules.purposes.map((one) => {
        const again = anew[one.id]!;
        return Object.keys(again).length > 0 ? { ...one, anew: again } : one;
      }),
    },
    plan: holdPlan(setup),
    contents: Object.fromEntries(setup.banner.languages.map((language) => [language, bannerContent(setup, language)])),
    origins: { counted: origins(setup.site.addresses), staging: origins(setup.site.staging) },
  };
}

/** How records from an origin are taken; `null`: they are not. */
export function originKind({ origins }: Pick<Release, 'origins'>, origin: string): 'counted' | 'staging' | null {
  if (origins.staging.includes(origin)) return 'staging';
  return origins.counted.includes(origin) ? 'counted' : null;
}

/** What a visitor's browser deletes again of a release when he refuses. */
export function storedPatternsOf({ plan, rules }: Pick<Release, 'plan' | 'rules'>): StoredPatterns {
  return storedPatterns(plan, new Set(rules.purposes.filter(({ necessary }) => necessary).map(({ id }) => id)));
}

const days = z.number().nullable();
const rulesSchema = z.object({
  purposes: z.array(
    z.object({
      id: z.string(),
      necessary: z.boolean().optional(),
      soldOrShared: z.boolean().optional(),
      anew: z
        .object({
          yes: z.number().optional(),
          no: z.number().optional(),
          spares: z.enum(['refusers', 'everyone']).optional(),
        })
        .optional(),
    }),
  ),
  rules: z.array(
    z.object({
      regimes: z.array(z.string()),
      modes: z.record(z.string(), z.enum(MODES)),
      gpc: z.enum(['ignored', 'refuses', 'binds']),
      yesDays: days,
      refusalDays: days,
      askAgainDays: days,
      ages: z.array(z.object({ under: z.number(), needs: z.record(z.string(), z.enum(AGE_NEEDS)) })).optional(),
      shows: z
        .object({
          links: z.array(z.string()).optional(),
          linkIcon: z.literal(true).optional(),
          closeRefuses: z.literal(true).optional(),
          wording: z.string().optional(),
        })
        .optional(),
      from: z.record(z.string(), z.string()).optional(),
      siteRule: z.number().optional(),
    }),
  ),
  places: z.record(z.string(), z.number()),
  stateUnknown: z.record(z.string(), z.number()),
  fallback: z.number(),
  elsewhere: z.number().optional(),
}) satisfies z.ZodType<Rules>;
const stored = z.enum(ITEM_KINDS).exclude(['request']);
const planSchema = z.object({
  rules: z.array(
    z.object({
      match: z.union([
        z.object({ kind: stored, name: z.string(), host: z.string().optional() }),
        z.object({ host: z.string(), path: z.string().optional() }),
      ]),
      purpose: z.string(),
      service: z.string(),
      means: z.array(z.enum(MEANS)),
    }),
  ),
  own: z.array(z.string()),
  unruled: z.enum(UNRULED),
}) satisfies z.ZodType<HoldPlan>;

const compiledSchema = z.object({
  compiledOn: z.string(),
  rules: rulesSchema,
  plan: planSchema,
  contents: z.record(
    z.string(),
    z.custom<BannerContent>((value) => typeof value === 'object' && value !== null),
  ),
  origins: z.object({ counted: z.array(z.string()), staging: z.array(z.string()) }),
});

/** What of a release is kept beside its setup. */
export type Compiled = z.output<typeof compiledSchema>;
/** What of a release is compiled from its setup, as it is kept beside it. */
export const compiledOf = ({ compiledOn, rules, plan, contents, origins }: Release): Compiled => ({
  compiledOn,
  rules,
  plan,
  contents,
  origins,
});

/**
 * Reads a release as it was kept. `compiled` is null for those of the first versions, which kept the setup alone: they
 * are compiled as of the day on which they were made. Throws where either is damaged.
 */
export function readRelease(kept: { number: number; setup: unknown; compiled: unknown; madeOn: string }): Release {
  const parsed = readSetup(kept.setup);
  if (!parsed.ok) {
    const { path, message } = parsed.problems[0]!;
    throw new Error(`release ${kept.number} cannot be read: ${path}: ${message}`);
  }
  if (kept.compiled === null) return compileRelease(parsed.value, kept.number, kept.madeOn);
  return {
    format: 'douane.release/1',
    number: kept.number,
    setup: parsed.value,
    ...withTexts(withNecessary(compiledSchema.parse(kept.compiled)), parsed.value),
  };
}

/** A text that came into the banner since a release was frozen is as it ships. */
function withTexts(compiled: Compiled, setup: Setup): Compiled {
  const contents = Object.entries(compiled.contents).map(([language, content]) => {
    const texts = { ...bannerContent(setup, language).texts, ...content.texts };
    return [language, { ...content, texts }] as const;
  });
  return { ...compiled, contents: Object.fromEntries(contents) };
}

/** Releases of the first versions leave the necessary out of what their rules treat. */
function withNecessary(compiled: Compiled): Compiled {
  const none = compiled.rules.purposes.flatMap(({ id, necessary }) => (necessary ? [[id, 'none' as const]] : []));
  const rules = compiled.rules.rules.map((rule) => ({
    ...rule,
    modes: { ...Object.fromEntries(none), ...rule.modes },
  }));
  return { ...compiled, rules: { ...compiled.rules, rules } };
}
