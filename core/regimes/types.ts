/** Country (ISO 3166-1 alpha-2) and, where the law needs it, subdivision (ISO 3166-2 without the country). */
export interface Place {
  country: string;
  subdivision?: string;
}

/** Signals a browser sends on its own. GPC: Global Privacy Control, `Sec-GPC: 1` and `navigator.globalPrivacyControl`. */
export interface Signals {
  gpc: boolean;
}

/**
 * What the law wants for a purpose. `none`: nothing, it is necessary. `inform`: a notice. `object`: may run, must stop
 * on an objection. `ask`: nothing before a yes.
 */
export type Mode = 'none' | 'inform' | 'object' | 'ask';

/** What the decision needs to know of a purpose. `sale`: a sale, sharing or targeted advertising in the sense of US law. */
export interface PurposeRule {
  id: string;
  necessary?: boolean;
  sale?: boolean;
}

/** What the decision needs to know of a regime; compiled from `Regime` and a site's own settings. */
export interface RegimeRule {
  id: string;
  territory: string[];
  modes: { default: Mode; sale?: Mode };
  gpc: 'binds' | 'refuses' | 'ignored';
  /** How long a choice stands, in days. */
  choiceDays: number;
}

/** A site's rules, small enough to travel to every visitor. */
export interface Rules {
  purposes: PurposeRule[];
  regimes: RegimeRule[];
  /** Id of the regime for a place that is unknown or that no served regime covers. */
  fallback: string;
}

/** What a visitor chose. `gpc`: the signal was in sight when the choice was made, so a yes was given knowingly. */
export interface Choice {
  purposes: Record<string, boolean>;
  gpc?: boolean;
}

/** One step of the reasoning, as facts; `words.ts` says it in a sentence. */
export type TraceStep =
  | { code: 'regime-applies'; regime: string; place: string }
  | { code: 'subdivision-unknown'; regime: string; place: string }
  | { code: 'place-unknown'; regime: string }
  | { code: 'place-unserved'; regime: string; place: string }
  | { code: 'mode'; purpose: string; mode: Mode; regime: string | null }
  | { code: 'gpc'; purpose: string; knowingly: boolean }
  | { code: 'choice'; purpose: string; granted: boolean };

export interface Decision {
  regimes: string[];
  modes: Record<string, Mode>;
  granted: Record<string, boolean>;
  /** The first layer has to be shown: something needs a yes or no that has not been given. */
  ask: boolean;
  /** A signal turned something off, and the visitor is to be shown so. */
  gpcObeyed: boolean;
  choiceDays: number;
  trace: TraceStep[];
}

/** The facts of one law in one territory, with their source. */
export interface Regime {
  id: string;
  name: string;
  law: string;
  territory: string[];
  inForceFrom: string;
  modes: { default: Mode; sale?: Mode };
  /** `binds`: obeying is law. `refuses`: counts as a refusal until a knowing yes. */
  gpc: 'binds' | 'refuses' | 'ignored';
  choiceDays: number;
  /** Names of links the law wants to read in this wording. */
  links: string[];
  /** Articles that bind what the visitor sees, one sentence each. */
  bannerDuties: { text: string; source: string }[];
  childAge: number;
  /** Days to answer a subject request, and the extension. */
  requestDays: [number, number];
  sources: string[];
  readOn: string;
}
