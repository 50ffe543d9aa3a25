import { allowsMark, heldAs, type NamesByPurpose, type PlanIndex, UNRULED_MARK as UNRULED } from '@douane/core/hold';
import { safely } from './safely';

type Waiting = { mark: string; run: () => void; element?: Element };

/** What may run at the moment, and what waits until it may. Marks are purposes, or `*` for what nobody has ruled. */
export interface Permits {
  readonly plan: PlanIndex;
  /** The content security policy that the gate has put in force; `null`: none. */
  policy: string | null;
  /** All marks there can be. */
  readonly marks: string[];
  /** Addresses that the visitor has asked for, on this page. */
  readonly framed: Set<string>;
  allows(mark: string): boolean;
  /** The mark under which an address is held now; `null` where it may be contacted. */
  holding(address: string): string | null;
  /** Whether an address is somebody's whose purpose is held; not where nobody has ruled him. */
  isRuledOut(address: string): boolean;
  /** Whether anything is held at all. */
  holdsAny(): boolean;
  /** `element`: what it waits for, so that it can be let go alone. */
  later(mark: string, run: () => void, element?: Element): void;
  /** Lets go of what waits for one element that the visitor has asked for, whatever is granted. */
  admit(address: string, element?: Element): void;
  /** What is loaded only where it is needed; rejects where it could not be. */
  late(): Promise<LateScript>;
  /** Takes over what is granted and lets go of what now may run, in the order it came. */
  grant(granted: Record<string, boolean>): void;
}

/** What the holding script leaves to another since few pages need it. */
export interface LateScript {
  /** Has those of marked elements act that may; `framed`: addresses that the visitor asked to see. */
  letGo(elements: readonly Element[], permits: Permits): void;
  loadFor(address: string, wouldLose: boolean): void;
  /** Waits until a service worker may be registered; `names`: paths of such that are ruled. */
  mayServe(permits: Permits, names: NamesByPurpose, file: string): Promise<void>;
}

// No class: names of its members would weigh more than all else in it, and every page waits for this.
export function permitsOf(plan: PlanIndex, late: () => Promise<LateScript>): Permits {
  let granted: Record<string, boolean> = { nothing: false };
  let waiting: Waiting[] = [];
  const framed = new Set<string>();
  const purposes = Object.values(plan.hosts).flatMap((by) => (typeof by === 'string' ? by : by.map(([, of]) => of)));
  const marks = [UNRULED, ...new Set(purposes)];
  const allows = (mark: string) => allowsMark(mark, granted, plan.unruled);
  const holding = (address: string) => {
    let url: URL;
    try {
      url = new URL(address, document.baseURI);
    } catch {
      return null; // not an address: the browser will say so itself
    }
    return framed.has(url.href) ? null : heldAs(plan, url, location.hostname, allows);
  };
  const letGo = (isReady: (one: Waiting) => boolean) => {
    const ready = waiting.filter(isReady);
    waiting = waiting.filter((one) => !ready.includes(one));
    for (const { run } of ready) safely(run);
  };
  return {
    plan,
    policy: null,
    marks,
    framed,
    late,
    allows,
    holding,
    isRuledOut: (address) => ![null, UNRULED].includes(holding(address)),
    holdsAny: () => marks.some((mark) => !allows(mark)),
    later(mark, run, element) {
      waiting.push({ mark, run, element });
    },
    admit(address, element) {
      framed.add(address);
      letGo((one) => element !== undefined && one.element === element);
    },
    grant(now) {
      granted = now;
      letGo(({ mark }) => allows(mark));
    },
  };
}
