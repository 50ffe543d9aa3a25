import type { KeptChoice } from '@douane/core/consent/choice-cookie';

/** What a site may say of its visitor: the age in whole years, and that a parent or guardian has agreed. */
export interface ToldOfVisitor {
  age?: number;
  guardian?: boolean;
}

/** What the gate tells the page, each also as an event of the document: `douane:choice` and so on. */
export interface DouaneEvents {
  /** A choice is recorded. `left`: names of cookies that could not be deleted. */
  choice: { granted: Record<string, boolean>; record: string; left: string[] };
  /** What may run, by purpose, is known for the first time in this page or has changed. */
  release: { granted: Record<string, boolean> };
  /** The visitor is asked. */
  ask: { layer: 'first' | 'panel' };
}

/** What a tag that manages itself was told, as it was put into its queue. */
export interface Told {
  listener: string;
  at: string;
  command: unknown[];
}

/** What a site's own code may use of the gate: `window.douane`, from the gate's snippet on. */
export interface Douane {
  /** Number of the release in force. */
  readonly version: number;
  /** The choice that the visitor's browser keeps: id of its record, number of the release it was made under, and when. */
  choice(): Pick<KeptChoice, 'record' | 'release' | 'atSeconds' | 'purposes'> | null;
  /** Resolves once it is known which rules the visitor is under, and what he granted. Never rejects. */
  readonly ready: Promise<void>;
  /** What tags that manage themselves were told so far; only where the site has such tags. */
  readonly told?: readonly Told[];
  /** Whether a purpose, or what a service does, may run now; both by their id. Of what nobody knows it is not. */
  granted(id: string): boolean;
  /** Calls back whenever something happens; what it gives back ends that. */
  on<Name extends keyof DouaneEvents>(event: Name, call: (detail: DouaneEvents[Name]) => void): () => void;
  /** Shows the visitor his choice. */
  open(): void;
  /** What the site learns of its visitor while the page stands, as when somebody signs in. */
  tell(told: ToldOfVisitor): void;
}

declare global {
  interface Window {
    douane?: Douane;
  }
}
