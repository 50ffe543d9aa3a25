import type { KeptChoice } from '@douane/core/consent/choice-cookie';
import type { Decision, Place, Signals } from '@douane/core/regimes';
import { decide, grantedMeanwhile } from '@douane/core/regimes/decide';
import type { GateConfig, ToldOfVisitor, Visit, VisitedGate, VisitOverride, VisitScript } from '../types';
import { fetchNow } from './fetch-now';
import { jar, readChoice } from './kept';
import { askedFor, loadAnew, loadFor, wasLoadedAnew } from './load-anew';
import { MARK, release, releaseMarked } from './marked';
import type { Permits } from './permits';
import { askPlace, knownPlace } from './place';
import { Policy } from './policy';

/** One visit to one page: who this is, what he chose, what may run. What he sees of it is in `visit/`. */
export class Gate implements VisitedGate {
  readonly native = { fetch: fetchNow, jar };
  signals: Signals;
  choice: KeptChoice | null = readChoice();
  place: Place | null | undefined;
  decision: Decision;
  private readonly policy: Policy | null;
  private visit: Promise<Visit> | undefined;
  private shown: Visit | undefined;
  private tries = 0;

  constructor(
    readonly config: GateConfig,
    private readonly permits: Permits,
    readonly override: VisitOverride,
    told: ToldOfVisitor,
    /** Where the server in front of the site says that the visitor is. */
    place?: string,
  ) {
    const { globalPrivacyControl } = navigator as { globalPrivacyControl?: boolean };
    this.signals = { gpc: globalPrivacyControl === true, ...told, ...override };
    this.policy = config.policy ? new Policy(permits) : null;
    this.place = knownPlace(override.place ?? place);
    const asked = askedFor();
    if (asked) permits.admit(asked);
    this.decision = this.decide();
    // Before anything of the page, so that the browser holds from here on.
    this.grant();
  }

  /** Finds out where the visitor is, lets go of what may run, and asks what has to be asked. */
  begin(): void {
    this.show();
    if (this.place !== undefined) return;
    // As far as is known it will have to show. Nothing rests on it: what fails now is tried again when it does.
    if (this.decision.ask) {
      const visit = this.seen().then((seen) => seen.prepare());
      Promise.all([visit, this.script(this.config.banner)]).catch(() => {});
    }
    void askPlace(this.config.base).then((place) => {
      this.place = place;
      this.show();
    });
  }

  /** What the site learns of its visitor while the page stands, as when somebody signs in. */
  tell(told: ToldOfVisitor): void {
    this.signals = { ...this.signals, ...told };
    this.show();
  }

  open(): void {
    void this.seen().then((visit) => visit.open('panel'));
  }

  take(choice: KeptChoice): void {
    this.choice = choice;
    this.decision = this.decide();
  }

  apply(): void {
    this.decision = this.decide();
    this.grant();
    const { choice, policy } = this;
    // Of a place that the browser does not keep, and a choice that it does not, the fresh page would know nothing.
    const isKept = choice ? readChoice()?.record === choice.record : !wasLoadedAnew();
    if (policy?.isOutgrown() && isKept && loadAnew()) return;
    releaseMarked(this.permits);
    this.tend();
  }

  once(frame: HTMLElement, address: string): void {
    if (this.permits.policy) {
      loadFor(address);
      return;
    }
    this.permits.admit(address, frame);
    if (frame.hasAttribute(MARK)) release(frame);
    this.tend();
  }

  /** Frames have come or gone. */
  tend(): void {
    this.shown?.tend();
  }

  /**
   * A script of the release. Imported, not inserted: that needs neither a nonce nor a trusted type of the page's policy.
   * An address that failed is remembered by the browser as failed, so it is asked for by another fragment.
   */
  script<T>(file: string): Promise<T> {
    const address = `${this.config.base}/${file}`;
    return import(this.tries ? `${address}#${this.tries}` : address).catch((cause) => {
      this.tries++;
      throw cause;
    });
  }

  private show(): void {
    this.apply();
    // Where nothing is asked and nothing can be objected to, nothing is shown.
    if (this.place === undefined || Object.values(this.decision.modes).every((mode) => mode === 'none')) return;
    void this.seen().then((visit) => {
      this.shown = visit;
      visit.show();
    });
  }

  private grant(): void {
    const { decision, place } = this;
    this.permits.grant(place === undefined ? grantedMeanwhile(decision, this.choice) : decision.granted);
    this.policy?.enforce();
  }

  /** What the visitor sees. */
  private seen(): Promise<Visit> {
    this.visit ??= this.script<VisitScript>(this.config.visit).then(({ visit }) => visit(this));
    this.visit.catch(() => {
      this.visit = undefined; // tried again when it is wanted again
    });
    return this.visit;
  }

  private decide(): Decision {
    return decide(this.place ?? null, this.signals, this.choice, this.config.rules);
  }
}
