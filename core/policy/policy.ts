import { type PastChoice, RECORD_ASKED } from '../consent/choice-history';
import { lookUpLanguage } from '../language/index';
import { compileRelease, type Release } from '../release/release';
import { type Answers, type Audience, noAnswers } from './answers';
import { declarationOf } from './declaration';
import { regimesOf } from './facts';
import type { PolicyKindId, WrittenFrom } from './kinds/index';
import { CHOICE_SHOWN, type LiveFacts, liveParts } from './live';
import { type Document, documentPage, type PageFrame } from './page';
import { type ChoiceWords, pastChoice } from './past-choice';
import { live } from './rich/build';
import { richElements } from './rich/elements';
import { type Block, blocksSchema, type LiveBlock } from './rich/node';
import { asHtml, asMarkdown, asText, type Element, element } from './tree';
import { policyWords } from './words/index';

export const POLICY_FORMAT = 'douane.policy/1';

/** What a version of a policy says, frozen when it was handed in. Live blocks are filled in when it is read. */
export interface PolicyContent {
  kind: PolicyKindId;
  audience: Audience;
  /** Language that it was written in; the others are translated from it. */
  source: string;
  answers: Answers;
  languages: Readonly<Record<string, PolicyText>>;
}
export interface PolicyText {
  title: string;
  blocks: readonly Block[];
  /** Ids of blocks that stand in the source's language still. */
  untranslated?: readonly string[];
}

/** Name of the file that has a policy in a language and form. */
export const policyFile = (name: string, language: string, form: string): string => `${name}.${language}.${form}`;

/** A version's content as it was kept: whatever order a database gave its fields, it compares with what is written now. */
export const readContent = (content: PolicyContent): PolicyContent => ({
  ...content,
  languages: Object.fromEntries(
    Object.entries(content.languages).map(([tag, text]) => [tag, { ...text, blocks: blocksSchema.parse(text.blocks) }]),
  ),
});

/** In which forms a document is given out, by the end of its name. */
export const DOCUMENT_FORMS = {
  html: 'text/html',
  md: 'text/markdown',
  txt: 'text/plain',
  json: 'application/json',
} as const;
export type DocumentForm = keyof typeof DOCUMENT_FORMS;

/** What live blocks come to in a language, as HTML, if the setup were published now. */
export function livePreview({ setup, answers, on }: WrittenFrom, language: string): (what: LiveBlock) => string {
  const release = compileRelease(setup, 1, on);
  const spoken = Object.hasOwn(release.contents, language) ? language : setup.banner.defaultLanguage;
  const facts = liveFacts(answers, release, spoken, null);
  return (what) =>
    liveParts(what, facts)
      .filter(({ attributes = {} }) => !(CHOICE_SHOWN in attributes))
      .map(asHtml)
      .join('');
}

const liveFacts = (
  answers: Answers,
  release: Release,
  language: string,
  version: VersionFacts,
  asked: Pick<LiveFacts, 'find' | 'record'> = {},
): LiveFacts => {
  const spoken = policyWords(language) ? language : 'en';
  return {
    ...{ language, spoken, answers, version },
    ...asked,
    words: policyWords(spoken)!,
    site: release.setup.site,
    regimes: regimesOf(release.setup, release.compiledOn),
    declaration: declarationOf(release, language),
    texts: release.contents[language]!.texts,
  };
};

/** A version with when it is in force from; none where it is looked at before that. */
export type VersionFacts = LiveFacts['version'];

/** Where a policy is read. */
export interface Reading {
  /** With what a gate fills in. */
  besideGate?: boolean;
  /** What its reader looks for in the list of what is stored; absent where nothing could answer him. */
  find?: string;
  /** What its reader chose, the newest first, where he says by which record. */
  choices?: readonly PastChoice[];
  /** Versions of it that everybody may read, the newest first. */
  history?: PageFrame['history'];
}

/** A policy in one of the release's languages, as the parts that it is made of. */
export function policyDocument(
  content: PolicyContent,
  release: Release,
  language: string,
  version: VersionFacts,
  { besideGate = false, find, choices = [] }: Reading = {},
): Document {
  const near = lookUpLanguage(language, Object.keys(content.languages)) ?? content.source;
  const { title, blocks, untranslated = [] } = content.languages[near]!;
  const facts = liveFacts(content.answers, release, language, version, { find, record: choices[0]?.record });
  const foreign = new Set(untranslated);
  const parts = blocks.flatMap((block): Element[] => {
    const made = richElements([block], (what) => liveParts(what, facts));
    if (!foreign.has(block.attrs.id)) return made;
    return made.map((one) => ({ ...one, attributes: { ...one.attributes, lang: content.source } }));
  });
  const words = { ...choiceWords(release, language), timeZone: 'UTC' };
  const shown = parts.flatMap((part): Element[] => {
    if (besideGate || !(CHOICE_SHOWN in (part.attributes ?? {}))) return [part];
    const [standing, ...earlier] = choices.map((choice) => pastChoice(choice, words));
    if (standing === undefined) return [];
    const before = earlier.map((line) => element('li', line));
    return [element('p', [...part.parts, `: ${standing}`]), ...(before.length > 0 ? [element('ul', before)] : [])];
  });
  return { title, parts: [element('h1', title), ...shown] };
}

/** How a choice is told in one of the release's languages. */
export function choiceWords(release: Release, language: string): ChoiceWords {
  const { purposes, texts } = release.contents[language]!;
  return {
    lang: language,
    names: Object.fromEntries(purposes.map(({ id, name }) => [id, name])),
    refused: texts.refused,
  };
}

const ofLiveBlocks =
  (...what: LiveBlock[]) =>
  (release: Release, language: string): PolicyContent => ({
    ...{ kind: 'cookies', audience: 'visitors', source: language, answers: noAnswers() },
    languages: {
      [language]: { title: release.contents[language]!.texts.policy, blocks: what.map((one) => live(one, one)) },
    },
  });
/** The cookie policy of a site that has written none, in one of its languages. */
export const cookiePolicy = ofLiveBlocks('choices', 'items', 'changed');
/** The list of what is stored alone, for a page of the site's. */
export const declarationPolicy = ofLiveBlocks('items');

/** A document as a file. `addressOf`: of the same in another language, from where it stands. */
export function documentAs(
  content: PolicyContent,
  release: Release,
  language: string,
  version: VersionFacts,
  form: DocumentForm,
  addressOf: (language: string) => string,
  reading: Reading = {},
): string {
  const { setup } = release;
  const { title, parts } = policyDocument(content, release, language, version, form === 'html' ? reading : {});
  switch (form) {
    case 'html': {
      const others = setup.banner.languages.filter((one) => one !== language);
      const { site, banner } = setup;
      const frame = { language, site, face: banner.face, history: reading.history };
      const [standing] = reading.choices ?? [];
      const along = standing ? `?${RECORD_ASKED}=${standing.record}` : '';
      const languages = others.map((one) => [one, addressOf(one) + along] as const);
      return documentPage({ title, parts }, { ...frame, languages });
    }
    case 'md':
      return `${parts.map(asMarkdown).join('').trim()}\n`;
    case 'txt':
      return `${parts.map(asText).join('').trim()}\n`;
    case 'json': {
      const { kind, audience } = content;
      const declaration = declarationOf(release, language);
      const about = { format: POLICY_FORMAT, site: setup.site.name, kind, audience, language, title, version };
      return JSON.stringify({ ...about, text: parts.map(asMarkdown).join('').trim(), declaration });
    }
  }
}
