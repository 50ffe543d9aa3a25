import type { Method } from '@douane/core/consent';
import type { HoldPlan } from '@douane/core/hold';
import type { Decision, Rules } from '@douane/core/regimes';

/** What the holding script knows of a published version; written into it when the files are made. */
export interface GateConfig {
  /** Base address of place and recorder. */
  base: string;
  version: number;
  rules: Rules;
  plan: HoldPlan;
  /** Immutable files, relative to `base`. */
  banner: string;
  texts: Record<string, string>;
  defaultLanguage: string;
  /** Labels of the choices button by language: where a yes is asked, and where one may object. */
  buttons: Record<string, [ask: string, object: string]>;
  look: Look;
}

export interface Look {
  position: 'bottom' | 'corner' | 'middle';
  sheet: string;
  ink: string;
  accent: string;
  radius: number;
}

/** What the banner shows in one language: an immutable file of its own. */
export interface BannerContent {
  language: string;
  texts: Record<
    | 'title'
    | 'body'
    | 'accept'
    | 'refuse'
    | 'choose'
    | 'save'
    | 'panelTitle'
    | 'always'
    | 'services'
    | 'gpcObeyed'
    | 'failed'
    | 'retry'
    | 'record'
    | 'session'
    | 'close'
    | 'policy',
    string
  >;
  purposes: {
    id: string;
    name: string;
    text: string;
    necessary: boolean;
    services: {
      name: string;
      policyUrl?: string;
      items: { name: string; lifetimeSeconds?: number | null; description?: string }[];
    }[];
  }[];
  policyUrl?: string;
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

/** How the browser's controller (a check, a test) says which visitor this is; absent for real visitors. */
export interface VisitOverride {
  place?: string;
  gpc?: boolean;
  test?: boolean;
}
