import { z } from 'zod';
import { LANGUAGE_TAG } from '../language/index';
import { BANNER_TEXTS, type BannerTextKey, RICH_TEXTS } from '../texts/keys';
import { languageTag, line, text, webAddress } from './fields';

const colour = z.string().regex(/^#[0-9a-f]{6}$/i, 'a colour as #rrggbb');
const pixels = (least: number, most: number) =>
  z.number().int('whole pixels').min(least, `at least ${least} pixels`).max(most, `at most ${most} pixels`);

const textsShape = Object.fromEntries(BANNER_TEXTS.map((key) => [key, RICH_TEXTS.includes(key) ? text : line]));
/** Some of the banner's texts, in one language. */
const someTexts = z.strictObject(textsShape as Record<BannerTextKey, z.ZodString>).partial();
const textsByLanguage = z.record(languageTag, someTexts);

const pagePath = z
  .string()
  .trim()
  .max(300)
  .regex(/^\/[^\s?#]*$/, 'a path such as /privacy or /help/*, without host, query or fragment');

/** What of a site may have its visitors asked again. */
export const ASKED_FOR = ['purpose', 'service', 'policy'] as const;
/** Who is asked again after a change, of those who have chosen. */
export const WHOM = ['everyone', 'accepters', 'nobody'] as const;

export const FORMS = ['bar', 'card', 'dialog', 'within'] as const;
export const CORNERS = ['top-left', 'top-right', 'bottom-left', 'bottom-right'] as const;
/** What can be pressed on the first layer. */
export const FIRST_ACTS = ['refuse', 'choose', 'accept'] as const;
/** How a button is drawn, from the heaviest to the lightest. */
export const WEIGHTS = ['filled', 'outlined', 'plain'] as const;
export const SCHEMES = ['light', 'dark', 'device', 'page'] as const;

const formSchema = z.strictObject({
  kind: z.enum(FORMS),
  /** Of a bar. */
  edge: z.enum(['top', 'bottom']),
  /** Of a card. */
  corner: z.enum(CORNERS),
  /** Of a dialog: the page behind is dimmed and waits. */
  dimmed: z.boolean(),
  /** Of a banner within the page: selector of the element that it stands in. */
  into: z.string().trim().max(200).optional(),
  /** The purposes stand with their ticks on the first layer already. */
  purposesFirst: z.boolean(),
  order: z
    .array(z.enum(FIRST_ACTS))
    .length(FIRST_ACTS.length, 'refuse, choose and accept, each once')
    .refine((acts) => new Set(acts).size === acts.length, 'refuse, choose and accept, each once'),
});

const paletteSchema = z.strictObject({
  sheet: colour,
  ink: colour,
  /** Buttons, ticks, links. */
  accent: colour,
  /** Border of the sheet, and hairlines. */
  line: colour,
});

export const MOST_CSS = 20_000;
/** Of a logo as it is kept: pixels of its longer side, and characters of its data address. */
export const LOGO_LIMITS = { pixels: 480, characters: 60_000 } as const;

const faceSchema = z.strictObject({
  scheme: z.enum(SCHEMES),
  light: paletteSchema,
  dark: paletteSchema,
  /** Font families as CSS lists them; empty: the system's own. */
  family: z
    .string()
    .max(300)
    .regex(/^[\p{L}\p{N} _,'"-]*$/u, 'font families as CSS lists them: "Acme Sans", Arial, sans-serif'),
  size: pixels(12, 22),
  /** Between the parts of the sheet. */
  space: pixels(6, 32),
  radius: pixels(0, 32),
  border: pixels(0, 6),
  shadow: z.enum(['none', 'soft', 'deep']),
  /** Of a card or dialog. */
  width: pixels(280, 900),
  weights: z.strictObject({ refuse: z.enum(WEIGHTS), choose: z.enum(WEIGHTS), accept: z.enum(WEIGHTS) }),
  /** Small picture at the head, as a data address. */
  logo: z
    .strictObject({
      data: z
        .string()
        .max(LOGO_LIMITS.characters, 'a logo of at most 44 KB; scale it down first')
        .regex(
          /^data:image\/(png|jpeg|webp);base64,[a-z0-9+/=]+$/i,
          'a picture as PNG, JPEG or WebP; an SVG is drawn first',
        ),
      width: pixels(1, LOGO_LIMITS.pixels),
      height: pixels(1, LOGO_LIMITS.pixels),
      alt: z.string().trim().max(200),
    })
    .optional(),
  /** The site's own rules on top; see `../banner/own-css.ts`. */
  css: z
    .string()
    .max(MOST_CSS, `at most ${MOST_CSS / 1000} KB of CSS`)
    .optional(),
});

const buttonSchema = z.strictObject({
  shown: z.boolean(),
  /** Where it is not shown: the page on which the link to the choice stands instead. */
  page: webAddress.optional(),
  corner: z.enum(CORNERS),
  shape: z.enum(['words', 'icon', 'both']),
  /** From the corner. */
  offset: z.strictObject({ x: pixels(0, 400), y: pixels(0, 400) }),
  phone: z.boolean(),
  desktop: z.boolean(),
  /** Hidden while something that this selector finds is to be seen, such as a chat bubble. */
  hideFor: z.string().trim().max(200).optional(),
});

/** What a look of the organisation keeps. */
export const lookSchema = z.strictObject({ form: formSchema, face: faceSchema, button: buttonSchema });

export const bannerSchema = z.strictObject({
  defaultLanguage: languageTag,
  /** Those in which the banner speaks. */
  languages: z.array(languageTag).min(1, 'at least one language').max(60),
  /** Those that are worked on and not shown to anybody yet. */
  drafts: z.array(languageTag).max(60).optional(),
  /** What decides the language: the browser's list, the page's `lang`, or nothing, so that it is the default. */
  speaks: z.enum(['browser', 'page', 'default']),
  /** By language: what the site says otherwise than the texts that ship. */
  texts: textsByLanguage,
  /** By language and text: what the default language said when it was translated, so that a change of it is seen. */
  translatedFrom: z.record(z.string().regex(LANGUAGE_TAG), z.record(z.string(), z.string().max(2000))).optional(),
  /** By language and sentence of a service or an item, as it stands in the default language: the same in that language. */
  sentences: z.record(languageTag, z.record(z.string().max(2000), text)).optional(),
  /** Languages whose texts, as they ship, somebody of the organisation has read, and the day on which it was said. */
  read: z.record(z.string().regex(LANGUAGE_TAG), z.string()).optional(),
  /** By regime: what is said otherwise to visitors there. */
  wording: z.record(z.string(), textsByLanguage).optional(),
  /** Look of the organisation that it was taken from, as it was then. */
  look: z.strictObject({ id: z.uuid(), revision: z.number().int().min(1) }).optional(),
  form: formSchema,
  face: faceSchema,
  button: buttonSchema,
  /** After a choice, a few words say what it was. */
  noticeAfter: z.boolean(),
  /** When the first layer comes by itself; absent: whenever something has to be asked. */
  asking: z
    .strictObject({
      /** Paths of pages on which it does not; `*` stands for any run of characters. */
      notOn: z.array(pagePath).max(50, 'at most 50 pages; `*` stands for many').optional(),
      /** Who is asked again, of those who have chosen, after a change; see `../release/ask-again.ts`. */
      again: z.partialRecord(z.enum(ASKED_FOR), z.enum(WHOM)).optional(),
    })
    .optional(),
  policyUrl: webAddress.optional(),
});
