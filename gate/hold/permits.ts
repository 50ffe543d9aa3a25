import { byHost, type HoldPlan } from '@douane/core/hold';

type Waiting = { purpose: string; run: () => void };

/** What may run at the moment, and what waits until it may. */
export class Permits {
  private granted: Record<string, boolean> = {};
  private waiting: Waiting[] = [];

  constructor(private readonly plan: HoldPlan) {}

  allows(purpose: string): boolean {
    return this.granted[purpose] === true;
  }

  /** The purpose for which an address is held now; `null` where it may be contacted. */
  holding(address: string): string | null {
    let host: string;
    try {
      host = new URL(address, location.href).hostname;
    } catch {
      return null; // not an address: the browser will say so itself
    }
    const purpose = byHost(this.plan.hosts, host);
    return purpose && !this.allows(purpose) ? purpose : null;
  }

  later(purpose: string, run: () => void): void {
    this.waiting.push({ purpose, run });
  }

  /** Takes over what is granted and lets go of what now may run, in the order it came. */
  grant(granted: Record<string, boolean>): void {
    this.granted = granted;
    const ready = this.waiting.filter(({ purpose }) => this.allows(purpose));
    this.waiting = this.waiting.filter(({ purpose }) => !this.allows(purpose));
    for (const { run } of ready) run();
  }
}
