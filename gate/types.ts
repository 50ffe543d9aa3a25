import type { BannerFace } from '@douane/core/banner';
import type { Method } from '@douane/core/consent';
import type { PlanIndex } from '@douane/core/hold';
import type { Decision, Rules, Signals } from '@douane/core/regimes';
import type { BannerContent } from '@douane/core/release';
import type { Banner, ChoicesButton } from '@douane/core/setup';

/** What the holding script knows of a release; written into it when the files are made. */
export interface GateConfig {
  /** Base address of place and recorder. */
  base: string;
  release: number;
  rules: Rules;
  plan: PlanIndex;
  /** Immutable files, relative to `base`: the scripts of banner and choices button, what is deleted again on a refusal. */
  banner: string;
  /** Empty: no button is shown. */
  button: string;
  stored: string;
  /** Languages whose contents there are, the default first, and the hash that their files are named by. */
  languages: string[];
  contents: string;
  speaks: Banner['speaks'];
}

export interface BannerOptions {
  content: BannerContent;
  face: BannerFace;
  decision: Decision;
  layer: 'first' | 'panel';
  /** Id of the record that stands, if any. */
  record: string | null;
  /** Sends a choice to the recorder; rejects where it could not be recorded. */
  choose(purposes: Record<string, boolean>, method: Method): Promise<void>;
  onClose(): void;
}

/** What the choices button has to know; written into its script when the files are made. */
export interface ButtonFace extends Pick<ChoicesButton, 'shape' | 'hideFor'> {
  css: string;
  scheme: BannerFace['scheme'];
  /** By language: its words where a yes is asked, and where one may object. */
  words: Record<string, [ask: string, object: string]>;
}

export interface ButtonOptions {
  face: ButtonFace;
  language: string;
  decision: Decision;
  onOpen(): void;
}

/** What the scripts of banner and button offer to the one that loads them. */
export interface BannerScript {
  open(options: Omit<BannerOptions, 'face'>): void;
}
export interface ButtonScript {
  show(options: Omit<ButtonOptions, 'face'>): void;
}

/** What a site may say of its visitor: the age in whole years, and that a parent or guardian has agreed. */
export type ToldOfVisitor = Pick<Signals, 'age' | 'guardian'>;

/** How the browser's controller (a check, a test) says which visitor this is; absent for real visitors. */
export interface VisitOverride extends Partial<Signals> {
  place?: string;
  test?: boolean;
}
