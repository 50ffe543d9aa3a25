/** Country (ISO 3166-1 alpha-2) and, where the law needs it, subdivision (ISO 3166-2 without the country). */
export interface Place {
  country: string;
  subdivision?: string;
}

/** What comes along with a visitor, without having been asked. */
export interface Signals {
  /** Sent by the browser. Global Privacy Control: `Sec-GPC: 1` and `navigator.globalPrivacyControl`. */
  gpc: boolean;
  /** Told by the site, where it knows: the visitor's age in whole years. */
  age?: number;
  /** Told by the site with the age: a parent or guardian has agreed to what is chosen here. */
  guardian?: boolean;
}

/**
 * How a law treats a purpose. `none`: not at all, it is necessary. `notice`: only say so. `opt-out`: may run until an
 * objection. `opt-in`: nothing before a yes. From the laxest to the strictest.
 */
export const MODES = ['none', 'notice', 'opt-out', 'opt-in'] as const;
export type Mode = (typeof MODES)[number];

/**
 * What laws tell apart within a purpose, each with a treatment of its own. The last two are what France and Britain
 * exempt: counting one's own visitors, and adapting the appearance to them.
 */
export const ACTIVITIES = [
  'sale',
  'sharing',
  'targeted-advertising',
  'profiling',
  'sensitive-data',
  'own-statistics',
  'appearance',
] as const;
export type Activity = (typeof ACTIVITIES)[number];

/** What a Global Privacy Control signal objects to, in the words of the state laws that know it. */
export const GPC_STOPS: readonly Activity[] = ['sale', 'sharing', 'targeted-advertising'];

/** `binds`: obeying is law. `refuses`: counts as a refusal until a knowing yes. */
export type GpcForce = 'ignored' | 'refuses' | 'binds';

/** What a law says in one matter, and where. */
export interface Cited<T> {
  value: T;
  /** Article of the law, or the regulator's own text. */
  source: string;
  /** Read in a regulator's practice or in secondary texts, and still to be confirmed. */
  toBeConfirmed?: true;
}

/** What a regime settles beside the treatment of purposes. Days: `null` is without end. */
export interface RegimeValues {
  gpc: GpcForce;
  /** How long a yes stands; then it is asked anew. */
  yesDays: number | null;
  /** How long a refusal is respected, where a yes is asked. An objection under opt-out or notice never lapses. */
  refusalDays: number | null;
  /** How long nobody who said no may be asked for a yes again; `null`: the law sets no time of its own. */
  askAgainDays: number | null;
  /** Names of links the law wants to read in this wording. */
  links: string[];
  /** Age from which a child decides alone; a yes of one who is younger is the guardian's to give. */
  childAge: number;
  /** What children of an age may not be subjected to, or only with a yes; from the youngest up. */
  minors: AgeBand[];
  /** Days to answer a subject request, and the extension; `null`: the law sets no number of days. */
  requestDays: { answer: number | null; extension: number | null };
  rights: Right[];
  /** Who watches over the law. */
  authority: Authority;
  /** Whom the law binds. */
  applies: Applies;
}

/** What a law wants for children. `own-yes`: the child's own. `guardian`: a parent's. `forbidden`: not even with a yes. */
export const AGE_NEEDS = ['own-yes', 'guardian', 'forbidden'] as const;
export type AgeNeed = (typeof AGE_NEEDS)[number];

/** Children younger than `under`, and not in a band below it. */
export interface AgeBand {
  under: number;
  needs: AgeNeed;
  /** `default`: also what the law tells no activity of. */
  of: ModeKey[];
}

/** What a person may ask of an organisation. */
export const RIGHTS = [
  'access',
  'rectification',
  'erasure',
  'restriction',
  'portability',
  'objection',
  'opt-out-of-sale',
  'opt-out-of-targeting',
  'opt-out-of-profiling',
  'limit-sensitive',
  'withdrawal',
  'appeal',
  'list-of-recipients',
] as const;
export type Right = (typeof RIGHTS)[number];

export interface Authority {
  name: string;
  url: string;
}

/** One thing an organisation is or does, by which a law binds it. Numbers of people are a year's, in the territory. */
export type Threshold =
  | { code: 'established' }
  | { code: 'offers-here' }
  | { code: 'revenue'; atLeast: number; currency: string }
  | { code: 'people'; atLeast: number }
  | { code: 'people-with-sale'; atLeast: number; sharePercent: number | null }
  | { code: 'sale-share'; atLeastPercent: number }
  | { code: 'no-small-business' };

/** Any of the groups, each of which asks for all of its thresholds. Non-profit bodies are bound where `nonProfits`. */
export interface Applies {
  anyOf: Threshold[][];
  nonProfits: boolean;
}

/** What the law of a place wants to see in the banner beside what every banner has. */
export interface Shows {
  /** Names that the way to an objection has to bear, in this wording. */
  links?: string[];
  /** The opt-out icon stands beside the link. */
  linkIcon?: true;
  /** A control that closes the banner is there, and means a refusal. */
  closeRefuses?: true;
  /** Regime in whose own wording the site speaks here. */
  wording?: string;
}

/** What a duty is about, where a rule of the lint stands on it. */
export const DUTY_TOPICS = [
  'inform',
  'by-purpose',
  'no-ticks',
  'no-scrolling',
  'refuse-first',
  'symmetry',
  'withdraw',
  'close-refuses',
  'link',
  'signal-shown',
] as const;
export type DutyTopic = (typeof DUTY_TOPICS)[number];

export interface Duty {
  text: string;
  source: string;
  about?: readonly DutyTopic[];
}

/** A change of the law that comes, or came, on a day; what it does not name stays. */
export interface RegimeChange extends Partial<{ [K in keyof RegimeValues]: Cited<RegimeValues[K]> }> {
  /** ISO date of the first day on which it holds. */
  on: string;
  /** What changes, in a sentence. */
  what: string;
  modes?: Partial<Record<ModeKey, Cited<Mode>>>;
}

/** How purposes are treated: those for which the law knows no activity, and each activity it tells apart. */
export type ModeKey = 'default' | Activity;

interface RegimeHead {
  id: string;
  name: string;
  law: string;
  /** Places it holds in, as codes (`DE`, `US-CA`). */
  territory: string[];
  /** ISO dates; a law that ends has `until`, the first day on which it does not hold any more. */
  inForce: { from: string; until?: string };
  /** Articles that bind what the visitor sees, one sentence each. */
  duties: Duty[];
  sources: string[];
  /** When these were read, as an ISO date. */
  readOn: string;
}

/** The facts of one law in one territory. What it does not say itself it has from its parent; it may be laxer. */
export interface Regime extends RegimeHead, Partial<{ [K in keyof RegimeValues]: Cited<RegimeValues[K]> }> {
  parent?: string;
  modes: Partial<Record<ModeKey, Cited<Mode>>>;
  /** See `Shows`; where no regime of the line says it, it is not asked. */
  linkIcon?: Cited<true>;
  closeRefuses?: Cited<true>;
  /** In the order of their days. */
  changes?: RegimeChange[];
}

/** A cited value, with the regime of the line that says it. */
export type Inherited<T> = Cited<T> & { from: string };

/** A regime with everything it has from its parents. Duties are the parents' first, then its own. */
export interface ResolvedRegime extends RegimeHead, Inheritance {
  parent?: string;
  /** Those of the whole line that are still to come on the day it was resolved for, the first of them first. */
  toCome: RegimeChange[];
  modes: { default: Inherited<Mode> } & Partial<Record<Activity, Inherited<Mode>>>;
  linkIcon?: Inherited<true>;
  closeRefuses?: Inherited<true>;
}
type Inheritance = { [K in keyof RegimeValues]: Inherited<RegimeValues[K]> };

/** What the decision needs to know of a purpose. */
export interface PurposeRule {
  id: string;
  necessary?: boolean;
  /** A sale, sharing or targeted advertising, to which a Global Privacy Control signal objects. */
  soldOrShared?: boolean;
  anew?: AskedAnew;
}

/** Whose earlier answers to a purpose are asked for again, where a yes is asked. */
export interface AskedAnew {
  /** Number of a release: a yes, or a no, that was given under an earlier one counts no more. */
  yes?: number;
  no?: number;
  /** Of those who chose before the purpose was there: who counts as having said no to it, and is not asked yet. */
  spares?: 'refusers' | 'everyone';
}

/** How visitors of a place are treated: what all the regimes that apply there come to, the stricter value of each field. */
export interface PlaceRule {
  regimes: string[];
  /** By purpose. */
  modes: Readonly<Record<string, Mode>>;
  gpc: GpcForce;
  yesDays: number | null;
  refusalDays: number | null;
  askAgainDays: number | null;
  /** From the youngest up; a visitor is in the first whose `under` is above the age. */
  ages?: { under: number; needs: Record<string, AgeNeed> }[];
  shows?: Shows;
  /** Where several regimes apply: which of them brought the treatment of a purpose. */
  from?: Record<string, string>;
  /** Number, from 1, of the site's own rule that brought this about; absent: the law of the place. */
  siteRule?: number;
}

/** A site's rules, compiled: one rule for each place. Small enough to travel to every visitor. */
export interface Rules {
  purposes: PurposeRule[];
  /** Rules that places share; `places` and the others are positions in it. */
  rules: PlaceRule[];
  /** Place code → its rule; -1: none covers it, though `elsewhere` would seem to. */
  places: Record<string, number>;
  /** Country → the rule for a visitor from there whose state is not known: all that hold in any of its states. */
  stateUnknown: Record<string, number>;
  /** For a place that is unknown, and for every other where there is no `elsewhere`. */
  fallback: number;
  /** For a known place that nothing above covers. */
  elsewhere?: number;
}

/** What a visitor chose. */
export interface Choice {
  purposes: Record<string, boolean>;
  /** The signal was in sight when the choice was made, so a yes was given knowingly. */
  gpc?: boolean;
  /** Number of the release it was made under; absent: the one in force. */
  release?: number;
  /** Days since it was made; absent: made just now. */
  ageDays?: number;
}

/** One step of the reasoning, as facts; `words.ts` says it in a sentence. */
export type TraceStep =
  | { code: 'regime-applies'; regime: string; place: string }
  | { code: 'subdivision-unknown'; regime: string; place: string }
  | { code: 'place-unknown'; regime: string }
  | { code: 'place-unserved'; regime: string; place: string }
  | { code: 'site-rule'; number: number; place: string; regimes: string[] }
  | { code: 'mode'; purpose: string; mode: Mode; regime: string | null }
  | { code: 'gpc'; purpose: string; knowingly: boolean }
  | { code: 'age'; purpose: string; under: number; needs: AgeNeed; met: boolean }
  | { code: 'choice' | 'spared'; purpose: string; granted: boolean }
  | { code: 'lapsed'; purpose: string; granted: boolean; days: number }
  | { code: 'anew'; purpose: string; granted: boolean; release: number };

export interface Decision {
  regimes: string[];
  modes: Readonly<Record<string, Mode>>;
  granted: Record<string, boolean>;
  /** The first layer has to be shown: something needs a yes or no that has not been given, or has lapsed. */
  ask: boolean;
  /** Purposes that the visitor's age keeps off, whatever is chosen: nothing to ask for. */
  barred: string[];
  shows?: Shows;
  /** How long a yes stands. */
  yesDays: number | null;
  /** A signal turned something off, and the visitor is to be shown so. */
  gpcObeyed: boolean;
  /** How many days from now the choice has to be kept to be respected; 0 where there is none. */
  keepDays: number;
}
