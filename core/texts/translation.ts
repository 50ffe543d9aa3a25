import { DOMParser, XMLSerializer } from '@xmldom/xmldom';
import { z } from 'zod';
import { LANGUAGE_TAG } from '../language/index';
import type { Banner, Purpose, Service } from '../setup/types';
import { BANNER_TEXTS, type BannerTextKey, shippedTexts, textsFor } from './index';
import { purposeWords } from './purposes';
import { sentenceId, sentenceIn, sentencesOf } from './sentences';

/** One sentence to be translated. */
export interface TranslationUnit {
  /** `text.KEY`, `purpose.ID.name` or `purpose.ID.text`, `sentence.DIGEST` of a service or an item. */
  id: string;
  /** In the banner's default language. */
  source: string;
  /** As visitors read it now. */
  target: string;
  /** `own`: the site's words. `supplied`: as it ships. `missing`: in neither; visitors read the source. */
  state: 'own' | 'supplied' | 'missing';
  /** The source says something else than when this was translated. */
  changed: boolean;
}

type Translatable = { banner: Banner; purposes: readonly Purpose[]; services: readonly Service[] };

/** Everything that a language of the banner says, beside what its default language says. */
export function translationUnits({ banner, purposes, services }: Translatable, tag: string): TranslationUnit[] {
  const { defaultLanguage, texts, translatedFrom = {} } = banner;
  const [source, target] = [textsFor(banner, defaultLanguage), textsFor(banner, tag)];
  const own = texts[tag] ?? {};
  const isSource = tag === defaultLanguage;
  const changed = (id: string, now: string) => {
    const then = translatedFrom[tag]?.[id];
    return then !== undefined && then !== now;
  };
  const ofTexts = BANNER_TEXTS.map((key): TranslationUnit => {
    const id = `text.${key}`;
    const state = own[key] !== undefined ? 'own' : shippedTexts(tag) ? 'supplied' : 'missing';
    // What the source rewords says something else than what ships.
    const reworded = texts[defaultLanguage]?.[key] !== undefined && state === 'supplied' && !isSource;
    return { id, source: source[key], target: target[key], state, changed: reworded || changed(id, source[key]) };
  });
  const ofPurposes = purposes.flatMap((purpose) => {
    const [from, to] = [purposeWords(purpose, defaultLanguage), purposeWords(purpose, tag)];
    return (['name', 'text'] as const).map((part): TranslationUnit => {
      const id = `purpose.${purpose.id}.${part}`;
      const written = purpose.translations?.[tag] !== undefined;
      const state = written || isSource ? 'own' : to.text === from.text ? 'missing' : 'supplied';
      return { id, source: from[part], target: to[part], state, changed: changed(id, from[part]) };
    });
  });
  // They are written at the services and the items, in the default language; another sentence is another unit.
  const ofServices = (isSource ? [] : sentencesOf(services)).map((sentence): TranslationUnit => {
    const target = sentenceIn(banner, tag, sentence);
    const state = target === sentence ? 'missing' : 'own';
    return { id: sentenceId(sentence), source: sentence, target, state, changed: false };
  });
  return [...ofTexts, ...ofPurposes, ...ofServices];
}

/** A setup with one sentence of a language said so. What is said as it ships is not kept. */
export function translated<T extends Translatable>(setup: T, tag: string, id: string, words: string): T {
  const { banner } = setup;
  const unit = translationUnits(setup, tag).find((one) => one.id === id);
  if (!unit) return setup;
  if (id.startsWith('sentence.')) {
    const { [unit.source]: _old, ...others } = banner.sentences?.[tag] ?? {};
    const own = words && words !== unit.source ? { ...others, [unit.source]: words } : others;
    return { ...setup, banner: { ...banner, sentences: { ...banner.sentences, [tag]: own } } };
  }
  const translatedFrom = {
    ...banner.translatedFrom,
    [tag]: { ...banner.translatedFrom?.[tag], [id]: unit.source },
  };
  const [kind, name, part] = id.split('.') as [string, string, 'name' | 'text' | undefined];
  if (kind === 'text') {
    const { [name as BannerTextKey]: _old, ...others } = banner.texts[tag] ?? {};
    const own = words === shippedTexts(tag)?.[name as BannerTextKey] ? others : { ...others, [name]: words };
    const { [tag]: _before, ...rest } = banner.texts;
    const texts = Object.keys(own).length > 0 ? { ...rest, [tag]: own } : rest;
    return { ...setup, banner: { ...banner, texts, translatedFrom } };
  }
  const purposes = setup.purposes.map((purpose) => {
    if (purpose.id !== name || !part) return purpose;
    if (tag === banner.defaultLanguage && !purpose.translations?.[tag]) return { ...purpose, [part]: words };
    const now = { ...purposeWords(purpose, tag), [part]: words };
    return { ...purpose, translations: { ...purpose.translations, [tag]: now } };
  });
  return { ...setup, purposes, banner: { ...banner, translatedFrom } };
}

/** What translators work on, as JSON. */
const fileSchema = z.object({
  format: z.literal('douane.translation/1'),
  source: z.string(),
  target: z.string().regex(LANGUAGE_TAG),
  units: z.array(z.object({ id: z.string(), source: z.string(), target: z.string() })).max(2000),
});
type TranslationFile = z.output<typeof fileSchema>;

const fileOf = (setup: Translatable, tag: string): TranslationFile => ({
  format: 'douane.translation/1',
  source: setup.banner.defaultLanguage,
  target: tag,
  units: translationUnits(setup, tag).map(({ id, source, target, state }) => ({
    id,
    source,
    target: state === 'missing' ? '' : target,
  })),
});

export const translationJson = (setup: Translatable, tag: string): string =>
  JSON.stringify(fileOf(setup, tag), null, 2);

const XLIFF = 'urn:oasis:names:tc:xliff:document:2.0';

/** The same as XLIFF 2.0 (OASIS), one unit to a sentence. */
export function translationXliff(setup: Translatable, tag: string): string {
  const { source, target, units } = fileOf(setup, tag);
  const doc = new DOMParser().parseFromString(`<xliff xmlns="${XLIFF}" version="2.0"/>`, 'text/xml');
  const add = (parent: { appendChild(node: never): unknown }, name: string, attributes: Record<string, string>) => {
    const element = doc.createElementNS(XLIFF, name);
    for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value);
    parent.appendChild(element as never);
    return element;
  };
  const root = doc.documentElement!;
  root.setAttribute('srcLang', source);
  root.setAttribute('trgLang', target);
  const file = add(root, 'file', { id: 'banner' });
  for (const unit of units) {
    const segment = add(add(file, 'unit', { id: unit.id }), 'segment', {
      state: unit.target ? 'translated' : 'initial',
    });
    add(segment, 'source', { 'xml:space': 'preserve' }).appendChild(doc.createTextNode(unit.source));
    add(segment, 'target', { 'xml:space': 'preserve' }).appendChild(doc.createTextNode(unit.target));
  }
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(doc)}\n`;
}

export type ReadTranslation =
  | { ok: true; target: string; units: { id: string; target: string }[] }
  | { ok: false; why: string };

/** Reads what a translator sent back, as JSON or XLIFF 2.0. What he left empty is left out. */
export function readTranslation(text: string): ReadTranslation {
  return text.trimStart().startsWith('<') ? readXliff(text) : readJson(text);
}

const filled = (units: { id: string; target: string }[]) =>
  units.map(({ id, target }) => ({ id, target: target.trim() })).filter(({ target }) => target !== '');

function readJson(text: string): ReadTranslation {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (cause) {
    return { ok: false, why: `neither XLIFF nor JSON: ${(cause as Error).message}` };
  }
  const read = fileSchema.safeParse(data);
  if (!read.success) {
    const [issue] = read.error.issues;
    return { ok: false, why: `${issue!.path.join('.') || 'the file'}: ${issue!.message}` };
  }
  return { ok: true, target: read.data.target, units: filled(read.data.units) };
}

function readXliff(text: string): ReadTranslation {
  const wrong: string[] = [];
  let root: ReturnType<DOMParser['parseFromString']>['documentElement'] = null;
  try {
    const parser = new DOMParser({ onError: (_level, message) => void wrong.push(message) });
    root = parser.parseFromString(text, 'text/xml').documentElement;
  } catch (cause) {
    wrong.push((cause as Error).message);
  }
  if (wrong.length > 0 || !root) return { ok: false, why: `no XML: ${wrong[0]?.split('\n')[0] ?? 'empty'}` };
  if (root.namespaceURI !== XLIFF) return { ok: false, why: 'no XLIFF 2.0; other versions are not read' };
  const target = root.getAttribute('trgLang') ?? '';
  if (!LANGUAGE_TAG.test(target)) return { ok: false, why: 'it does not say its language (trgLang)' };
  const units = [...root.getElementsByTagNameNS(XLIFF, 'unit')].map((unit) => ({
    id: unit.getAttribute('id') ?? '',
    target: [...unit.getElementsByTagNameNS(XLIFF, 'target')].map(({ textContent }) => textContent ?? '').join(''),
  }));
  return { ok: true, target, units: filled(units) };
}
