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
  /** Immutable files, relative to `base`: scripts, and what is deleted again on a refusal. */
  banner: string;
  /** Empty: no button is shown. */
  button: string;
  /** Patterns of paths on which nothing is asked by itself. */
  quiet: string[];
  /** What stands in for frames that are held. */
  held: string;
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

/** What stands in for frames has to know; written into its script when the files are made. */
export interface HeldFace extends Pick<BannerFace, 'scheme'> {
  css: string;
  /** Hosts of services, each with the service's name and its provider. */
  services: [host: string, service: string, provider: string][];
}

export interface HeldOptions {
  face: HeldFace;
  content: BannerContent;
  /** All that is held now and may be a frame, or a template with one in it. */
  frames: HTMLElement[];
  /** Purposes that nobody may say yes to here. */
  barred: readonly string[];
  /** Loads one frame and what it has to contact by its address, on this page. */
  once(frame: HTMLElement, address: string): void;
  /** Says yes to a purpose; rejects where that could not be recorded. */
  always(purpose: string): Promise<void>;
}

/** What the scripts of banner and button offer to the one that loads them. */
export interface BannerScript {
  open(options: Omit<BannerOptions, 'face'>): void;
}
export interface ButtonScript {
  show(options: Omit<ButtonOptions, 'face'>): void;
}

export interface HeldScript {
  show(options: Omit<HeldOptions, 'face'>): void;
}

/** What a site may say of its visitor: the age in whole years, and that a parent or guardian has agreed. */
export type ToldOfVisitor = Pick<Signals, 'age' | 'guardian'>;

/** How the browser's controller (a check, a test) says which visitor this is; absent for real visitors. */
export interface VisitOverride extends Partial<Signals> {
  place?: string;
  test?: boolean;
}
