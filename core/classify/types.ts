import { z } from 'zod';
import { ITEM_KINDS, type Item, type Sign } from '../observe/types';
import type { Because, SeenThen } from './because';
import { namePatternSchema } from './name-pattern';

/**
 * Who decided. `organisation`: a person, on another site of the organisation. `setup`: the setup file that the command
 * line reads, or the gate itself.
 */
export const AUTHORS = ['person', 'organisation', 'house-rule', 'catalogue', 'heuristic', 'setup'] as const;
export type Author = (typeof AUTHORS)[number];

/** Legal bases for what follows storing or reading: GDPR Art. 6(1)(a) to (f), and the exception of ePrivacy Art. 5(3). */
export const LEGAL_BASES = {
  consent: 'consent (GDPR Art. 6(1)(a))',
  contract: 'contract (GDPR Art. 6(1)(b))',
  'legal-obligation': 'legal obligation (GDPR Art. 6(1)(c))',
  'vital-interests': 'vital interests (GDPR Art. 6(1)(d))',
  'public-task': 'public task (GDPR Art. 6(1)(e))',
  'legitimate-interests': 'legitimate interests (GDPR Art. 6(1)(f))',
  'strictly-necessary': 'strictly necessary (ePrivacy Directive Art. 5(3))',
} as const;
export type LegalBasis = keyof typeof LEGAL_BASES;
export const legalBasisSchema = z.enum(Object.keys(LEGAL_BASES) as [LegalBasis, ...LegalBasis[]]);

/** The decision which purpose and service an item has, with who decided and why. */
export interface Ruling {
  purpose: string;
  service: string;
  /** For visitors, in a sentence. */
  description?: string;
  policyUrl?: string;
  legalBasis?: LegalBasis;
  /** As visitors are told; absent: as the scan found it. `null`: until the browser closes. */
  lifetimeSeconds?: number | null;
  by: Author;
  because: Because;
  /** From 0 to 1; a person's ruling is 1. */
  confidence: number;
  /** Of a person's ruling: what was in sight when it was made. */
  seen?: SeenThen;
}

/** What classification reads of an item; the more is there, the more can be said. */
export type Classifiable = Pick<Item, 'kind' | 'name' | 'host' | 'party'> & Partial<Item>;

/** Rules an item, or says nothing (`null`) and leaves it open. */
export type Classifier = (item: Classifiable) => Ruling | null;

/** What a heuristic may look at. */
export interface Evidence {
  item: Classifiable;
  /** What scans noticed besides items. */
  signs: SignBook;
  /** What a person ruled of anything of a host, else the surest suggestion for it; absent without an inventory. */
  siblings?(host: string): Sibling | null;
  /** What is known of a third-party host by house rule, catalogue or open data; `null`: nothing. */
  known(host: string): Ruling | null;
}

/** What is suggested for one item, or was ruled of it by a person, as it bears on others of the same host. */
export interface Sibling {
  /** Of the item it is for; see `itemKey`. */
  key: string;
  purpose: string;
  service?: string;
  confidence: number;
  because: Because;
}

/** Signs, found by what they are about. */
export interface SignBook {
  /** Hosts other than its own that the identifier in this cookie or key was sent to. */
  sentTo(name: string, host: string): readonly string[];
  /** Signs of a kind that a host gave. */
  of<What extends Sign['what']>(what: What, host: string): readonly Extract<Sign, { what: What }>[];
}

/** One entry of a catalogue file. Keyed by technical identifiers only: a name pattern, a host, or both. */
export const catalogueEntrySchema = z
  .strictObject({
    kinds: z.array(z.enum(ITEM_KINDS)).optional(),
    /** Cookie name or storage key; `*` stands for any run of characters. */
    name: namePatternSchema.optional(),
    host: z.string().min(1).max(253).optional(),
    service: z.string().trim().min(1, 'must not be empty').max(200),
    purpose: z.string().min(1, 'must not be empty').max(63),
    description: z.string().max(2000).optional(),
    policyUrl: z.string().max(2000).optional(),
    /** How long it usually lives, in seconds. */
    lifetimeSeconds: z.number().int().min(0).nullable().optional(),
  })
  .refine((entry) => entry.name !== undefined || entry.host !== undefined, 'an entry needs a name, a host or both');
export type CatalogueEntry = z.output<typeof catalogueEntrySchema>;

export const catalogueSchema = z.strictObject({
  format: z.literal('douane.catalogue/1'),
  source: z.string(),
  readOn: z.string(),
  entries: z.array(catalogueEntrySchema),
});
export type Catalogue = z.output<typeof catalogueSchema>;
