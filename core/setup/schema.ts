import { z } from 'zod';
import { CHOICE_OVER } from '../consent/choice-over';
import { AFTER_CHOICE, HOLDERS, UNRULED } from '../hold/types';
import { ITEM_KINDS } from '../observe/types';
import { TREATMENTS } from '../regimes/compile';
import { ACTIVITIES, type Mode } from '../regimes/types';
import { bannerSchema } from './banner-schema';
import { languageTag, line, text, webAddress } from './fields';

/** Name of the format as it is written now; older ones are brought up to it (`upgrade.ts`). */
export const FORMAT = 'douane.setup/3';

const slug = z
  .string()
  .regex(
    /^[a-z0-9][a-z0-9-]{0,62}$/,
    'use small letters, digits and hyphens, at most 63, starting with a letter or digit',
  );
const host = z
  .string()
  .regex(
    /^(?=.{1,253}$)[a-z0-9_-]+(\.[a-z0-9_-]+)*$/i,
    'a host name such as tags.example.org, without scheme, port or path',
  );
/** A host, where it serves several purposes with the beginning of a path: `cdn.example.org/ads/`. */
const hostAndPath = z
  .string()
  .max(500)
  .regex(
    /^[a-z0-9_-]+(\.[a-z0-9_-]+)*(\/[^\s?#]*)?$/i,
    'a host name such as tags.example.org, or with the beginning of a path such as cdn.example.org/ads/',
  );
const origin = webAddress.refine(
  (text) => !URL.canParse(text) || new URL(text).origin === text.replace(/\/$/, ''),
  'an address without path, such as https://www.example.org',
);
export const purposeSchema = z.strictObject({
  id: slug,
  name: line,
  text,
  necessary: z.boolean().optional(),
  /** What laws tell apart in it. */
  activities: z.array(z.enum(ACTIVITIES)).max(ACTIVITIES.length).optional(),
  translations: z.record(languageTag, z.strictObject({ name: line, text })).optional(),
});

export const serviceItemSchema = z.strictObject({
  kind: z.enum(ITEM_KINDS),
  name: z.string().min(1).max(4096),
  host: z.string().max(253).optional(),
  /** `*` in the name stands for any run of characters. */
  pattern: z.boolean().optional(),
  lifetimeSeconds: z.number().nullable().optional(),
  description: z.string().max(2000).optional(),
});

/** Who stands behind a service; what GDPR Art. 13(1)(a), (e), (f) and 13(2)(a) want told. */
export const providerFields = {
  provider: z.string().trim().max(200).optional(),
  address: z.string().trim().max(500).optional(),
  /** ISO 3166-1 alpha-2. */
  country: z
    .string()
    .regex(/^[A-Z]{2}$/, 'a country code of two capitals, such as IE')
    .optional(),
  retention: z.string().trim().max(500).optional(),
  subProcessors: z.string().trim().max(2000).optional(),
};

export const serviceSchema = z.strictObject({
  id: slug,
  name: line,
  purpose: slug,
  hosts: z.array(hostAndPath),
  items: z.array(serviceItemSchema),
  policyUrl: webAddress.optional(),
  ...providerFields,
});

const ASKED = ['notice', 'opt-out', 'opt-in'] as const satisfies readonly Mode[];
const days = z.number().int().min(1, 'at least one day').max(730, 'at most 730 days');
const overrideSchema = z.strictObject({
  /** Treatment of purposes of no activity (`default`), and by activity. */
  modes: z.partialRecord(z.enum(['default', ...ACTIVITIES]), z.enum(ASKED)).optional(),
  yesDays: days.optional(),
  refusalDays: days.optional(),
  askAgainDays: days.optional(),
  /** Why the organisation is laxer than the law as we read it; shown in reports. */
  reason: z.string().trim().max(2000).optional(),
});

/** One rule of a site: which visitors, and how they are treated. */
const siteRuleSchema = z.strictObject({
  places: z.array(z.string().max(40)).min(1, 'at least one place').max(300, 'at most 300 places'),
  treat: z.enum(TREATMENTS),
  /** Of the other regime, where the treatment wants one. */
  regime: z.string().max(40).optional(),
  ...overrideSchema.shape,
});
const MOST_RULES = 200;

export const regionsSchema = z.strictObject({
  regimes: z.array(z.string().max(40)).min(1, 'at least one regime').max(300),
  fallback: z.string(),
  overrides: z.record(z.string(), overrideSchema).optional(),
  /** In order; the first that covers a visitor's place is his treatment. */
  rules: z
    .array(siteRuleSchema)
    .max(MOST_RULES, `at most ${MOST_RULES} rules; name all places of one treatment in one rule`)
    .optional(),
});

export const siteSchema = z.strictObject({
  key: slug,
  name: line,
  /** Where a scan begins. */
  address: webAddress,
  /** Origins on which choices count. */
  addresses: z.array(origin).min(1, 'at least one address'),
  /** Origins on which choices are recorded as tests and never counted. */
  staging: z.array(origin),
  /** Registrable domains that belong to the same owner. */
  ownDomains: z.array(host),
  /** Over what a visitor's choice is one; where it is not said, each address has its own. */
  choiceOver: z.enum(CHOICE_OVER).optional(),
});

export const holdingSchema = z.strictObject({
  /** What happens to third parties that nobody has ruled. */
  unruled: z.enum(UNRULED),
  /** Who holds in the page; where it is not said, the browser by a policy. */
  by: z.enum(HOLDERS).optional(),
  /** Whether the site's server sends the policy as a header, by the cookie in which the gate says what is granted. */
  header: z.boolean().optional(),
  /** Which tags that manage themselves are told, and for which purposes of the site their signals are. */
  tells: z
    .array(z.strictObject({ listener: slug, purposes: z.record(z.string().max(60), slug).optional() }))
    .max(30)
    .optional(),
  /** Which share of visitors' pages tells of third parties that nobody has ruled, and from how many on that is an alarm. */
  reports: z
    .strictObject({
      share: z.number().min(0).max(1),
      alarmFrom: z.int('a whole number of reports').min(1, 'at least 1').max(10_000, 'at most 10,000'),
    })
    .optional(),
  /** What a page does after a choice; where it is not said, it lets go. */
  afterChoice: z.enum(AFTER_CHOICE).optional(),
});

/** Its form; what holds between its parts is in `cross-checks.ts`. */
export const setupSchema = z.strictObject({
  format: z.literal(FORMAT, `no format that is known here; this version writes ${FORMAT} and reads all before it`),
  site: siteSchema,
  /** Base address of place and recorder, as visitors reach it: `…/place`, `…/records`. */
  recorder: webAddress,
  purposes: z.array(purposeSchema).min(1),
  services: z.array(serviceSchema),
  regions: regionsSchema,
  holding: holdingSchema,
  banner: bannerSchema,
  /** By the name of a policy that visitors are asked beside: its version that was the last major change. */
  policies: z.record(slug, z.number().int().positive()).optional(),
});
