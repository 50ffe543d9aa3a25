import type { z } from 'zod';
import type { bannerSchema } from './banner-schema';
import type { purposeSchema, serviceSchema, setupSchema } from './schema';

/** A site's whole configuration as one JSON file, format `douane.setup/3`. */
export type Setup = z.output<typeof setupSchema>;
export type Purpose = z.output<typeof purposeSchema>;
export type Service = z.output<typeof serviceSchema>;
export type Holding = Setup['holding'];
export type Banner = z.output<typeof bannerSchema>;
export type BannerForm = Banner['form'];
export type Face = Banner['face'];
export type Palette = Face['light'];
export type ChoicesButton = Banner['button'];

/** The parts of a draft that people change, each with a revision of its own. Services follow from the rulings. */
export const DRAFT_PARTS = ['site', 'purposes', 'regions', 'holding', 'banner'] as const;
export type DraftPart = (typeof DRAFT_PARTS)[number];
