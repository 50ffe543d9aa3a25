import { z } from 'zod';
import { webAddress } from '../setup/fields';

/** Whom a policy speaks to. */
export const AUDIENCES = {
  visitors: 'Visitors',
  customers: 'Signed-in users and customers',
  staff: 'Staff',
  applicants: 'Applicants',
  children: 'Children',
} as const;
export type Audience = keyof typeof AUDIENCES;
const audience = z.enum(Object.keys(AUDIENCES) as [Audience, ...Audience[]]);

/** On what a use of personal data rests (GDPR Art. 6(1)(a) to (f)). */
export const BASES = {
  consent: 'Consent',
  contract: 'Contract',
  'legal-duty': 'Legal obligation',
  vital: 'Vital interests',
  public: 'Public task',
  interest: 'Legitimate interests',
} as const;
export type Basis = keyof typeof BASES;

/** What protects data that goes to a third country (GDPR Art. 45, 46(2)(c), 47, 49). */
export const SAFEGUARDS = {
  adequacy: 'Adequacy decision',
  clauses: 'Standard contractual clauses',
  rules: 'Binding corporate rules',
  consent: 'Explicit consent',
} as const;
export type Safeguard = keyof typeof SAFEGUARDS;
const safeguard = z.enum(Object.keys(SAFEGUARDS) as [Safeguard, ...Safeguard[]]);

/** From whom data comes. */
export const SOURCES = {
  given: 'The person gives it',
  observed: 'It arises when the site is used',
  others: 'It comes from others',
} as const;

const short = z.string().trim().max(300, 'at most 300 characters').default('');
const long = z.string().trim().max(4_000, 'at most 4,000 characters').default('');
const mail = z.union([z.literal(''), z.email('an e-mail address')]).default('');
const country = z
  .union([z.literal(''), z.string().regex(/^[A-Z]{2}$/, 'a country by its two letters (ISO 3166-1)')])
  .default('');
const address = z.union([z.literal(''), webAddress]).default('');
const party = z.strictObject({ name: short, address: long, email: mail });
const id = z.string().regex(/^[\w-]{1,60}$/);

/** One use of personal data: what, where from, what for, on which basis, how long, to whom. */
export const useSchema = z.strictObject({
  id,
  /** Purpose of the banner that it is; none: it has to do with nothing that the site stores with visitors. */
  purpose: z.string().max(60).optional(),
  audiences: z.array(audience).default(['visitors']),
  what: short,
  source: z.enum(Object.keys(SOURCES) as [keyof typeof SOURCES, ...(keyof typeof SOURCES)[]]).default('given'),
  /** Who they are, where it comes from others. */
  from: short,
  why: short,
  basis: z.enum(Object.keys(BASES) as [Basis, ...Basis[]]).optional(),
  /** The interest pursued, and why nothing of the person's outweighs it; with `interest`. */
  interest: long,
  balance: long,
  retention: short,
  /** Whether it has to be given, and what follows if it is not (GDPR Art. 13(2)(e)). */
  must: long,
});
export type DataUse = z.output<typeof useSchema>;

const recipientSchema = z.strictObject({
  id,
  name: short,
  role: z.enum(['processor', 'controller', 'joint']).default('processor'),
  country,
  safeguard: safeguard.optional(),
  policyUrl: address,
});

/** What an organisation answers once for a site, for all its policies. Anything may still be empty. */
export const answersSchema = z.strictObject({
  controller: z
    .strictObject({
      name: short,
      address: long,
      email: mail,
      phone: short,
      /** Who acts for it, register with number, VAT number: what an imprint tells. */
      representedBy: short,
      register: short,
      vat: short,
    })
    .prefault({}),
  /** In the Union, where the controller is not (GDPR Art. 27). */
  representative: party.optional(),
  officer: party.optional(),
  uses: z.array(useSchema).max(200, 'at most 200 uses').default([]),
  /** Beside the services of the inventory. */
  recipients: z.array(recipientSchema).max(200, 'at most 200 recipients').default([]),
  /** By id of a service of the inventory that is in a third country. */
  safeguards: z.record(z.string().max(80), safeguard).default({}),
  /** Where somebody uses his rights; none: by e-mail to the controller. */
  rightsUrl: address,
  children: z.strictObject({ directed: z.boolean().default(false), means: long }).prefault({}),
  automated: z.strictObject({ used: z.boolean().default(false), logic: long, effect: long }).prefault({}),
  sale: z
    .strictObject({ sells: z.boolean().default(false), shares: z.boolean().default(false), incentives: long })
    .prefault({}),
  /** Supervisory authority that the organisation answers to; none: that of the law. */
  authority: z.strictObject({ name: short, url: address }).prefault({}),
});
export type Answers = z.output<typeof answersSchema>;

export const noAnswers = (): Answers => answersSchema.parse({});
