import { allowsMark, heldAs, type PlanIndex, UNRULED_MARK as UNRULED } from '@douane/core/hold';
import { safely } from './safely';

type Waiting = { mark: string; run: () => void; element?: Element };

/** What may run at the moment, and what waits until it may. Marks are purposes, or `*` for what nobody has ruled. */
export class Permits {
  private granted: Record<string, boolean> | null = null;
  private waiting: Waiting[] = [];
  private readonly admitted = new Set<string>();

  /** The content security policy that the gate has put in force; `null`: none. */
  policy: string | null = null;
  /** All marks there can be. */
  readonly marks: string[];
  /** Whether something may run, by its purpose; `null`: third parties that nobody has ruled. */
  readonly may = (purpose: string | null): boolean => this.allows(purpose ?? UNRULED);

  constructor(readonly plan: PlanIndex) {
    const purposes = Object.values(plan.hosts).flatMap((by) =>
      typeof by === 'string' ? by : by.map(([, one]) => one),
    );
    this.marks = [UNRULED, ...new Set(purposes)];
  }

  /** Addresses that the visitor has asked for, on this page. */
  get framed(): string[] {
    return [...this.admitted];
  }

  allows(mark: string): boolean {
    return allowsMark(mark, this.granted ?? { nothing: false }, this.plan.unruled);
  }

  /** The mark under which an address is held now; `null` where it may be contacted. */
  holding(address: string): string | null {
    let url: URL;
    try {
      url = new URL(address, document.baseURI);
    } catch {
      return null; // not an address: the browser will say so itself
    }
    if (this.admitted.has(url.href)) return null;
    return heldAs(this.plan, url, location.hostname, (mark) => this.allows(mark));
  }

  /** Whether an address is somebody's whose purpose is held; not where nobody has ruled him. */
  isRuledOut(address: string): boolean {
    const mark = this.holding(address);
    return mark !== null && mark !== UNRULED;
  }

  /** Whether anything is held at all. */
  holdsAny = (): boolean => this.marks.some((mark) => !this.allows(mark));

  /** `element`: what it waits for, so that it can be let go alone. */
  later(mark: string, run: () => void, element?: Element): void {
    this.waiting.push({ mark, run, element });
  }

  /** Lets go of what waits for one element that the visitor has asked for, whatever is granted. */
  admit(address: string, element?: Element): void {
    this.admitted.add(address);
    const ready = this.waiting.filter((one) => one.element === element);
    this.waiting = this.waiting.filter((one) => one.element !== element);
    for (const { run } of ready) safely(run);
  }

  /** Takes over what is granted and lets go of what now may run, in the order it came. */
  grant(granted: Record<string, boolean>): void {
    this.granted = granted;
    const ready = this.waiting.filter(({ mark }) => this.allows(mark));
    this.waiting = this.waiting.filter(({ mark }) => !this.allows(mark));
    for (const { run } of ready) safely(run);
  }
}
