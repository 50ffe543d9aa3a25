import type { ResolvedRegime } from '../regimes/types';
import type { BannerContent } from '../release/banner-content';
import type { Setup } from '../setup/types';
import { withFacts } from '../texts/keys';
import type { Answers } from './answers';
import { CHOICE_FRAGMENT } from './choice-fragment';
import type { Declaration } from './declaration';
import { foundParts } from './find';
import { inventoryParts, serviceFacts, shownPurposes } from './inventory';
import { dayPart } from './page';
import type { LiveBlock } from './rich/node';
import { type Element, element, type Part } from './tree';
import type { PolicyWords } from './words/index';

/** What a live block is filled in from, when somebody reads it. */
export interface LiveFacts {
  language: string;
  words: PolicyWords;
  /** Language of `words`, which are not there in all. */
  spoken: string;
  answers: Answers;
  site: Setup['site'];
  regimes: readonly ResolvedRegime[];
  declaration: Declaration;
  texts: BannerContent['texts'];
  /** The version that is read, and from which day (ISO date) it is in force; `null`: it is a draft. */
  version: { number: number; from: string } | null;
  /** What its reader looks for in the list of what is stored; absent: where nothing could answer. */
  find?: string;
  /** By which record he asks what he chose, which he would lose by asking for something else. */
  record?: string;
}

/** Marks what the embed fills in from the visitor's own browser; it has no place where no gate runs. */
export const CHOICE_SHOWN = 'data-douane-choice';

const LIVE: Readonly<Record<LiveBlock, (facts: LiveFacts) => Element[]>> = {
  controller: ({ answers: { controller, representative, officer }, words, site }) => [
    ...address([controller.name || site.name, controller.address]),
    ...pairs([
      [words.representedBy, controller.representedBy],
      [words.register, controller.register],
      [words.vat, controller.vat],
    ]),
    ...reach(controller),
    ...(representative ? [element('h3', words.representative), ...party(representative)] : []),
    ...(officer ? [element('h3', words.officer), ...party(officer)] : []),
  ],
  contact: ({ answers: { controller, officer }, site }) =>
    controller.email || controller.phone
      ? reach(controller)
      : officer?.email
        ? reach(officer)
        : [element('p', element('a', site.address, { href: site.address }))],
  purposes: ({ declaration }) => [
    element(
      'ul',
      shownPurposes(declaration.purposes).map(({ name, text }) => element('li', [element('strong', name), ` ${text}`])),
    ),
  ],
  services: ({ declaration, texts }) =>
    declaration.purposes
      .flatMap(({ services }) => services)
      .flatMap((service) => [element('h3', service.name), ...serviceFacts(service, texts)]),
  items: ({ declaration: { purposes }, texts, find, record }) =>
    find === undefined ? inventoryParts(purposes, texts) : foundParts(purposes, find, texts, record),
  rights: ({ regimes, words, spoken }) =>
    regimes.flatMap((regime) => {
      const { rights, requestDays } = regime;
      const { answer } = requestDays.value;
      if (rights.value.length === 0) return [];
      return [
        element('p', withFacts(words.rightsUnder, { place: lawOf(regime, words, spoken) })),
        element(
          'ul',
          rights.value.map((right) => element('li', words.right[right])),
        ),
        ...(answer === null ? [] : [element('p', withFacts(words.answerDays, { days: String(answer) }))]),
      ];
    }),
  // Says which choice stands, and opens it: at once where the gate runs, elsewhere on the site.
  choices: ({ texts, site }) => [
    element('p', texts.record, { [CHOICE_SHOWN]: '' }),
    element('p', element('a', texts.button, { href: choiceAddress(site.address), 'data-douane-open': '' })),
  ],
  // In no words, so that it is right in every language.
  changed: ({ version, language, site }) => {
    if (!version) return [element('p', site.name)];
    return [element('p', [`${site.name}, `, dayPart(version.from, language), `, v${version.number}`])];
  },
};

/** What a live block comes to; what is said in another language than the reader's is marked so. */
export function liveParts(what: LiveBlock, facts: LiveFacts): Element[] {
  const parts = LIVE[what](facts);
  const isForeign = facts.spoken !== facts.language && (what === 'controller' || what === 'rights');
  return isForeign ? parts.map((one) => ({ ...one, attributes: { ...one.attributes, lang: facts.spoken } })) : parts;
}

/** Where a law goes: of a country in the reader's words; states within one have their own names alone. */
function lawOf({ id, name, territory: [first = ''] }: ResolvedRegime, { lawsOf }: PolicyWords, spoken: string): string {
  if (Object.hasOwn(lawsOf, id)) return lawsOf[id as keyof typeof lawsOf];
  return first.length === 2 ? (new Intl.DisplayNames(spoken, { type: 'region' }).of(first) ?? name) : name;
}

function choiceAddress(address: string): string {
  const url = new URL(address);
  url.hash = CHOICE_FRAGMENT;
  return url.href;
}

const lines = (text: string): Part[] =>
  text.split('\n').flatMap((line, i): Part[] => (i === 0 ? [line.trim()] : [element('br', []), line.trim()]));
const address = (texts: readonly string[]): Element[] => {
  const [name = '', ...rest] = texts.filter(Boolean);
  return [element('p', [element('strong', name), ...rest.flatMap((text) => [element('br', []), ...lines(text)])])];
};
const party = ({ name, address: at, email }: { name: string; address: string; email: string }): Element[] => [
  ...address([name, at]),
  ...reach({ email }),
];
function reach({ email, phone = '' }: { email: string; phone?: string }): Element[] {
  const ways: Part[] = [
    ...(email ? [element('a', email, { href: `mailto:${email}` })] : []),
    ...(phone ? [element('a', phone, { href: `tel:${phone.replace(/[^\d+]/g, '')}` })] : []),
  ];
  return ways.length > 0
    ? [
        element(
          'p',
          ways.flatMap((way, i) => (i === 0 ? [way] : [element('br', []), way])),
        ),
      ]
    : [];
}
function pairs(facts: readonly [string, string][]): Element[] {
  const told = facts.filter(([, fact]) => fact);
  return told.length > 0
    ? [
        element(
          'dl',
          told.flatMap(([term, fact]) => [element('dt', term), element('dd', fact)]),
        ),
      ]
    : [];
}
