import { z } from 'zod';
import type { Item, Sign } from '../observe/types';
import type { Because, SeenThen } from './because';

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
  /** On what the purpose depends; it is then no ruling but a suggestion. */
  depends?: string;
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
  /** What a catalogue says of the item without ruling it, since the purpose depends on how it is used. */
  depending?: Ruling | null;
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
