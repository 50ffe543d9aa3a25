import type { Method } from '@douane/core/consent';
import { BANNER_ELEMENT, PANEL_ELEMENT } from '@douane/core/consent/banner-marks';
import type { KeptChoice } from '@douane/core/consent/choice-cookie';
import { comesByItself } from '@douane/core/hold';
import { CHOICE_FRAGMENT } from '@douane/core/policy/choice-fragment';
import { placeCode } from '@douane/core/regimes/place';
import { readChoice } from '../hold/kept';
import { allOf, whenBody, whenLoaded } from '../native';
import type {
  ButtonScript,
  FieldScript,
  HeldScript,
  PanelScript,
  Submission,
  Visit,
  VisitConfig,
  VisitedGate,
} from '../types';
import { CommonChoice } from './common-choice';
import { Files } from './files';
import { forget } from './forget';
import { noteChoice } from './history';
import { chosenNow, keepChoice } from './keep';
import { Recorder } from './recorder';

/** Frames that are held, or templates that may have one in them; see `hold/marked.ts` and `hold/mechanisms/elements.ts`. */
const HELD_FRAMES = 'iframe[data-gate],template[data-gate],iframe[data-douane-held]';

/** By the address of a page, or by Alt, Shift and D, who builds the site sees what became of each tag. */
const PANEL_ASKED = /[?&]douane=panel\b/;

/** It is tried again on the next page. No error of the page's: its own code has nothing to do with it. */
const missing = (cause: unknown) =>
  console.warn('Douane: what a visitor sees could not be loaded; all stays held.', cause);

/** What a visitor sees on a page, and what follows from it. */
export function visitOf(gate: VisitedGate, config: VisitConfig): Visit {
  const { native } = gate;
  const files = new Files(config, gate);
  const common = config.common ? new CommonChoice(`${gate.config.base}/${config.common}`) : null;
  const recorder = new Recorder(gate.config.base, native.fetch, (submission, record) => void take(submission, record));
  if (!config.addresses.includes(location.origin))
    console.warn(`Douane: this gate was made for ${config.addresses.join(', ')}, not for ${location.origin}`);
  /** Those in whose place something was put last. */
  let held: HTMLElement[] = [];

  // Also a page that the browser kept as it was.
  addEventListener('pageshow', ({ persisted }) => persisted && comeBack());
  document.addEventListener('visibilitychange', () => document.hidden || comeBack());
  const openPanel = () =>
    void files.script<PanelScript>(config.panel).then((panel) => allOf(PANEL_ELEMENT).length > 0 || panel.open(gate));
  if (PANEL_ASKED.test(location.search)) whenBody(openPanel);
  addEventListener('keydown', ({ isTrusted, altKey, shiftKey, code }) => {
    if (isTrusted && altKey && shiftKey && code === 'KeyD') openPanel();
  });
  // A check's own visits are no visitors. It waits for the page, which lacks nothing where it cannot be loaded.
  if (!gate.override.test && Math.random() < config.share)
    whenLoaded(
      () =>
        void files.script<FieldScript>(config.field).then(
          (field) => field.watch(gate),
          () => {},
        ),
    );
  return { open, prepare, show, tend };

  /** Whether the first layer comes by itself. Where it does not the choice is within reach, and what needs a yes held. */
  function asks(): boolean {
    return comesByItself(gate.decision.ask, config.quiet, location.pathname);
  }

  function prepare(): void {
    if (asks()) files.banner().catch(() => {}); // tried again when it shows
  }

  function show(): void {
    const { choice, decision } = gate;
    // Where nothing is asked and nothing can be objected to, nothing is shown.
    if (Object.values(decision.modes).every((mode) => mode === 'none')) return;
    // An objection stands longer than browsers keep a cookie, so it is written anew at each visit.
    if (choice && decision.keepDays > 0) keepChoice(choice, decision.keepDays, native.jar, config.domains);
    if (location.hash === `#${CHOICE_FRAGMENT}`) return void whenBody(() => void open('panel').catch(missing));
    if (!asks()) {
      // Nothing waits for it, so it does not stand in the way of what the page itself shows. Where nothing is to be asked the
      // gate has waited already.
      const later = decision.ask ? whenLoaded : (run: () => void) => run();
      later(() => allOf(BANNER_ELEMENT).length > 0 || showButton());
      // He may have chosen anew elsewhere.
      if (common) later(() => void takeFromElsewhere());
    } else if (!common) ask();
    else void takeFromElsewhere().then(() => asks() && ask());
    tend();
  }

  function ask(): void {
    whenBody(() => void open('first').catch(missing));
  }

  /** Takes the choice made last at another address of the site, if it is newer than the one that stands here. */
  async function takeFromElsewhere(): Promise<void> {
    const found = await common!.read();
    if (!found || found.atSeconds <= (gate.choice?.atSeconds ?? -1)) return;
    const isLess = follow(found);
    keepChoice(found, gate.decision.keepDays, native.jar, config.domains);
    await goOn(isLess);
  }

  /** Rejects where the banner could not be loaded; everything then stays held. */
  async function open(layer: 'first' | 'panel'): Promise<void> {
    const [content, banner] = await files.banner();
    const { decision, choice } = gate;
    banner.open({
      content,
      decision,
      layer,
      record: choice?.record ?? null,
      choose,
      onClose: showButton,
    });
    gate.tellPage('ask', { layer });
  }

  function showButton(): void {
    if (!config.button) return;
    files.script<ButtonScript>(config.button).then(({ show: showIt }) => {
      const onOpen = () => void open('panel').catch(missing);
      // A page that takes its time may have no body yet.
      whenBody(() => showIt({ language: files.language, decision: gate.decision, onOpen }));
    }, missing);
  }

  /** Puts something in the place of frames that are held; where it cannot be loaded they are an empty space. */
  function tend(): void {
    if (gate.place === undefined) return; // asked for still
    const now = [...allOf(HELD_FRAMES)];
    // The page may change a thousand times while the same are held.
    if (now.length === held.length && now.every((frame, i) => frame === held[i])) return;
    held = now;
    Promise.all([files.content(), files.script<HeldScript>(config.held)]).then(([content, { show: showHeld }]) => {
      const { barred, granted } = gate.decision;
      showHeld({
        content,
        barred,
        frames: held,
        once: (frame, address) => gate.once(frame, address),
        // A frame may wait for several.
        always: (mark) =>
          choose({ ...granted, ...Object.fromEntries(mark.split(' ').map((one) => [one, true])) }, 'chosen'),
      });
    }, missing);
  }

  /** Resolves once the recorder has answered that the record is committed; nothing is released before. */
  function choose(purposes: Record<string, boolean>, method: Method): Promise<void> {
    return recorder.send({
      version: gate.config.release,
      place: placeCode(gate.place ?? null),
      language: files.language,
      purposes,
      method,
      gpc: gate.signals.gpc,
      replaces: gate.choice?.record ?? null,
      ...(gate.override.test && { test: true }),
    });
  }

  /** What follows from a choice that is recorded. */
  async function take({ purposes, gpc }: Submission, record: string): Promise<void> {
    const { release } = gate.config;
    const choice = chosenNow({ release, record, gpc, purposes });
    const isLess = follow(choice);
    const { granted, keepDays } = gate.decision;
    keepChoice(choice, keepDays, native.jar, config.domains);
    noteChoice(choice);
    const left = await forgetRefused();
    await common?.keep(choice, keepDays);
    gate.tellPage('choice', { granted: { ...granted }, record, left });
    // A script that runs cannot be stopped from outside; only a fresh page is without it.
    if (isLess || config.afterChoice === 'reload') return location.reload();
    if (config.afterChoice === 'nothing' || gate.apply()) showButton();
  }

  /** Takes a choice as the one that stands; whether less is granted by it than before, which is held at once. */
  function follow(choice: KeptChoice): boolean {
    const before = gate.decision.granted;
    gate.take(choice);
    const { granted } = gate.decision;
    const isLess = Object.keys(before).some((id) => before[id] && !granted[id]);
    // At once, so that nothing goes out while the page is left.
    if (isLess) gate.apply();
    // What was chosen elsewhere answers a banner that stands open.
    for (const standing of allOf(BANNER_ELEMENT)) standing.remove();
    return isLess;
  }

  /** The visitor is back on the page, and may have chosen on another one meanwhile. */
  function comeBack(): void {
    const choice = readChoice();
    if (choice && choice.record !== gate.choice?.record) void goOn(follow(choice));
  }

  /** What follows from a choice that was made elsewhere, which may be on another host, with a store of its own. */
  async function goOn(isLess: boolean): Promise<void> {
    if (isLess) {
      await forgetRefused();
      location.reload();
    } else if (gate.apply()) showButton();
  }

  /** Resolves with the names of cookies that could not be deleted. */
  function forgetRefused(): Promise<string[]> {
    const { granted } = gate.decision;
    return forget(gate.config.stored, (purpose) => granted[purpose!] === false, native.jar);
  }
}
