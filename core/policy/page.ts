import { settled } from '../colour/index';
import { directionOf } from '../language/index';
import { htmlText } from '../observe/plain-text';
import type { Face } from '../setup/types';
import { asHtml, type Element, element } from './tree';

/** A policy in one language, as the parts that it is made of. */
export interface Document {
  title: string;
  parts: Element[];
}

/** What stands around a document on a page of its own. */
export interface PageFrame {
  language: string;
  site: { name: string; address: string };
  face: Pick<Face, 'light' | 'dark' | 'scheme' | 'family'>;
  /** The same document in other languages: tag, and address from here. */
  languages: readonly (readonly [tag: string, address: string])[];
  /** Its versions that everybody may read: from which day (ISO date) each is in force, and its address from here. */
  history?: readonly { number: number; from: string; address: string }[];
}

/** A document as a page of its own: no script, nothing loaded, in the colours of the site's banner. */
export function documentPage(
  { title, parts }: Document,
  { language, site, face, languages, history = [] }: PageFrame,
): string {
  const nav =
    languages.length === 0
      ? ''
      : asHtml(
          element(
            'nav',
            languages.flatMap(([tag, href]) => [element('a', nameOf(tag), { href, hreflang: tag, lang: tag }), ' ']),
          ),
        );
  const own = element('a', site.name, { href: site.address });
  return `<!doctype html>
<html lang="${htmlText(language)}" dir="${directionOf(language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<meta name="color-scheme" content="${schemesOf(face).join(' ')}"><title>${htmlText(title)}, ${htmlText(site.name)}</title><style>${pageStyle(face)}</style></head>
<body><header>${asHtml(own)}${nav}</header><main>${parts.map(asHtml).join('')}</main>${historyPart(history, language)}</body></html>
`;
}

/** In no words, so that it is right in every language. */
function historyPart(history: NonNullable<PageFrame['history']>, language: string): string {
  if (history.length < 2) return '';
  const versions = history.map(({ number, from, address }) =>
    element('li', element('a', [`v${number}, `, dayPart(from, language)], { href: address })),
  );
  return `<footer>${asHtml(element('ul', versions))}</footer>`;
}

/** A day (ISO date) as it is written in a language. */
export function dayPart(day: string, language: string): Element {
  const words = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(new Date(day));
  return element('time', words, { datetime: day });
}

function nameOf(language: string): string {
  return new Intl.DisplayNames(language, { type: 'language' }).of(language) ?? language;
}

const schemesOf = ({ scheme }: Pick<Face, 'scheme'>) =>
  scheme === 'light' || scheme === 'dark' ? [scheme] : ['light', 'dark'];

/** Text that is easily read, by WCAG 2.2 success criterion 1.4.3. */
const LEAST = 4.5;

/** Style of a page of ours that visitors read, in the colours of the site's banner. */
export function pageStyle({ light, dark, scheme, family }: PageFrame['face']): string {
  const colours = ({ sheet, ink, accent }: typeof light) =>
    `:root{background:${sheet};color:${settled(ink, sheet, LEAST)}}a{color:${settled(accent, sheet, LEAST)}}`;
  const first = colours(scheme === 'dark' ? dark : light);
  const other = schemesOf({ scheme }).length > 1 ? `@media(prefers-color-scheme:dark){${colours(dark)}}` : '';
  return `${first}${other}${STYLE.replace('FAMILY', family ? `${family},` : '')}`;
}

const STYLE = `body{background:inherit;font:16px/1.55 FAMILYsystem-ui,sans-serif;max-width:46rem;margin:0 auto;padding:1.5rem 1rem 4rem;overflow-wrap:anywhere}
header{display:flex;flex-wrap:wrap;gap:.5rem 1.5rem;padding-block:.5rem}header a{display:inline-block;padding-block:.2rem}nav{display:flex;flex-wrap:wrap;gap:.5rem 1rem}
h1{font-size:1.9rem;line-height:1.2}h2{font-size:1.35rem;border-top:1px solid;padding-top:1rem;margin-top:2.5rem}h3{font-size:1.05rem;margin-bottom:.25rem}
dl{display:grid;grid-template-columns:max-content 1fr;gap:.15rem 1rem;margin:.25rem 0}dd{margin:0}ul,ol{padding-inline-start:1.2rem}li p{margin:0}code{font:.9em ui-monospace,monospace}
blockquote{margin:1rem 0;padding-inline-start:1rem;border-inline-start:3px solid}table{border-collapse:collapse;width:100%}th,td{border:1px solid;padding:.3rem .5rem;text-align:start;vertical-align:top}td p,th p{margin:0}
@media(max-width:30rem){dl{grid-template-columns:1fr}}form{margin-top:2rem}input,button{font:inherit;padding:.35rem .6rem;color:inherit;background:inherit;border:1px solid;border-radius:4px}
footer{border-top:1px solid;margin-top:3rem}footer a{display:inline-block;padding-block:.2rem}
@media print{:root{background:#fff;color:#000}a{color:inherit}header,form,footer{display:none}body{font-size:11pt;max-width:none;padding:0}h2,h3{break-after:avoid}li,tr,dl{break-inside:avoid}}`;
