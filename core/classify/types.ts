import { z } from 'zod';
import { ITEM_KINDS } from '../observe/types';

/** The decision which purpose and service an item has, with who decided and why. */
export interface Ruling {
  purpose: string;
  service: string;
  description?: string;
  policyUrl?: string;
  by: 'catalogue' | 'setup' | 'person';
  reason: string;
  /** From 0 to 1; a person's ruling is 1. */
  confidence: number;
}

/** One entry of a catalogue file. Keyed by technical identifiers only: a name pattern, a host, or both. */
export const catalogueEntrySchema = z
  .strictObject({
    kinds: z.array(z.enum(ITEM_KINDS)).optional(),
    /** Cookie name or storage key; `*` stands for any run of characters. */
    name: z.string().min(1).optional(),
    host: z.string().min(1).optional(),
    service: z.string().min(1),
    purpose: z.string().min(1),
    description: z.string().optional(),
    policyUrl: z.string().optional(),
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
