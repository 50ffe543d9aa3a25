import type { z } from 'zod';
import type { bannerSchema, bannerTextsSchema, purposeSchema, serviceSchema, setupSchema } from './schema';

/** A site's whole configuration as one JSON file, format `douane.setup/2`. */
export type Setup = z.output<typeof setupSchema>;
export type Purpose = z.output<typeof purposeSchema>;
export type Service = z.output<typeof serviceSchema>;
export type Banner = z.output<typeof bannerSchema>;
export type BannerTexts = z.output<typeof bannerTextsSchema>;

/** The parts of a draft that people change, each with a revision of its own. Services follow from the rulings. */
export const DRAFT_PARTS = ['site', 'purposes', 'regions', 'holding', 'banner'] as const;
export type DraftPart = (typeof DRAFT_PARTS)[number];

/** Names of the banner's texts. */
export const BANNER_TEXTS = [
  'title',
  'body',
  'accept',
  'refuse',
  'choose',
  'save',
  'button',
  'buttonObject',
  'panelTitle',
  'always',
  'services',
  'gpcObeyed',
  'failed',
  'retry',
  'record',
  'session',
  'close',
  'policy',
] as const satisfies readonly (keyof BannerTexts)[];
