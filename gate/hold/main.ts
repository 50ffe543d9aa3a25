import type { Method } from '@douane/core/consent';
import type { Decision, Place } from '@douane/core/regimes';
import { decide, grantedMeanwhile } from '@douane/core/regimes/decide';
import { placeCode } from '@douane/core/regimes/place';
import type { BannerContent, BannerOptions, GateConfig, VisitOverride } from '../types';
import { showButton } from './button';
import { type KeptChoice, keepChoice, readChoice } from './choice-cookie';
import { forget } from './forget';
import { intercept } from './intercept';
import { releaseMarked } from './marked';
import { Permits } from './permits';
import { askPlace, knownPlace } from './place';
import { stopUnmarked } from './unmarked';

declare const __DOUANE_CONFIG__: GateConfig;
declare global {
  interface Window {
    douaneVisit?: VisitOverride;
    douaneBanner?: (options: BannerOptions) => void;
    douane?: { open(): void; version: number };
  }
}

const RECORD_TIMEOUT_MS = 10_000;

function start(config: GateConfig): void {
  if (window.douane) return; // pasted twice
  const visit = window.douaneVisit ?? {};
  const signals = {
    gpc: visit.gpc ?? (navigator as { globalPrivacyControl?: boolean }).globalPrivacyControl === true,
  };
  const permits = new Permits(config.plan);
  let choice: KeptChoice | null = readChoice();
  let place: Place | null = null;
  let decision: Decision;

  function apply(pending = false): void {
    decision = decide(place, signals, choice, config.rules);
    permits.grant(pending ? grantedMeanwhile(decision, choice) : decision.granted);
    releaseMarked(permits);
  }

  /** Resolves once the recorder has answered that the record is committed; nothing is released before. */
  async function choose(purposes: Record<string, boolean>, method: Method): Promise<void> {
    const before = decision.granted;
    const body = {
      version: config.version,
      place: placeCode(place),
      language: languageOf(config),
      purposes,
      method,
      gpc: signals.gpc,
      replaces: choice?.record ?? null,
      ...(visit.test && { test: true }),
    };
    // A text body needs no preflight request.
    const response = await fetch(`${config.base}/records`, {
      method: 'POST',
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(RECORD_TIMEOUT_MS),
    });
    if (response.status !== 201) throw new Error(`recorder answered ${response.status}`);
    const { id } = (await response.json()) as { id: string };
    choice = { version: config.version, record: id, gpc: signals.gpc, purposes };
    keepChoice(choice, decision.choiceDays);
    apply();
    forget(config.plan, (purpose) => decision.granted[purpose] === false);
    document.dispatchEvent(
      new CustomEvent('douane:choice', { detail: { granted: { ...decision.granted }, record: id } }),
    );
    const withdrawn = Object.keys(before).some((id) => before[id] && !decision.granted[id]);
    // A script that runs cannot be stopped from outside; only a fresh page is without it.
    if (withdrawn) location.reload();
    else button();
  }

  function button(): void {
    const [ask, object] = config.buttons[languageOf(config)]!;
    const objecting = Object.values(decision.modes).includes('object');
    showButton(objecting ? object : ask, config.look, () => void show('panel'));
  }

  async function show(layer: 'first' | 'panel'): Promise<void> {
    const [content] = await Promise.all([
      fetch(`${config.base}/${config.texts[languageOf(config)]}`).then((r) => r.json() as Promise<BannerContent>),
      loadBanner(config),
    ]);
    window.douaneBanner?.({
      content,
      look: config.look,
      decision,
      layer,
      record: choice?.record ?? null,
      choose,
      onClose: button,
    });
  }

  intercept(permits);
  new MutationObserver((changes) => {
    for (const { addedNodes } of changes) stopUnmarked(addedNodes, permits);
    releaseMarked(permits);
  }).observe(document, { childList: true, subtree: true });
  window.douane = { open: () => void show('panel'), version: config.version };

  const known = knownPlace(visit.place);
  const go = (found: Place | null) => {
    place = found;
    apply();
    if (decision.ask) void whenBody(() => show('first'));
    else button();
  };
  if (known !== undefined) go(known);
  else {
    apply(true);
    void askPlace(config.base).then(go);
  }
}

function languageOf(config: GateConfig): string {
  const wanted = navigator.languages.map((language) => language.slice(0, 2).toLowerCase());
  return wanted.find((language) => config.texts[language]) ?? config.defaultLanguage;
}

let banner: Promise<void> | undefined;
function loadBanner(config: GateConfig): Promise<void> {
  banner ??= new Promise((resolve, reject) => {
    const script = document.createElement('script');
    script.src = `${config.base}/${config.banner}`;
    script.onload = () => resolve();
    script.onerror = () => {
      banner = undefined;
      reject(new Error('Douane: the banner could not be loaded; everything stays held'));
    };
    document.head.append(script);
  });
  return banner;
}

function whenBody(then: () => void): void {
  if (document.body) then();
  else document.addEventListener('DOMContentLoaded', then);
}

start(__DOUANE_CONFIG__);
