import { z } from 'zod';
import { ITEM_KINDS } from '../observe/types';
import { REGIMES } from '../regimes/catalogue';

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
export const webAddress = z
  .string()
  .refine(
    (text) => /^https?:\/\//i.test(text) && URL.canParse(text),
    'a web address starting with http:// or https://',
  );
const origin = webAddress.refine(
  (text) => !URL.canParse(text) || new URL(text).origin === text.replace(/\/$/, ''),
  'an address without path, such as https://www.example.org',
);
const colour = z.string().regex(/^#[0-9a-f]{6}$/i, 'a colour as #rrggbb');
const line = z.string().trim().min(1, 'must not be empty').max(200);
const text = z.string().trim().min(1, 'must not be empty').max(2000);

export const purposeSchema = z.strictObject({
  id: slug,
  name: line,
  text,
  necessary: z.boolean().optional(),
  /** A sale, sharing or targeted advertising in the sense of US state law. */
  sale: z.boolean().optional(),
  translations: z.record(z.string(), z.strictObject({ name: line, text })).optional(),
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
  hosts: z.array(host),
  items: z.array(serviceItemSchema),
  policyUrl: webAddress.optional(),
  ...providerFields,
});

const overrideSchema = z.strictObject({
  default: z.enum(['inform', 'object', 'ask']).optional(),
  sale: z.enum(['inform', 'object', 'ask']).optional(),
  choiceDays: z.number().int().min(1).max(730).optional(),
  /** Why the organisation is laxer than the law as we read it; shown in reports. */
  reason: z.string().trim().max(2000).optional(),
});

export const regionsSchema = z.strictObject({
  regimes: z.array(z.enum(REGIMES.map((regime) => regime.id) as [string, ...string[]])).min(1, 'at least one regime'),
  fallback: z.string(),
  overrides: z.record(z.string(), overrideSchema).optional(),
});

export const bannerTextsSchema = z.strictObject({
  title: line,
  body: text,
  accept: line,
  refuse: line,
  choose: line,
  save: line,
  button: line,
  buttonObject: line,
  panelTitle: line,
  always: line,
  services: line,
  gpcObeyed: text,
  failed: text,
  retry: line,
  record: line,
  /** Lifetime of what ends with the browser session. */
  session: line,
  close: line,
  policy: line,
});

export const bannerSchema = z.strictObject({
  defaultLanguage: z.string().regex(/^[a-z]{2}$/, 'a two-letter language code (ISO 639-1)'),
  texts: z.record(z.string().regex(/^[a-z]{2}$/), bannerTextsSchema),
  look: z.strictObject({
    position: z.enum(['bottom', 'corner', 'middle']),
    sheet: colour,
    ink: colour,
    accent: colour,
    radius: z.number().int().min(0).max(24),
  }),
  policyUrl: webAddress.optional(),
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
});

export const setupSchema = z
  .strictObject({
    format: z.literal('douane.setup/1'),
    site: siteSchema,
    /** Base address of place and recorder, as visitors reach it: `…/place`, `…/records`. */
    recorder: webAddress,
    purposes: z.array(purposeSchema).min(1),
    services: z.array(serviceSchema),
    regions: regionsSchema,
    banner: bannerSchema,
  })
  .superRefine(crossChecks);

type Draft = z.output<z.ZodObject<{ [K in 'purposes' | 'services' | 'regions' | 'banner']: z.ZodType }>> & {
  purposes: z.output<typeof purposeSchema>[];
  services: z.output<typeof serviceSchema>[];
  regions: z.output<typeof regionsSchema>;
  banner: z.output<typeof bannerSchema>;
};

/** What holds between the parts: ids that must exist, texts that must be there, laxer settings that need a reason. */
function crossChecks(setup: Draft, ctx: z.RefinementCtx): void {
  const problem = (path: (string | number)[], message: string) => ctx.addIssue({ code: 'custom', path, message });

  const ids = new Set<string>();
  setup.purposes.forEach((purpose, i) => {
    if (ids.has(purpose.id)) problem(['purposes', i, 'id'], `"${purpose.id}" is there twice`);
    ids.add(purpose.id);
  });
  // What nobody can refuse is one purpose with a fixed name, so that nothing slips in under another.
  if (!setup.purposes.some(({ id, necessary }) => id === 'necessary' && necessary)) {
    problem(['purposes'], 'there must be a purpose "necessary", and it must stay necessary: nobody can refuse it');
  }
  setup.purposes.forEach(({ id, name, necessary }, i) => {
    if (necessary && id !== 'necessary') {
      problem(
        ['purposes', i, 'necessary'],
        `${name} cannot be necessary as well; what needs no yes belongs under "necessary"`,
      );
    }
  });
  setup.services.forEach((service, i) => {
    if (!ids.has(service.purpose)) {
      problem(['services', i, 'purpose'], `no purpose "${service.purpose}"; there are ${[...ids].join(', ')}`);
    }
  });

  const { regimes, fallback, overrides = {} } = setup.regions;
  if (!regimes.includes(fallback)) {
    problem(['regions', 'fallback'], `"${fallback}" is not among the regimes served: ${regimes.join(', ')}`);
  }
  const order = ['none', 'inform', 'object', 'ask'];
  for (const [id, override] of Object.entries(overrides)) {
    const regime = REGIMES.find((r) => r.id === id);
    if (!regime || !regimes.includes(id)) {
      problem(['regions', 'overrides', id], `not among the regimes served: ${regimes.join(', ')}`);
      continue;
    }
    const laxer = (['default', 'sale'] as const).filter(
      (field) =>
        override[field] && order.indexOf(override[field]) < order.indexOf(regime.modes[field] ?? regime.modes.default),
    );
    if (laxer.length > 0 && !override.reason) {
      problem(['regions', 'overrides', id, 'reason'], `${laxer.join(' and ')} is laxer than ${regime.law}; say why`);
    }
  }

  if (!setup.banner.texts[setup.banner.defaultLanguage]) {
    problem(['banner', 'texts'], `no texts for the default language "${setup.banner.defaultLanguage}"`);
  }
}
