import type { Method } from '@douane/core/consent';
import type { PlanIndex } from '@douane/core/hold';
import type { Decision, Rules, Signals } from '@douane/core/regimes';
import type { BannerContent } from '@douane/core/release';
import type { Banner } from '@douane/core/setup';

export type Look = Banner['look'];

/** What the holding script knows of a release; written into it when the files are made. */
export interface GateConfig {
  /** Base address of place and recorder. */
  base: string;
  release: number;
  rules: Rules;
  plan: PlanIndex;
  /** Immutable files, relative to `base`: the banner's script, the hash of its contents by language, what is deleted again on a refusal. */
  banner: string;
  contents: Record<string, string>;
  stored: string;
  defaultLanguage: string;
  /** Labels of the choices button where the contents cannot be loaded: where a yes is asked, and where one may object. */
  button: [ask: string, object: string];
  look: Look;
}

export interface BannerOptions {
  content: BannerContent;
  look: Look;
  decision: Decision;
  layer: 'first' | 'panel';
  /** Id of the record that stands, if any. */
  record: string | null;
  /** Sends a choice to the recorder; rejects where it could not be recorded. */
  choose(purposes: Record<string, boolean>, method: Method): Promise<void>;
  onClose(): void;
}

/** What a site may say of its visitor: the age in whole years, and that a parent or guardian has agreed. */
export type ToldOfVisitor = Pick<Signals, 'age' | 'guardian'>;

/** How the browser's controller (a check, a test) says which visitor this is; absent for real visitors. */
export interface VisitOverride extends Partial<Signals> {
  place?: string;
  test?: boolean;
}
