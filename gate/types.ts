import type { BannerFace } from '@douane/core/banner';
import type { Method } from '@douane/core/consent';
import type { KeptChoice } from '@douane/core/consent/choice-cookie';
import type { AfterChoice, NamesByPurpose, PlanIndex, StoredPatterns } from '@douane/core/hold';
import type { ToldListener } from '@douane/core/listeners';
import type { Decision, Place, Rules, Signals } from '@douane/core/regimes';
import type { BannerContent } from '@douane/core/release';
import type { Banner, ChoicesButton } from '@douane/core/setup';
import type { DouaneEvents } from './public';

/** What the holding script knows of a release; written into it when the files are made. */
export interface GateConfig {
  /** Base address of place and recorder. */
  base: string;
  release: number;
  rules: Rules;
  plan: PlanIndex;
  /** Ids of services by their purpose. */
  services: NamesByPurpose;
  /** What the site's own code stores, which is held and deleted again by name. */
  stored: Partial<StoredPatterns>;
  /** Whether the browser is to hold by a policy. */
  policy: boolean;
  /** Whether the site's server sends one, by what it is told in a cookie. */
  header?: true;
  /**
   * Immutable files, relative to `base`: what is loaded ahead where it is asked, what few pages need, what a visitor sees,
   * and for workers.
   */
  banner: string;
  late: string;
  visit: string;
  worker: string;
}

/** What tells tags that manage themselves has to know; written into its script when the files are made. */
export interface ToldConfig {
  listeners: ToldListener[];
  /** Ids of all purposes. */
  purposes: string[];
}

/** What a visitor sees has to know of a release; written into its script when the files are made. */
export interface VisitConfig {
  afterChoice: AfterChoice;
  /** Origins that the release was made for. */
  addresses: string[];
  /** Domains whose hosts share the choice. */
  domains: string[];
  /** The page of ours by which all addresses have one choice; empty: they have not. */
  common: string;
  /** Patterns of paths on which nothing is asked by itself. */
  quiet: string[];
  /** Immutable files, relative to the gate's base. */
  banner: string;
  /** Empty: no button is shown. */
  button: string;
  /** What stands in for frames that are held. */
  held: string;
  /** Tells who builds the site what became of each tag. */
  panel: string;
  /** Tells of third parties that nobody has ruled, on so large a part of all pages. */
  field: string;
  share: number;
  /** Languages whose contents there are, the default first, and the hash that their files are named by. */
  languages: string[];
  contents: string;
  speaks: Banner['speaks'];
}

/** What the page of ours has to know; written into it when the files are made. */
export interface CommonConfig {
  /** Origins whose pages it answers. */
  origins: string[];
}

/** What a page of the site says to it: to keep a choice for so many days, or nothing. It answers with what is kept then. */
export interface CommonMessage {
  keep?: string;
  days?: number;
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

/** The browser's cookies as its own code has them, taken before anything stands in front of it. */
export interface CookieJar {
  read(): string;
  write(line: string): void;
}

/** A choice on its way to the recorder. */
export interface Submission {
  version: number;
  place: string;
  language: string;
  purposes: Record<string, boolean>;
  method: Method;
  gpc: boolean;
  /** The record that this one takes the place of, if any. */
  replaces: string | null;
  test?: true;
}

/** What a visitor sees on a page. */
export interface Visit {
  /** Shows what has to show: the first layer, or the way back to the choice. */
  show(): void;
  /** Loads what would have to show, since it probably will; nothing rests on it. */
  prepare(): void;
  /** Rejects where the banner could not be loaded. */
  open(layer: 'first' | 'panel'): Promise<void>;
  /** The page has changed: other frames may be held. */
  tend(): void;
}

/** What the holding script offers to what a visitor sees. */
export interface VisitedGate {
  readonly config: GateConfig;
  /** As the browser has them, whatever the page puts in their place. */
  readonly native: { fetch: typeof fetch; jar: CookieJar };
  readonly override: VisitOverride;
  readonly signals: Signals;
  readonly choice: KeptChoice | null;
  /** `null`: it cannot be told; `undefined`: not yet. */
  readonly place: Place | null | undefined;
  readonly decision: Decision;
  /** Tells the page of something. */
  tellPage<Name extends keyof DouaneEvents>(event: Name, detail: DouaneEvents[Name]): void;
  /** Loads a script of the release. */
  script<T>(file: string): Promise<T>;
  /** Takes a choice that is recorded: what may run by it is decided anew. */
  take(choice: KeptChoice): void;
  /** Lets go of what may run now, in this page or in a fresh one; whether it stays this one. */
  apply(): boolean;
  /** Loads one frame that is held and that the visitor asked for. */
  once(frame: HTMLElement, address: string): void;
}

/** What the holding script leaves to another, since it can wait. */
export interface VisitScript {
  visit(gate: VisitedGate): Visit;
}

/** What the scripts of banner and button offer to the one that loads them. */
export interface BannerScript {
  open(options: Omit<BannerOptions, 'face'>): void;
}
export interface ButtonScript {
  show(options: Omit<ButtonOptions, 'face'>): void;
}

/** What the panel's script offers: what became of all that the page asked for. */
export interface PanelScript {
  open(gate: VisitedGate): void;
}

/** What the script of field reports offers. */
export interface FieldScript {
  watch(gate: VisitedGate): void;
}

export interface HeldScript {
  show(options: Omit<HeldOptions, 'face'>): void;
}

/** How the browser's controller (a check, a test) says which visitor this is; absent for real visitors. */
export interface VisitOverride extends Partial<Signals> {
  place?: string;
  test?: boolean;
}
