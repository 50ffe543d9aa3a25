import { buttonCss, faceOf, heldCss, isButtonShown } from '@douane/core/banner';
import { choiceDomains } from '@douane/core/consent';
import { fieldSettings } from '@douane/core/field';
import { indexPlan, isSaidByPolicy, quietPaths } from '@douane/core/hold';
import { listenersOf } from '@douane/core/listeners';
import { slimRules } from '@douane/core/regimes';
import { type Release, storedPatternsOf } from '@douane/core/release';
import type { Setup } from '@douane/core/setup';
import { gateBase, HASH_DIGITS } from '@douane/core/setup/gate-base';
import { textsFile } from './texts-file';
import type { ButtonFace, CommonConfig, GateConfig, HeldFace, ToldConfig, VisitConfig } from './types';

/**
 * The built scripts, each with the place for its configuration still open. `hold` where the browser's policy holds what a
 * policy can say, `alone` where the script has to hold that as well.
 */
export const GATE_SCRIPTS = [
  'hold',
  'alone',
  'banner',
  'button',
  'held',
  'visit',
  'panel',
  'field',
  'common',
  'late',
  'worker',
  'told',
] as const;
export type GateCode = Record<(typeof GATE_SCRIPTS)[number], string>;

export interface GateFile {
  name: string;
  body: string;
  type: 'text/javascript' | 'application/json' | 'text/html';
}

/** The files of a release's gate: the pointer, which changes with the release in force, and those named by their hash. */
export interface GateFiles {
  /** Body of `gate.js`. */
  pointer: string;
  /** The same while the banner is paused: nothing is asked by itself, and all that waits for a yes stays held. */
  pausedPointer: string;
  /** May be kept for ever. */
  immutable: GateFile[];
}

export type HashText = (text: string) => string;

/**
 * The static files of a release. `gate.js` is the pointer: the holding script with its decision data, in one file, since
 * a second blocking step would need `document.write`, which strict policies forbid and slow lines drop. It names
 * everything heavier by hash.
 */
export function gateFiles(release: Release, code: GateCode, hash: HashText): GateFiles {
  const { setup } = release;
  const { banner: drawn } = setup;
  const short = (body: string) => hash(body).slice(0, HASH_DIGITS);
  const named = (stem: string, end: string, body: string, type: GateFile['type']): GateFile => ({
    name: `${stem}.${short(body)}.${end}`,
    body,
    type,
  });
  const script = (stem: string, body: string, gap: string, config: unknown) =>
    named(
      stem,
      'js',
      body.replaceAll(gap, () => scriptSafe(config)),
      'text/javascript',
    );
  const banner = script('banner', code.banner, '__DOUANE_FACE__', faceOf(drawn));
  const button = isButtonShown(drawn.button) && script('button', code.button, '__DOUANE_BUTTON__', buttonFace(release));
  const texts = Object.entries(release.contents).map(
    ([language, content]) => [language, JSON.stringify(content)] as const,
  );
  // One hash for all languages: the holding script names them, and every visitor loads it.
  const contents = short(texts.map(([, body]) => body).join());
  const held = script('held', code.held, '__DOUANE_HELD__', heldFace(setup));
  const panel = script('panel', code.panel, '__DOUANE_PANEL__', { services: heldFace(setup).services });
  const late = named('late', 'js', code.late, 'text/javascript');
  const worker = named('worker', 'js', code.worker, 'text/javascript');
  const { addresses, staging, choiceOver } = setup.site;
  const origins = [...addresses, ...staging];
  const inPage = code.common.replaceAll('__DOUANE_COMMON__', () => scriptSafe({ origins } satisfies CommonConfig));
  const common =
    choiceOver === 'all' &&
    named('common', 'html', `<!doctype html><title>Douane</title><script>${inPage}</script>`, 'text/html');
  const field = named('field', 'js', code.field, 'text/javascript');
  const { defaultLanguage } = drawn;
  const plan = indexPlan(release.plan);
  const { by = 'policy' } = setup.holding;
  const listeners = listenersOf(setup);
  const told = listeners.length
    ? code.told.replaceAll('__DOUANE_TOLD__', () =>
        scriptSafe({ listeners, purposes: setup.purposes.map(({ id }) => id) } satisfies ToldConfig),
      )
    : '';
  const seen = (paused: boolean) => {
    const config: VisitConfig = {
      afterChoice: setup.holding.afterChoice ?? 'release',
      addresses: origins,
      domains: choiceDomains(setup.site),
      common: common ? common.name : '',
      quiet: quietPaths(drawn.asking?.notOn, paused),
      banner: banner.name,
      button: button ? button.name : '',
      held: held.name,
      panel: panel.name,
      field: field.name,
      share: fieldSettings(setup).share,
      languages: [defaultLanguage, ...texts.map(([language]) => language).filter((tag) => tag !== defaultLanguage)],
      contents,
      speaks: drawn.speaks,
    };
    return script('visit', code.visit, '__DOUANE_VISIT__', config);
  };
  // A page waits for every byte of it.
  const stored = Object.entries(storedPatternsOf(release)).filter(([, names]) => Object.keys(names).length > 0);
  const [visit, paused] = [seen(false), seen(true)];
  const holding = ({ name }: GateFile) => {
    const config: GateConfig = {
      base: gateBase(setup),
      release: release.number,
      rules: slimRules(release.rules),
      plan,
      services: Object.fromEntries(
        setup.purposes.map(({ id }) => [id, setup.services.filter((one) => one.purpose === id).map((one) => one.id)]),
      ),
      stored: Object.fromEntries(stored),
      policy: by === 'policy',
      ...(setup.holding.header && { header: true }),
      banner: banner.name,
      late: late.name,
      visit: name,
      worker: worker.name,
    };
    const body = code[by === 'policy' && isSaidByPolicy(plan) ? 'hold' : 'alone'] + told;
    return script('hold', body, '__DOUANE_CONFIG__', config);
  };
  const hold = holding(visit);
  return {
    pointer: hold.body,
    pausedPointer: holding(paused).body,
    immutable: [
      hold,
      banner,
      ...(button ? [button] : []),
      held,
      panel,
      ...(common ? [common] : []),
      field,
      visit,
      paused,
      late,
      worker,
      ...texts.map(([language, body]): GateFile => {
        return { name: textsFile(language, contents), body, type: 'application/json' };
      }),
    ],
  };
}

const LOADED = new RegExp(`\\bvisit\\.[0-9a-f]{${HASH_DIGITS}}\\.js\\b`);
/** Names of the files that a gate loads as soon as it runs, by which the release can be told that does. */
export const loadedFiles = ({ pointer, pausedPointer }: Pick<GateFiles, 'pointer' | 'pausedPointer'>): string[] =>
  [pointer, pausedPointer].flatMap((body) => LOADED.exec(body)?.[0] ?? []);

/** What the choices button of a release has to know. */
export function buttonFace({
  setup: { banner },
  contents,
}: Pick<Release, 'contents'> & { setup: Pick<Setup, 'banner'> }): ButtonFace {
  const { shape, hideFor } = banner.button;
  return {
    css: buttonCss(banner),
    scheme: banner.face.scheme,
    shape,
    ...(hideFor && { hideFor }),
    words: Object.fromEntries(
      Object.entries(contents).map(([language, { texts }]) => [language, [texts.button, texts.buttonObject]]),
    ),
  };
}

/** What stands in for frames has to know. */
export function heldFace({ banner, services }: Pick<Setup, 'banner' | 'services'>): HeldFace {
  return {
    css: heldCss(banner),
    scheme: banner.face.scheme,
    services: services.flatMap(({ name, provider = '', hosts }) =>
      hosts.map((host): [string, string, string] => [host.split('/')[0]!, name, provider]),
    ),
  };
}

/** The one line that goes first into the page's head. */
export function snippetFor(setup: Pick<Setup, 'recorder'>): string {
  return `<script src="${gateBase(setup)}/gate.js"></script>`;
}

/** JSON that may stand in a script: item names come from scanned pages and must not end it. */
function scriptSafe(value: unknown): string {
  return JSON.stringify(value).replace(
    /[<\u2028\u2029]/g,
    (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
}
