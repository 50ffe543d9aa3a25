import type { PlaceRule, ResolvedRegime } from '../regimes/types';
import type { Setup } from '../setup/types';
import type { BannerTextKey, BannerTexts } from '../texts/index';
import type { Measured, MeasuredLayer } from './measured';

/**
 * `breach`: a law says otherwise, and publishing asks why. `access`: some visitors cannot use it. `advice`: it could be
 * clearer.
 */
export const WEIGHTS_OF_FINDINGS = ['breach', 'access', 'advice'] as const;
export type FindingWeight = (typeof WEIGHTS_OF_FINDINGS)[number];

/** The place in the interface at which a finding is mended. */
export type Section = 'form' | 'face' | 'words' | 'languages' | 'button' | 'regions' | 'purposes' | 'services';

/** Visitors who are treated alike. */
export interface Region {
  rule: PlaceRule;
  /** Place codes, one at least; the empty one stands for everywhere else. */
  places: string[];
  regimes: ResolvedRegime[];
  /** Something waits for a yes. */
  asks: boolean;
  /** Something runs until an objection. */
  objects: boolean;
}

/** One language in which the banner speaks, as visitors read it. */
export interface Spoken {
  tag: string;
  texts: BannerTexts;
  /** Texts that the site wrote itself, by their keys. */
  own: Partial<Record<BannerTextKey, string>>;
}

/** What the rules look at. */
export interface Inspected {
  setup: Setup;
  /** ISO date as of which the laws are read. */
  on: string;
  regions: Region[];
  languages: Spoken[];
  measured: readonly Measured[];
}

export interface Found {
  /** What is wrong, in a sentence that names where. */
  what: string;
  /** Regimes that say so; none: it goes for all visitors. */
  regimes?: string[];
  /** Article of the law, or success criterion. */
  article: string;
  language?: string;
  /** One press that mends it. */
  mend?: { words: string; change(setup: Setup): Setup };
}

/** One rule of the lint; each has a file of its own. */
export interface LintRule {
  id: string;
  /** What is looked for, as a heading. */
  title: string;
  weight: FindingWeight;
  /** Why it matters, in a sentence or two. */
  means: string;
  section: Section;
  look(inspected: Inspected): Found[];
}

export interface Finding extends Omit<Found, 'mend'>, Pick<LintRule, 'title' | 'weight' | 'means' | 'section'> {
  rule: string;
  mend?: Found['mend'];
}

/** A layer that a browser drew, with whose it is. */
export interface Drawn {
  of: Measured;
  layer: MeasuredLayer;
  region: Region;
}
