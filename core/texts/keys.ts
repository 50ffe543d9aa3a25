/** Names of the banner's texts, in the order in which a translator meets them. */
export const BANNER_TEXTS = [
  // First layer.
  'title',
  'body',
  'accept',
  'refuse',
  'choose',
  'acceptOne',
  'refuseOne',
  'closeRefuses',
  'policy',
  // Second and third layer.
  'panelTitle',
  'save',
  'always',
  'services',
  'search',
  'noneFound',
  'details',
  'back',
  'provider',
  'country',
  'retention',
  'lifetime',
  'session',
  'policyOf',
  'record',
  'close',
  'gpcObeyed',
  // Notices.
  'failed',
  'retry',
  'accepted',
  'partly',
  'refused',
  // Choices button.
  'button',
  'buttonObject',
  // In place of embedded content.
  'heldTitle',
  'heldBody',
  'loadOnce',
  'loadAlways',
] as const;
export type BannerTextKey = (typeof BANNER_TEXTS)[number];
export type BannerTexts = Record<BannerTextKey, string>;

/** What ships in one language. */
export interface ShippedLanguage {
  texts: BannerTexts;
  /** Name and text of the purposes that ship, by their id. */
  purposes: Record<string, { name: string; text: string }>;
}

/** Those that may be long, and hold links, bold and italics; see `../banner/rich.ts`. */
export const RICH_TEXTS: readonly BannerTextKey[] = ['body', 'gpcObeyed', 'failed', 'heldBody'];

/**
 * Facts that stand in a text as `{name}` and are put in where it is shown. `when`: the texts that may hold it; in others
 * nobody would know the fact.
 */
export const FACTS: Readonly<Record<string, { means: string; in?: readonly BannerTextKey[] }>> = {
  site: { means: 'the site’s name' },
  services: { means: 'how many services were found' },
  lifetime: { means: 'how long a yes stands where the visitor is', in: ['body', 'accepted', 'partly', 'gpcObeyed'] },
  service: {
    means: 'the service that is held; on the button for always, its purpose',
    in: ['heldTitle', 'heldBody', 'loadAlways'],
  },
  provider: { means: 'who provides it', in: ['heldTitle', 'heldBody', 'loadAlways'] },
};

/** Placeholders of a text that stand for nothing there, without their braces. */
export function unknownFacts(key: BannerTextKey, text: string): string[] {
  return [...text.matchAll(/\{([^{}]*)\}/g)]
    .map(([, name]) => name!)
    .filter((name) => !Object.hasOwn(FACTS, name) || FACTS[name]!.in?.includes(key) === false);
}

/** A text with the facts that are known put in; the others stay for whoever knows them. */
export const withFacts = (text: string, facts: Partial<Record<string, string>>): string =>
  text.replace(/\{(\w+)\}/g, (whole, name: string) => facts[name] ?? whole);
