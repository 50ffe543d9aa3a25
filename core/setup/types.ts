import type { z } from 'zod';
import type { bannerSchema, bannerTextsSchema, purposeSchema, serviceSchema, setupSchema } from './schema';

/** A site's whole configuration as one JSON file, format `douane.setup/1`. */
export type Setup = z.output<typeof setupSchema>;
export type Purpose = z.output<typeof purposeSchema>;
export type Service = z.output<typeof serviceSchema>;
export type Banner = z.output<typeof bannerSchema>;
export type BannerTexts = z.output<typeof bannerTextsSchema>;
