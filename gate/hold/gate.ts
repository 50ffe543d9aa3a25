import type { KeptChoice } from '@douane/core/consent/choice-cookie';
import type { Decision, Signals } from '@douane/core/regimes';
import { decide, grantedMeanwhile } from '@douane/core/regimes/decide';
import { whenLoaded } from '../native';
import type { ToldOfVisitor } from '../public';
import type { GateConfig, Visit, VisitedGate, VisitOverride, VisitScript } from '../types';
import { fetchNow } from './fetch-now';
import { jar, readChoice } from './kept';
import { askedFor, loadAnew, wasLoadedAnew, wouldLose } from './load-anew';
import { releaseMarked } from './marked';
import type { Permits } from './permits';
import { askPlace, knownPlace } from './place';
import { policyOf } from './policy';
import type { Script } from './script';

/** One visit to one page: who this is, what he chose, what may run. What he sees of it is in `visit/`. */
export interface Gate extends VisitedGate {
  /**
   * Has the browser hold, lets go of what may run, finds out where the visitor is, and asks what has to be asked. Called
   * before anything of the page.
   */
  begin(): void;
  /** What the site learns of its visitor while the page stands, as when somebody signs in. */
  tell(told: ToldOfVisitor): void;
  open(): void;
  /** Resolves once it is decided for the visitor's place. */
  readonly ready: Promise<void>;
  /** Frames have come or gone. */
  tend(): void;
}

/** `cookies`: what the browser's jar holds. `at`: where the server in front of the site says that the visitor is. */
export function gateOf(
  config: GateConfig,
  permits: Permits,
  script: Script,
  cookies: string,
  override: VisitOverride,
  ofVisitor: ToldOfVisitor,
  at?: string,
): Gate {
  const { globalPrivacyControl } = navigator as { globalPrivacyControl?: boolean };
  const policy = policyOf(permits, config, cookies);
  let signals: Signals = { gpc: globalPrivacyControl === true, ...ofVisitor, ...override };
  let choice = readChoice(cookies);
  let place = knownPlace(override.place ?? at);
  let decision: Decision;
  let visit: Promise<Visit> | null;
  let shown: Visit | undefined;
  let isReady: () => void;
  const ready = new Promise<void>((resolve) => {
    isReady = resolve;
  });
  /** What the page was told last. */
  let told = '';

  const asked = askedFor();
  if (asked) permits.admit(asked);

  const gate: Gate = {
    config,
    override,
    native: { fetch: fetchNow, jar },
    get signals() {
      return signals;
    },
    get choice() {
      return choice;
    },
    get place() {
      return place;
    },
    get decision() {
      return decision;
    },
    ready,
    tellPage,
    script,
    apply,
    tend,
    begin() {
      show();
      if (place !== undefined) return;
      // As far as is known it will have to show. Nothing rests on it: what fails now is tried again when it does.
      if (decision.ask) Promise.all([seen().then((one) => one.prepare()), script(config.banner)]).catch(() => {});
      void askPlace(config.base).then((found) => {
        place = found;
        show();
      });
    },
    tell(more) {
      signals = { ...signals, ...more };
      show();
    },
    open() {
      void seen().then((one) => one.open('panel'));
    },
    take(made: KeptChoice) {
      choice = made;
      decision = decided();
    },
    once(frame, address) {
      if (permits.policy) void permits.late().then((late) => late.loadFor(address, wouldLose));
      else {
        permits.admit(address, frame);
        void releaseMarked(permits, frame).then(tend);
      }
    },
  };
  return gate;

  function decided(): Decision {
    return decide(place ?? null, signals, choice, config.rules);
  }

  function apply(): boolean {
    decision = decided();
    permits.grant(place === undefined ? grantedMeanwhile(decision, choice) : decision.granted);
    policy.enforce();
    // Of a place that the browser does not keep, and a choice that it does not, the fresh page would know nothing.
    const isKept = () => (choice ? readChoice()?.record === choice.record : !wasLoadedAnew());
    if (policy.isOutgrown() && isKept() && loadAnew()) return false;
    void releaseMarked(permits).then(tend);
    const now = JSON.stringify(decision.granted);
    if (place !== undefined && told !== now) {
      told = now;
      tellPage('release', { granted: { ...decision.granted } });
      isReady();
    }
    return true;
  }

  function tellPage(event: string, detail: unknown): void {
    document.dispatchEvent(new CustomEvent(`douane:${event}`, { detail }));
  }

  function show(): void {
    apply();
    if (place === undefined) return;
    // Nothing waits for what he sees where nothing is asked, so it does not stand in the way of the page.
    if (decision.ask) showVisit();
    else whenLoaded(showVisit);
  }

  function showVisit(): void {
    seen().then(
      (one) => {
        shown = one;
        one.show();
      },
      // The browser has said so; what was to run after a yes stays held.
      () => {},
    );
  }

  function tend(): void {
    shown?.tend();
  }

  /** What the visitor sees. */
  function seen(): Promise<Visit> {
    visit ??= script<VisitScript>(config.visit).then((loaded) => loaded.visit(gate));
    visit.catch(() => {
      visit = null; // tried again when it is wanted again
    });
    return visit;
  }
}
