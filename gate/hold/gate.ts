import type { Method } from '@douane/core/consent';
import { BANNER_ELEMENT } from '@douane/core/consent/banner-marks';
import type { KeptChoice } from '@douane/core/consent/choice-cookie';
import { comesByItself } from '@douane/core/hold';
import type { Decision, Place, Signals } from '@douane/core/regimes';
import { decide, grantedMeanwhile } from '@douane/core/regimes/decide';
import { placeCode } from '@douane/core/regimes/place';
import { allOf, whenBody } from '../native';
import type { GateConfig, ToldOfVisitor, VisitOverride } from '../types';
import { Faces } from './faces';
import { forget } from './forget';
import { HELD } from './intercept';
import { chosenNow, keepChoice, readChoice } from './kept';
import { MARK, release, releaseMarked } from './marked';
import type { Permits } from './permits';
import { askPlace, knownPlace } from './place';
import { Recorder } from './recorder';
import { safely } from './safely';

/** One visit to one page: who this is, what he chose, what may run. Everything is held already when it is made. */
export class Gate {
  private readonly faces: Faces;
  private readonly recorder: Recorder;
  private signals: Signals;
  private choice: KeptChoice | null = readChoice();
  /** `null`: it cannot be told; `undefined`: not yet. */
  private place: Place | null | undefined;
  private decision: Decision;
  /** Those in whose place something was put last. */
  private held: Element[] = [];

  constructor(
    private readonly config: GateConfig,
    private readonly permits: Permits,
    private readonly visit: VisitOverride,
    told: ToldOfVisitor,
  ) {
    const { globalPrivacyControl } = navigator as { globalPrivacyControl?: boolean };
    this.signals = { gpc: globalPrivacyControl === true, ...told, ...visit };
    this.faces = new Faces(config);
    this.recorder = new Recorder(config.base);
    this.decision = this.decide();
  }

  /** Finds out where the visitor is, lets go of what may run, and asks what has to be asked. */
  begin(): void {
    this.place = knownPlace(this.visit.place);
    this.show();
    if (this.place !== undefined) return;
    // As far as is known it will have to show. Nothing rests on it: what fails now is tried again when it does.
    if (this.asks()) this.faces.loadBanner().catch(() => {});
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

  open(layer: 'first' | 'panel' = 'panel'): void {
    void this.faces.showBanner({
      decision: this.decision,
      layer,
      record: this.choice?.record ?? null,
      choose: (purposes, method) => this.choose(purposes, method),
      onClose: () => this.showButton(),
    });
  }

  /** Puts something in the place of frames that are held, once it is known that they are. */
  tend(): void {
    if (this.place === undefined) return; // asked for still
    const held = [...allOf(`iframe[${MARK}],template[${MARK}],iframe[${HELD}]`)];
    // The page may change a thousand times while the same are held.
    if (held.length === this.held.length && held.every((frame, i) => frame === this.held[i])) return;
    this.held = held;
    void this.faces.showHeld({
      frames: held,
      barred: this.decision.barred,
      once: (frame, address) => {
        this.permits.admit(frame, address);
        if (frame.hasAttribute(MARK)) release(frame);
        this.tend();
      },
      always: (purpose) => this.choose({ ...this.decision.granted, [purpose]: true }, 'chosen'),
    });
  }

  private show(): void {
    this.apply();
    if (this.place === undefined) return; // asked for still
    // An objection stands longer than browsers keep a cookie, so it is written anew at each visit.
    if (this.choice && this.decision.keepDays > 0) keepChoice(this.choice, this.decision.keepDays);
    if (this.asks()) whenBody(() => this.open('first'));
    else this.showButton();
  }

  /** Resolves once the recorder has answered that the record is committed; nothing is released before. */
  private async choose(purposes: Record<string, boolean>, method: Method): Promise<void> {
    const before = this.decision.granted;
    const { gpc } = this.signals;
    const release = this.config.release;
    const record = await this.recorder.send({
      version: release,
      place: placeCode(this.place ?? null),
      language: this.faces.language,
      purposes,
      method,
      gpc,
      replaces: this.choice?.record ?? null,
      ...(this.visit.test && { test: true }),
    });
    this.choice = chosenNow({ release, record, gpc, purposes });
    this.apply();
    keepChoice(this.choice, this.decision.keepDays);
    // What was chosen elsewhere on the page answers a banner that stands open.
    for (const open of allOf(BANNER_ELEMENT)) open.remove();
    const { granted } = this.decision;
    safely(() => forget(this.faces.stored, (purpose) => granted[purpose!] === false));
    document.dispatchEvent(new CustomEvent('douane:choice', { detail: { granted: { ...granted }, record } }));
    // A script that runs cannot be stopped from outside; only a fresh page is without it.
    if (Object.keys(before).some((id) => before[id] && !granted[id])) location.reload();
    else this.showButton();
  }

  private apply(): void {
    this.decision = this.decide();
    const { decision, place } = this;
    this.permits.grant(place === undefined ? grantedMeanwhile(decision, this.choice) : decision.granted);
    releaseMarked(this.permits);
    this.tend();
  }

  /** Whether the first layer comes by itself. Where it does not the choice is within reach, and what needs a yes held. */
  private asks(): boolean {
    return comesByItself(this.decision.ask, this.config.quiet, location.pathname);
  }

  private decide(): Decision {
    return decide(this.place ?? null, this.signals, this.choice, this.config.rules);
  }

  private showButton(): void {
    const modes = Object.values(this.decision.modes);
    // Where nothing is asked and nothing can be objected to, nothing is shown.
    if (modes.every((mode) => mode === 'none')) return;
    void this.faces.showButton({ decision: this.decision, onOpen: () => this.open() });
  }
}
