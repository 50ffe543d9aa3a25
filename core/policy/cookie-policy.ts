import { directionOf } from '../language/index';
import { htmlText } from '../observe/plain-text';
import type { Release } from '../release/release';
import { type Declaration, type DeclaredService, declarationOf, KIND_NAMES } from './declaration';
import { asHtml, asMarkdown, asText, type Element, element, type Part } from './tree';

/** What of a policy is not in the declaration: the words around it, which ship in every language of the banner. */
interface Words {
  title: string;
  always: string;
  provider: string;
  country: string;
  retention: string;
  lifetime: string;
  session: string;
  policyOf: string;
  choices: string;
}

const wordsOf = ({ contents }: Release, language: string): Words => {
  const { texts } = contents[language]!;
  const { always, provider, country, retention, lifetime, session, policyOf } = texts;
  return {
    title: texts.policy,
    choices: texts.button,
    always,
    provider,
    country,
    retention,
    lifetime,
    session,
    policyOf,
  };
};

/** The cookie policy of a release in one of its languages, as the parts that it is made of. */
export function cookiePolicy(release: Release, language: string): { title: string; parts: Element[] } {
  const words = wordsOf(release, language);
  const declaration = declarationOf(release, language);
  const { site, version, on, purposes } = declaration;
  const day = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(new Date(on));
  const shown = purposes.filter(({ necessary, services }) => necessary || services.length > 0);
  return {
    title: `${words.title}, ${site}`,
    parts: [
      element('h1', words.title),
      element('p', [`${site}, `, element('time', day, { datetime: on }), `, v${version}`]),
      // Opens the choice where the gate runs; elsewhere there is nothing to open.
      element('p', element('button', words.choices, { type: 'button', 'data-douane-open': '' })),
      ...shown.map(({ id, name, text, necessary, services }) =>
        element(
          'section',
          [
            element('h2', name),
            element('p', necessary ? [text, ' ', element('strong', words.always)] : text),
            ...services.map((service) => ofService(service, words)),
          ],
          { id: `purpose-${id}` },
        ),
      ),
    ],
  };
}

function ofService({ name, provider, country, retention, policyUrl, items }: DeclaredService, words: Words): Element {
  const facts: [string, Part | undefined][] = [
    [words.provider, provider],
    [words.country, country],
    [words.retention, retention],
    [words.policyOf, policyUrl && element('a', policyUrl, { href: policyUrl, rel: 'noopener' })],
  ];
  const known = facts.flatMap(([term, fact]) => (fact ? [element('dt', term), element('dd', fact)] : []));
  return element('section', [
    element('h3', name),
    ...(known.length > 0 ? [element('dl', known)] : []),
    ...(items.length > 0
      ? [
          element(
            'ul',
            items.map(({ kind, name: called, lives, description }) => {
              const lifetime = lives === undefined ? '' : `, ${words.lifetime}: ${lives ?? words.session}`;
              return element('li', [
                element('code', called),
                ` ${KIND_NAMES[kind]}${lifetime}`,
                ...(description ? [element('p', description)] : []),
              ]);
            }),
          ),
        ]
      : []),
  ]);
}

/** In which forms a document is given out, by the end of its name. */
export const DOCUMENT_FORMS = {
  html: 'text/html',
  md: 'text/markdown',
  txt: 'text/plain',
  json: 'application/json',
} as const;
export type DocumentForm = keyof typeof DOCUMENT_FORMS;
/** Name of the file that has the cookie policy in a language and form. */
export const policyFile = (language: string, form: string): string => `policy.${language}.${form}`;

/** The cookie policy as a file. `html`: a page of its own. */
export function policyAs(release: Release, language: string, form: DocumentForm): string {
  if (form === 'json') return JSON.stringify(declarationOf(release, language) satisfies Declaration);
  const { title, parts } = cookiePolicy(release, language);
  switch (form) {
    case 'html':
      return page(release, language, title, parts);
    case 'md':
      return `${parts.map(asMarkdown).join('').trim()}\n`;
    case 'txt':
      return `${parts.map(asText).join('').trim()}\n`;
  }
}

function page({ setup }: Release, language: string, title: string, parts: readonly Element[]): string {
  const others = setup.banner.languages.filter((one) => one !== language);
  const nav =
    others.length === 0
      ? ''
      : asHtml(
          element(
            'nav',
            others.flatMap((one) => [
              element('a', nameOf(one), { href: policyFile(one, 'html'), hreflang: one, lang: one }),
              ' ',
            ]),
          ),
        );
  const own = element('a', setup.site.name, { href: setup.site.address });
  // There is no gate on this page, so the choice is opened on the site's own.
  const shown = parts.filter(({ parts: [first] }) => typeof first !== 'object' || first.tag !== 'button');
  return `<!doctype html>
<html lang="${htmlText(language)}" dir="${directionOf(language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<meta name="color-scheme" content="light dark"><title>${htmlText(title)}</title><style>${STYLE}</style></head>
<body><header>${asHtml(own)}${nav}</header><main>${shown.map(asHtml).join('')}</main></body></html>
`;
}

function nameOf(language: string): string {
  return new Intl.DisplayNames(language, { type: 'language' }).of(language) ?? language;
}

const STYLE = `:root{background:#fff;color:#18212b}a{color:#1f3fae}@media(prefers-color-scheme:dark){:root{background:#12181f;color:#e8ebee}a{color:#9db4ff}}
body{background:inherit;font:16px/1.55 system-ui,sans-serif;max-width:46rem;margin:0 auto;padding:1.5rem 1rem 4rem;overflow-wrap:anywhere}
header{display:flex;flex-wrap:wrap;gap:.5rem 1.5rem;padding-block:.5rem}header a{display:inline-block;padding-block:.2rem}nav{display:flex;flex-wrap:wrap;gap:.5rem 1rem}
h1{font-size:1.9rem;line-height:1.2}h2{font-size:1.35rem;border-top:1px solid;padding-top:1rem;margin-top:2.5rem}h3{font-size:1.05rem;margin-bottom:.25rem}
dl{display:grid;grid-template-columns:max-content 1fr;gap:.15rem 1rem;margin:.25rem 0}dd{margin:0}ul{padding-inline-start:1.2rem}li p{margin:0}code{font:.9em ui-monospace,monospace}
@media(max-width:30rem){dl{grid-template-columns:1fr}}@media print{header{display:none}body{max-width:none;padding:0}h2,h3{break-after:avoid}}`;
