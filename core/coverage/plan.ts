import { z } from 'zod';
import { patternProblem } from './patterns';

const pattern = z
  .string()
  .trim()
  .min(1, 'give a pattern such as /shop/**')
  .max(300, 'at most 300 characters')
  .superRefine((text, ctx) => {
    const why = patternProblem(text);
    if (why) ctx.addIssue({ code: 'custom', message: why });
  });

const webAddress = z
  .string()
  .trim()
  .max(2000)
  .refine((text) => /^https?:\/\//i.test(text) && URL.canParse(text), 'a web address such as https://www.example.org/');

const selector = z.string().trim().min(1, 'give a CSS selector').max(500);

/** Something a visitor does on a page once it has loaded. */
const stepSchema = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('click'), on: pattern, selector }),
  z.strictObject({ do: z.literal('wait-for'), on: pattern, selector }),
  z.strictObject({ do: z.literal('fill'), on: pattern, selector, text: z.string().max(500) }),
]);
export type Step = z.output<typeof stepSchema>;

/** What of a site is visited, and as whom. Every field has a default, so `{}` is the beginner's case: the whole site. */
export const scanPlanSchema = z.strictObject({
  /** Most pages to visit. */
  pages: z.number().int().min(1, 'at least 1').max(5000, 'at most 5000').default(100),
  /** Clicks away from the start at most; `null`: any. */
  depth: z.number().int().min(0, 'at least 0').max(100, 'at most 100').nullable().default(null),
  /** Visit these addresses alone, without following links. */
  listed: z.array(webAddress).max(5000, 'at most 5000 addresses').default([]),
  sitemaps: z.boolean().default(true),
  include: z.array(pattern).max(100).default([]),
  exclude: z.array(pattern).max(100).default([]),
  /** Which parts of the query make another page: all, none, or the named ones. */
  queries: z.union([z.enum(['all', 'none']), z.array(z.string().trim().min(1).max(100)).max(50)]).default('all'),
  device: z.enum(['desktop', 'phone']).default('desktop'),
  /** BCP 47 tag sent as the visitor's language. */
  language: z.string().trim().refine(isLanguage, 'a language tag such as en, de or pt-BR').default('en-GB'),
  /** Further request headers, such as one by which the delivery network tells the place. */
  headers: z
    .record(
      z.string().regex(/^[!#$%&'*+.^_`|~0-9A-Za-z-]+$/, 'a header name'),
      z
        .string()
        .max(500)
        .regex(/^[\x20-\x7e]*$/),
    )
    .default({}),
  steps: z.array(stepSchema).max(20, 'at most 20 steps').default([]),
  /** Visit every page a second time as somebody who said yes to all through the site's own banner. */
  afterYes: z.boolean().default(false),
  /** The owner says that it is his site, so `robots.txt` need not be obeyed. */
  ownSite: z.boolean().default(false),
  /** Pages loaded side by side. */
  parallel: z.number().int().min(1, 'at least 1').max(16, 'at most 16').default(8),
  /** Least time between the starts of two pages. */
  delayMs: z.number().int().min(0).max(60_000, 'at most 60000').default(0),
  /** Least time on each page once it has loaded, for tags that start late. */
  stayMs: z.number().int().min(0).max(30_000, 'at most 30000').default(0),
  /** Open what opens on the first page of each family: details, menus, films, maps. */
  explore: z.boolean().default(true),
  badCertificates: z.boolean().default(false),
  /** Keep all requests of every page, to be saved as HAR. */
  keepHar: z.boolean().default(false),
});
export type ScanPlan = z.output<typeof scanPlanSchema>;

/** The plan of a site for which nobody made one. */
export const defaultScanPlan = (): ScanPlan => scanPlanSchema.parse({});

function isLanguage(text: string): boolean {
  try {
    return Intl.getCanonicalLocales(text).length === 1;
  } catch {
    return false; // a RangeError is how Intl says no
  }
}
