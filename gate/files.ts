import { indexPlan } from '@douane/core/hold';
import { slimRules } from '@douane/core/regimes';
import { type Release, storedPatternsOf } from '@douane/core/release';
import { type Setup, textsFor } from '@douane/core/setup';
import { textsFile } from './texts-file';
import type { GateConfig } from './types';

/** The built scripts, with the place for the configuration still open in `hold`. */
export interface GateCode {
  hold: string;
  banner: string;
}

export interface GateFile {
  name: string;
  body: string;
  type: 'text/javascript' | 'application/json';
}

/** The files of a release's gate: the pointer, which changes with the release in force, and those named by their hash. */
export interface GateFiles {
  /** Body of `gate.js`. */
  pointer: string;
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
  const short = (body: string) => hash(body).slice(0, 16);
  const named = (stem: string, end: string, body: string, type: GateFile['type']): GateFile => ({
    name: `${stem}.${short(body)}.${end}`,
    body,
    type,
  });
  const banner = named('banner', 'js', code.banner, 'text/javascript');
  const contents = Object.entries(release.contents).map(([language, content]) => {
    const body = JSON.stringify(content);
    const digest = short(body);
    const file: GateFile = { name: textsFile(language, digest), body, type: 'application/json' };
    return { language, digest, file };
  });
  const stored = named('stored', 'json', JSON.stringify(storedPatternsOf(release)), 'application/json');
  const { button, buttonObject } = textsFor(setup.banner, setup.banner.defaultLanguage);
  const config: GateConfig = {
    base: setup.recorder.replace(/\/$/, ''),
    release: release.number,
    rules: slimRules(release.rules),
    plan: indexPlan(release.plan),
    banner: banner.name,
    stored: stored.name,
    contents: Object.fromEntries(contents.map(({ language, digest }) => [language, digest])),
    defaultLanguage: setup.banner.defaultLanguage,
    button: [button, buttonObject],
    look: setup.banner.look,
  };
  const pointer = code.hold.replaceAll('__DOUANE_CONFIG__', () => scriptSafe(config));
  return {
    pointer,
    immutable: [named('hold', 'js', pointer, 'text/javascript'), banner, stored, ...contents.map(({ file }) => file)],
  };
}

/** The one line that goes first into the page's head. */
export function snippetFor(setup: Pick<Setup, 'recorder'>): string {
  return `<script src="${setup.recorder.replace(/\/$/, '')}/gate.js"></script>`;
}

/** JSON that may stand in a script: item names come from scanned pages and must not end it. */
function scriptSafe(value: unknown): string {
  return JSON.stringify(value).replace(
    /[<\u2028\u2029]/g,
    (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
}
