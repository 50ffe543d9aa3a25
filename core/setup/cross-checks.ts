import type { z } from 'zod';
import { ownCssProblems } from '../banner/own-css';
import { planConflicts } from '../hold/plan';
import { LISTENERS } from '../listeners/index';
import { placeName, placeProblem } from '../places/index';
import { regimeById } from '../regimes/catalogue';
import { coverageOf } from '../regimes/coverage';
import { isPlaceGroup, LAWFUL_PLACES, PLACE_GROUPS } from '../regimes/groups';
import { isShorterRefusal, laxerWords } from '../regimes/laxer';
import { ruleOf } from '../regimes/place-rule';
import { resolveRegime } from '../regimes/resolve';
import { isStricter } from '../regimes/strictness';
import type { ModeKey } from '../regimes/types';
import { BANNER_TEXTS, type BannerTextKey, FACTS, shippedTexts, unknownFacts } from '../texts/index';
import { plural } from '../words/index';
import type { Setup } from './types';

type Refuse = (path: (string | number)[], message: string) => void;

/** What holds between the parts of a setup: ids that must exist, texts that must be there, laxer settings that need a reason. */
export function crossChecks(setup: Omit<Setup, 'format' | 'site' | 'recorder'>, ctx: z.RefinementCtx): void {
  const refuse: Refuse = (path, message) => ctx.addIssue({ code: 'custom', path, message });
  checkPurposes(setup, refuse);
  checkRegions(setup, refuse);
  checkSiteRules(setup, refuse);
  checkBanner(setup, refuse);
  checkTells(setup, refuse);
  for (const { index, host, purposes } of planConflicts(setup)) {
    refuse(
      ['services', index, 'hosts'],
      `${host} is to be held for ${purposes.join(' and for ')}, and no path tells which; rule its items alike, or give each service the paths that are its own`,
    );
  }
}

function checkTells({ holding, purposes }: Pick<Setup, 'holding' | 'purposes'>, refuse: Refuse): void {
  for (const [i, { listener: id, purposes: by = {} }] of (holding.tells ?? []).entries()) {
    const path = ['holding', 'tells', i];
    const listener = LISTENERS.find((one) => one.id === id);
    if (!listener) {
      const known = LISTENERS.map((one) => one.id).join(', ');
      refuse([...path, 'listener'], `no form "${id}" is known by which tags are told; there are ${known}`);
      continue;
    }
    for (const [signal, purpose] of Object.entries(by)) {
      if (!Object.hasOwn(listener.signals ?? {}, signal))
        refuse([...path, 'purposes', signal], `${listener.name} have no signal "${signal}"`);
      if (!purposes.some((one) => one.id === purpose))
        refuse([...path, 'purposes', signal], `there is no purpose "${purpose}"`);
    }
  }
}

function checkPurposes({ purposes, services }: Pick<Setup, 'purposes' | 'services'>, refuse: Refuse): void {
  const ids = new Set<string>();
  purposes.forEach(({ id, name, necessary }, i) => {
    if (ids.has(id)) refuse(['purposes', i, 'id'], `"${id}" is there twice`);
    ids.add(id);
    if (necessary && id !== 'necessary') {
      const why = `${name} cannot be necessary as well; what needs no yes belongs under "necessary"`;
      refuse(['purposes', i, 'necessary'], why);
    }
  });
  // What nobody can refuse is one purpose with a fixed name, so that nothing slips in under another.
  if (!purposes.some(({ id, necessary }) => id === 'necessary' && necessary)) {
    refuse(['purposes'], 'there must be a purpose "necessary", and it must stay necessary: nobody can refuse it');
  }
  services.forEach(({ purpose }, i) => {
    if (!ids.has(purpose))
      refuse(['services', i, 'purpose'], `no purpose "${purpose}"; there are ${[...ids].join(', ')}`);
  });
}

function checkRegions({ regions }: Pick<Setup, 'regions'>, refuse: Refuse): void {
  const { regimes, fallback, overrides = {} } = regions;
  regimes.forEach((id, i) => {
    if (!regimeById(id)) refuse(['regions', 'regimes', i], noRegime(id));
    else if (regimes.indexOf(id) !== i) refuse(['regions', 'regimes', i], `"${id}" is there twice`);
  });
  const served = `the regimes served: ${regimes.join(', ')}`;
  if (!regimes.includes(fallback)) refuse(['regions', 'fallback'], `"${fallback}" is not among ${served}`);
  for (const [id, override] of Object.entries(overrides)) {
    if (!regimes.includes(id)) {
      refuse(['regions', 'overrides', id], `not among ${served}`);
      continue;
    }
    if (!regimeById(id)) continue;
    const laxer = laxerThanLaw(id, override);
    if (laxer.length > 0 && !override.reason) {
      const { law } = resolveRegime(id);
      refuse(['regions', 'overrides', id, 'reason'], `${laxer.join(' and ')} is laxer than ${law}; say why`);
    }
  }
}

const noRegime = (id: string) =>
  `no regime "${id}" is known here; it may have been withdrawn. What is published stays as it was until you decide`;

/** A rule's places exist, its treatment is whole, and where it asks less than the law it says why. */
function checkSiteRules({ purposes, regions }: Pick<Setup, 'purposes' | 'regions'>, refuse: Refuse): void {
  const { rules = [] } = regions;
  const named = new Set<string>();
  rules.forEach(({ places, treat, regime }, i) => {
    const at = (...path: (string | number)[]) => ['regions', 'rules', i, ...path];
    places.forEach((place, n) => {
      const problem = isPlaceGroup(place) ? null : placeProblem(place);
      if (problem) refuse(at('places', n), `${problem}, nor one of the groups ${PLACE_GROUPS.join(', ')}`);
      else if (places.indexOf(place) !== n) refuse(at('places', n), `"${place}" is there twice`);
      else if (!isPlaceGroup(place)) named.add(place);
    });
    const wantsRegime = treat === 'regime' || treat === 'stricter';
    if (wantsRegime && !regime) refuse(at('regime'), `which regime? The treatment "${treat}" names one`);
    else if (regime && !regimeById(regime)) refuse(at('regime'), noRegime(regime));
    else if (regime && !wantsRegime) refuse(at('regime'), `the treatment "${treat}" has none`);
  });
  if (rules.length === 0) return;
  const { laxer } = coverageOf(purposes, regions, EVERY_CHANGE, [...new Set([...LAWFUL_PLACES, ...named])]);
  rules.forEach(({ reason }, i) => {
    const here = laxer.filter(({ rule }) => rule === i + 1);
    if (here.length === 0 || reason) return;
    const [first] = here;
    const others = here.length > 1 ? ` and ${plural(here.length - 1, 'more place')}` : '';
    const what = laxerWords(first!.fields, purposes);
    refuse(
      ['regions', 'rules', i, 'reason'],
      `laxer than the law in ${placeName(first!.place)}${others} (${what}); say why`,
    );
  });
}
/** As the laws stand once every change that is known has come. */
const EVERY_CHANGE = '9999-12-31';

type Override = NonNullable<Setup['regions']['overrides']>[string];

/** The fields in which an organisation's own values ask less than the law as we read it. */
export function laxerThanLaw(id: string, override: Override): string[] {
  const regime = resolveRegime(id);
  const law = ruleOf(id, []);
  const modes = (Object.entries(override.modes ?? {}) as [ModeKey, (typeof law.modes)[string]][]).filter(
    ([key, mode]) => isStricter('mode', regime.modes[key]?.value ?? regime.modes.default.value, mode),
  );
  const durations = (['yesDays', 'refusalDays', 'askAgainDays'] as const).filter((field) => {
    const own = override[field];
    if (own === undefined) return false;
    return field === 'refusalDays' ? isShorterRefusal(own, law[field]) : isStricter(field, law[field], own);
  });
  return [...modes.map(([key]) => key), ...durations];
}

function checkBanner({ banner, regions }: Pick<Setup, 'banner' | 'regions'>, refuse: Refuse): void {
  const { languages, drafts = [], defaultLanguage, texts, wording = {}, form } = banner;
  if (!languages.includes(defaultLanguage)) {
    refuse(['banner', 'defaultLanguage'], `"${defaultLanguage}" is none of its languages: ${languages.join(', ')}`);
  }
  for (const field of ['languages', 'drafts'] as const) {
    const tags = banner[field] ?? [];
    tags.forEach((tag, i) => {
      if (!isLanguage(tag)) refuse(['banner', field, i], `"${tag}" is no language that is known (BCP 47)`);
      else if (tags.indexOf(tag) !== i || (field === 'drafts' && languages.includes(tag)))
        refuse(['banner', field, i], `"${tag}" is there twice`);
    });
  }
  for (const tag of languages) {
    if (shippedTexts(tag)) continue;
    const missing = BANNER_TEXTS.filter((name) => texts[tag]?.[name] === undefined);
    for (const name of missing) refuse(['banner', 'texts', tag, name], `no text ships in "${tag}", so write one`);
  }
  checkFacts(['banner', 'texts'], texts, refuse);
  for (const [regime, own] of Object.entries(wording)) {
    const at = ['banner', 'wording', regime];
    if (!regions.regimes.includes(regime))
      refuse(at, `not among the regimes served: ${regions.regimes.join(', ')}; nobody would read it`);
    checkFacts(at, own, refuse);
  }
  for (const tag of Object.keys(texts))
    if (![...languages, ...drafts].includes(tag)) refuse(['banner', 'texts', tag], 'the banner does not speak it');
  const [loads] = ownCssProblems(banner.face.css ?? '').filter(({ refused }) => refused);
  if (loads) refuse(['banner', 'face', 'css'], `line ${loads.line}: ${loads.message}`);
  if (form.kind === 'within' && !form.into)
    refuse(['banner', 'form', 'into'], 'in which element of the page? A selector such as #privacy');
}

/** A placeholder that stands for nothing would be read by visitors as it stands. */
function checkFacts(at: string[], texts: Setup['banner']['texts'], refuse: Refuse): void {
  for (const [tag, own] of Object.entries(texts))
    for (const [key, words] of Object.entries(own)) {
      const [unknown] = unknownFacts(key as BannerTextKey, words);
      if (unknown === undefined) continue;
      const known = Object.keys(FACTS).filter((name) => FACTS[name]!.in?.includes(key as BannerTextKey) !== false);
      refuse([...at, tag, key], `{${unknown}} stands for nothing here; there are {${known.join('}, {')}}`);
    }
}

/** A tag by its form, of a language that is registered. */
function isLanguage(tag: string): boolean {
  try {
    const { language } = new Intl.Locale(tag);
    return new Intl.DisplayNames('en', { type: 'language', fallback: 'none' }).of(language) !== undefined;
  } catch {
    return false; // no tag by its form
  }
}
