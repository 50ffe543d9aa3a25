import { z } from 'zod';
import { ITEM_KINDS } from '../observe/types';
import { namePatternSchema } from './name-pattern';

const text = (most: number) => z.string().trim().min(1, 'must not be empty').max(most);
const host = z.string().min(1).max(253);
const kinds = z.array(z.enum(ITEM_KINDS));
/** How long it usually lives, in seconds; `null`: until the browser closes. */
const lifetimeSeconds = z.number().int().min(0).nullable().optional();

const aboutService = {
  service: text(200),
  purpose: text(63),
  /** For visitors, in a sentence. */
  description: z.string().max(2000).optional(),
  policyUrl: z.string().max(2000).optional(),
  provider: text(200).optional(),
  /** On what of the site's own settings the purpose depends; such an entry only suggests. */
  depends: text(500).optional(),
  /** Where it is known from: the provider's documentation, or a package with its version, read or observed. */
  from: text(300).optional(),
};

/** What a catalogue says of a service as a whole. */
export type AboutService = z.output<z.ZodObject<typeof aboutService>> & {
  requests?: { path: string; names: string[] }[];
};

/** One entry of a catalogue. Keyed by technical identifiers only: a name pattern, a host, or both. */
export const catalogueEntrySchema = z
  .strictObject({
    kinds: kinds.optional(),
    /** Cookie name or storage key; `*` stands for any run of characters. */
    name: namePatternSchema.optional(),
    host: host.optional(),
    ...aboutService,
    lifetimeSeconds,
  })
  .refine((entry) => entry.name !== undefined || entry.host !== undefined, 'an entry needs a name, a host or both');
export type CatalogueEntry = z.output<typeof catalogueEntrySchema>;

const flatSchema = z.strictObject({
  format: z.literal('douane.catalogue/1'),
  source: z.string(),
  readOn: z.string(),
  entries: z.array(catalogueEntrySchema),
});

const groupedSchema = z.strictObject({
  format: z.literal('douane.catalogue/2'),
  source: z.string(),
  readOn: z.string(),
  services: z.array(
    z.strictObject({
      ...aboutService,
      /** Hosts that serve nothing else, with all below them. */
      hosts: z.array(host).default([]),
      /** How its requests look, whichever host they are sent to. */
      requests: z
        .array(
          z.strictObject({
            /** End of the path; `*` stands for one part of it. */
            path: z
              .string()
              .max(200)
              .regex(/^\/\S+$/, 'must begin with /'),
            /** Names in the query or in what is posted, all of them. */
            names: z.array(text(60)).min(1),
          }),
        )
        .default([]),
      items: z
        .array(
          z.strictObject({
            name: namePatternSchema,
            kinds,
            host: host.optional(),
            lifetimeSeconds,
            from: text(300).optional(),
          }),
        )
        .default([]),
    }),
  ),
});

/** A catalogue as it is used, whichever format it was written in. */
export interface Catalogue {
  source: string;
  /** ISO date. */
  readOn: string;
  entries: CatalogueEntry[];
  /** All services, those too that are known by their scripts alone. */
  services: AboutService[];
}

/** Reads a catalogue file: `douane.catalogue/2`, by service, or `douane.catalogue/1`, entry by entry. */
export const catalogueSchema = z
  .discriminatedUnion('format', [flatSchema, groupedSchema])
  .transform((file): Catalogue => {
    const { source, readOn } = file;
    if ('entries' in file) return { source, readOn, entries: file.entries, services: file.entries };
    return { source, readOn, entries: file.services.flatMap(entriesOf), services: file.services };
  });

function entriesOf({
  hosts,
  items,
  requests: _,
  ...about
}: z.output<typeof groupedSchema>['services'][number]): CatalogueEntry[] {
  return [...items.map((item) => ({ ...about, ...item })), ...hosts.map((one) => ({ ...about, host: one }))];
}

/** Entries as a file of format `douane.catalogue/1`. `readOn`: ISO date. */
export function catalogueFile(entries: readonly CatalogueEntry[], source: string, readOn: string) {
  return { format: 'douane.catalogue/1' as const, source, readOn, entries: [...entries] };
}
