import { LANGUAGE_TAG } from '../language/index';
import { parsePlace, placeCode } from '../regimes/place';
import type { Choice, PlaceRule, Rules, Signals } from '../regimes/types';
import type { Release } from '../release/release';
import {
  ADVERSITIES,
  type Adversity,
  type CaseSignal,
  type Choosing,
  PASSING,
  type Step,
  type VisitorCase,
} from './types';
import { choiceWord } from './words';

/** What makes up the cases of a release. */
type Cased = Pick<Release, 'rules'>;

const WITHDRAWN: Step[] = ['accept', 'refuse'];

/** A case with the id that its parts make: place, choices, signals. */
export function visitorCase(place: string, steps: Step[], signals: CaseSignal[] = []): VisitorCase {
  return { id: [place || 'unknown', choiceWord(steps), ...signals].join(' '), place, signals, steps };
}

/** Each treatment that a release knows, with a place that stands for it; one that only the fallback gives has none. */
function treatments({ rules, places, fallback, elsewhere }: Rules): { place: string; rule: PlaceRule }[] {
  const all = rules.map((rule, i) => {
    const codes = Object.keys(places).filter((code) => places[code] === i);
    // Germany stands for the EEA where it can.
    const place = codes.includes('DE') ? 'DE' : (codes[0] ?? (i === elsewhere ? NAMED_NOWHERE : undefined));
    return { rule, place: place ?? (i === fallback ? '' : undefined) };
  });
  return all.flatMap(({ rule, place }) => (place === undefined ? [] : [{ rule, place }]));
}

/** Antarctica: no law of ours and hardly a rule names it. */
const NAMED_NOWHERE = 'AQ';

const asks = ({ modes }: PlaceRule) => Object.values(modes).includes('opt-in');
const offers = ({ modes }: PlaceRule) => Object.values(modes).some((mode) => mode !== 'none');
const gpcBinds = ({ gpc }: PlaceRule) => gpc === 'binds';

/** Each region of the release × (no choice, accept, refuse, each purpose alone, accept then withdraw), and GPC where it binds. */
export function defaultCases({ rules }: Cased): VisitorCase[] {
  const askable = rules.purposes.filter((purpose) => !purpose.necessary);
  const only = askable.map(({ id }): Step[] => [`only:${id}`]);
  return treatments(rules).flatMap(({ place, rule }) => {
    // Where nothing is asked, nothing is shown that could be answered.
    if (!offers(rule)) return [visitorCase(place, [])];
    const all = [[], ['accept'], ['refuse'], ...only, WITHDRAWN] as Step[][];
    const cases = all.map((steps) => visitorCase(place, steps));
    return gpcBinds(rule) ? [...cases, visitorCase(place, [], ['gpc'])] : cases;
  });
}

/** The cases that tell most in the least time: every choice where a yes is asked, else no choice and GPC. */
export function essentialCases({ rules }: Cased): VisitorCase[] {
  return treatments(rules).flatMap(({ place, rule }) =>
    asks(rule)
      ? ([[], ['accept'], ['refuse'], WITHDRAWN] as Step[][]).map((steps) => visitorCase(place, steps))
      : [visitorCase(place, []), ...(offers(rule) ? [visitorCase(place, [], ['gpc'])] : [])],
  );
}

const PLAIN_SIGNALS = ['gpc', 'guardian', 'phone', 'keyboard', 'no-script', ...ADVERSITIES] as const;
const isPlainSignal = (text: string): text is (typeof PLAIN_SIGNALS)[number] =>
  (PLAIN_SIGNALS as readonly string[]).includes(text);

/** Reads `place=DE,choice=refuse,gpc`; several steps are joined by `+`. A text: what is wrong with it. */
export function parseCase(text: string, { rules }: Cased): VisitorCase | string {
  let place = '';
  let steps: Step[] = [];
  const signals: CaseSignal[] = [];
  for (const part of text.split(',')) {
    const [key, value = ''] = part.trim().split('=');
    if (isPlainSignal(key!)) signals.push(key);
    else if (key === 'language') {
      if (!LANGUAGE_TAG.test(value)) return `language "${value}" is not a tag such as fr or pt-BR`;
      signals.push(`language:${value}`);
    } else if (key === 'age') {
      const age = parseAge(value);
      if (age === null) return `age "${value}" is not a number of years such as 14`;
      signals.push(`age:${age}`);
    } else if (key === 'place') {
      const parsed = parsePlace(value);
      if (!parsed && value) return `place "${value}" is not a code such as DE or US-CA`;
      place = placeCode(parsed);
    } else if (key === 'choice') {
      const read = parseSteps(value, rules);
      if (typeof read === 'string') return read;
      steps = read;
    } else return `"${part}" is none of place=…, choice=…, age=…, language=…, ${PLAIN_SIGNALS.join(', ')}`;
  }
  return visitorCase(place, steps, signals);
}

/** What comes along with the visitor of a case, as `decide` wants it. */
export function signalsOf({ signals }: Pick<VisitorCase, 'signals'>): Signals {
  const age = signals.find((signal) => signal.startsWith('age:'));
  return {
    gpc: signals.includes('gpc'),
    ...(age && { age: Number(age.slice(4)) }),
    ...(signals.includes('guardian') && { guardian: true }),
  };
}

/** A choice this old stands under no law. */
export const LAPSED_DAYS = 3_660;

/** What a step that is no choice makes of the choice that stands. */
export function changedBy(step: Step): Partial<Choice> {
  return step === 'lapse' ? { ageDays: LAPSED_DAYS } : step === 'older' ? { release: 1 } : {};
}

/**
 * The choice that stands once a visitor has taken all of his steps; `null`: he made none.
 *
 * @param unasked What is granted to him before he chooses.
 */
export function choiceAfter(
  steps: readonly Step[],
  { purposes }: Pick<Rules, 'purposes'>,
  gpc: boolean,
  unasked: Readonly<Record<string, boolean>> = {},
): Choice | null {
  let choice: Choice | null = null as Choice | null;
  for (const step of steps) {
    if (isChoosing(step)) choice = { purposes: chosenBy(step, purposes, choice?.purposes ?? unasked), gpc };
    else if (choice) Object.assign(choice, changedBy(step));
  }
  return choice;
}

/** Whole years; `null`: the text is no age of a person. */
export function parseAge(text: string): number | null {
  return /^\d{1,3}$/.test(text.trim()) && Number(text) <= 130 ? Number(text) : null;
}

export const isChoosing = (step: Step): step is Choosing =>
  !(PASSING as readonly string[]).includes(step) && !step.startsWith('once:');

/** What a visitor says to each purpose by one choice. `before`: what was granted to him until then. */
export function chosenBy(
  step: Choosing,
  purposes: Rules['purposes'],
  before: Readonly<Record<string, boolean>> = {},
): Record<string, boolean> {
  const says = (id: string) =>
    step === 'accept' ||
    step === `always:${id}` ||
    (step.startsWith('always:') && before[id] === true) ||
    step === `only:${id}` ||
    (step.startsWith('except:') && step !== `except:${id}`);
  return Object.fromEntries(purposes.map(({ id, necessary }) => [id, Boolean(necessary) || says(id)]));
}

/**
 * Visits in which races are lost on purpose, as a sample: each adversity once, with the choice for which it matters most,
 * at the first place where a yes is asked for. None where none is.
 */
export function adverseCases({ rules }: Cased): VisitorCase[] {
  const asked = treatments(rules).find(({ rule }) => asks(rule));
  if (!asked) return [];
  const worst: Record<Adversity, Step[]> = {
    'slow-gate': [],
    'slow-recorder': ['accept'],
    'slow-processor': ['refuse'],
    reload: ['refuse'],
    back: ['accept', 'onward', 'refuse'],
    'two-tabs': ['accept'],
  };
  return ADVERSITIES.map((adversity) => visitorCase(asked.place, worst[adversity], [adversity]));
}

/** Visits in which time passes, the visitor goes on, or he has no pointer, where a yes is asked for. */
export function laterCases({ rules }: Cased): VisitorCase[] {
  const steps: Step[][] = [
    ['accept', 'onward', 'refuse'],
    ['accept', 'return'],
    ['refuse', 'return'],
    ['accept', 'lapse'],
    ['accept', 'older'],
  ];
  return treatments(rules)
    .filter(({ rule }) => asks(rule))
    .flatMap(({ place }) => [
      ...steps.map((one) => visitorCase(place, one)),
      visitorCase(place, ['refuse'], ['keyboard']),
    ]);
}

/** Those of a check from code or the command line, where nobody has chosen others. `adverse`: with the sample of those. */
export const broadCases = (release: Cased, adverse: boolean): VisitorCase[] => [
  ...defaultCases(release),
  ...(adverse ? adverseCases(release) : []),
];

/** Those that a site is checked with where nobody has chosen others. */
export const usualCases = (release: Cased): VisitorCase[] => [...essentialCases(release), ...adverseCases(release)];

/** All that follow from a release, each once. */
export function allCases(release: Cased): VisitorCase[] {
  const all = [...usualCases(release), ...defaultCases(release), ...laterCases(release)];
  return [...new Map(all.map((one) => [one.id, one])).values()];
}

/** A case as `parseCase` reads it. */
export function caseText({ place, steps, signals }: VisitorCase): string {
  const said = signals.map((signal) => signal.replace(':', '='));
  return [`place=${place}`, `choice=${choiceWord(steps)}`, ...said].join(',');
}

/** Reads one of the words of a choice; several are joined by `+`. A text: what is wrong with it. */
export function parseSteps(text: string, { purposes }: Pick<Rules, 'purposes'>): Step[] | string {
  if (text === 'none') return [];
  if (text === 'withdraw') return WITHDRAWN;
  const steps: Step[] = [];
  for (const step of text.split('+')) {
    if ((PASSING as readonly string[]).includes(step)) {
      steps.push(step as Step);
      continue;
    }
    const named = /^(?:only|except|once|always):(.*)$/.exec(step)?.[1] ?? null;
    const askable = purposes.filter((purpose) => !purpose.necessary).map(({ id }) => id);
    if (named !== null && !askable.includes(named)) {
      return `no purpose "${named}" to say yes or no to; there are ${askable.join(', ')}`;
    }
    if (named === null && step !== 'accept' && step !== 'refuse') {
      return `choice "${text}" is none of none, accept, refuse, withdraw, only:PURPOSE, except:PURPOSE, once:PURPOSE, always:PURPOSE, ${PASSING.join(', ')}`;
    }
    steps.push(step as Step);
  }
  return steps;
}
