import { z } from 'zod';

/** Layers of what is known beforehand that can be switched off. */
export const LAYERS = [
  'organisation',
  'house-rules',
  'own-catalogue',
  'kits',
  'catalogue',
  'entities',
  'heuristics',
] as const;
export type LayerId = (typeof LAYERS)[number];

export const LAYER_WORDS: Record<LayerId, { title: string; what: string }> = {
  organisation: {
    title: 'Rulings on other sites',
    what: 'What a person ruled of the same third-party thing on another site of the organisation.',
  },
  'house-rules': { title: 'House rules', what: 'What people of the organisation settled for all items alike.' },
  'own-catalogue': {
    title: 'Own catalogue',
    what: 'Entries that the organisation or whoever runs this server brought in.',
  },
  kits: {
    title: 'Kits',
    what: 'Whose program it is that stores or sends: the kit of a service is known by names in it, from whatever host it comes.',
  },
  catalogue: {
    title: 'Open catalogue',
    what: 'What ships: names of cookies and keys, and hosts, by service.',
  },
  entities: {
    title: 'Open data on hosts',
    what: 'Who a host belongs to and of what kind he is (third-party-web). Says nothing where the kind tells no purpose.',
  },
  heuristics: {
    title: 'Heuristics',
    what: 'What an item does: each gives a suggestion with confidence and reason.',
  },
};

/** What an organisation decided about what rules by itself. */
export const classifySettingsSchema = z.strictObject({
  /** From this confidence up a suggestion rules by itself; above 1 none does. */
  bar: z.number().min(0.5, 'at least 0.5').max(1.01, 'at most 1; above, no suggestion rules by itself').default(0.9),
  /** Layers that are switched off. */
  off: z.array(z.enum(LAYERS)).default([]),
  /** Heuristics that are switched off, by id. */
  heuristicsOff: z.array(z.string().max(60)).max(100).default([]),
});
export type ClassifySettings = z.output<typeof classifySettingsSchema>;
export const DEFAULT_SETTINGS: ClassifySettings = classifySettingsSchema.parse({});
