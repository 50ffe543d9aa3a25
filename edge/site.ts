import { createHash } from 'node:crypto';
import { choiceIn } from '@douane/core/consent/choice-cookie';
import {
  allowsMark,
  byHost,
  heldAs,
  indexPlan,
  mayRun,
  type PlanIndex,
  policyFor,
  purposeOf,
  purposeOfStored,
  type StoredPatterns,
} from '@douane/core/hold';
import type { Place, Rules } from '@douane/core/regimes';
import { decide } from '@douane/core/regimes/decide';
import { placeCode } from '@douane/core/regimes/place';
import { type Release, storedPatternsOf } from '@douane/core/release';
import { snippetFor } from '@douane/gate';

/** What is known of who asks for a page. */
export interface AskedBy {
  /** Text of the `Cookie` header. */
  cookies: string;
  /** `null`: it cannot be told. */
  place: Place | null;
  /** The `Sec-GPC` header (Global Privacy Control, section 3). */
  gpc: boolean;
  /** Host of the page, as the visitor has it. */
  host: string;
}

/** The mark under which an address is held that stands in a page; `null` where it may be contacted, or is none. */
export type HoldingFrom = (address: string, base: string) => string | null;

/** Written so it is a path of the page's own host, whatever comes after; most addresses of most pages are. */
const OWN_PATH = /^\/?[\w-]+(\.\w+)?([/?#]|$)/;

/** What holds for the pages of a host. `allows`: whether a mark may run. */
export function holdingBy(plan: PlanIndex, host: string, allows: (mark: string) => boolean): HoldingFrom {
  const isRuled = byHost(plan.hosts, host) !== undefined;
  let known = '';
  let isOwn = false;
  return (address, base) => {
    if (base !== known) {
      known = base;
      isOwn = !isRuled && URL.canParse(base) && new URL(base).hostname === host;
    }
    if (isOwn && OWN_PATH.test(address)) return null;
    let url: URL;
    try {
      url = new URL(address, base);
    } catch {
      return null;
    }
    return heldAs(plan, url, host, allows);
  };
}

/** Whom that is held a piece of code names by his host, and his mark. */
export function namesBy(
  plan: PlanIndex,
  allows: (mark: string) => boolean,
): (code: string) => { host: string; mark: string } | undefined {
  const held = Object.keys(plan.hosts).flatMap((host) => {
    const purpose = purposeOf(plan, { hostname: host, pathname: '/' });
    return purpose && !allows(purpose) ? [{ host, mark: purpose }] : [];
  });
  return (code) => held.find(({ host }) => code.toLowerCase().includes(host));
}

/** What is held for one visitor, and how. */
export interface Held {
  holding: HoldingFrom;
  /** Whether the site's own server may set a cookie of that name. */
  maySet(cookie: string): boolean;
  /** The policy that holds in the browser; `null`: none is needed, or none can say it. */
  policy: string | null;
  /** Whether anything is held at all. */
  isAny: boolean;
  /** What stands first in the page's head. */
  snippet: string;
  /** The same for all for whom the same is held. */
  state: string;
}

/** A site's release, as a server in front of the site needs it. */
export class EdgeSite {
  readonly number: number;
  private readonly rules: Rules;
  private readonly plan: PlanIndex;
  private readonly stored: StoredPatterns;
  private readonly byState = new Map<string, Held>();
  private readonly snippet: string;
  /** Origin of gate and recorder. */
  readonly recorder: string;

  /** CSP source of the gate where it stands in the page itself, else empty. */
  readonly hash: string;

  /** `inline`: the gate's pointer, to stand in each page itself, so that no page waits for it to be fetched. */
  constructor(release: Release, inline?: string) {
    this.number = release.number;
    this.rules = release.rules;
    this.plan = indexPlan(release.plan);
    this.stored = storedPatternsOf(release);
    this.snippet = inline === undefined ? snippetFor(release.setup) : `<script>${inline}</script>`;
    this.hash = inline === undefined ? '' : `'sha256-${createHash('sha256').update(inline).digest('base64')}'`;
    this.recorder = new URL(release.setup.recorder).origin;
  }

  /** What is held for whoever asks; the same decision as the gate's, for a visitor of whom it knows no age. */
  heldFor({ cookies, place, gpc, host }: AskedBy): Held {
    const choice = choiceIn(cookies, Math.floor(Date.now() / 1000));
    const { granted } = decide(place, { gpc }, choice, this.rules);
    const code = place === null ? '' : placeCode(place);
    const state = `${this.number} ${host} ${code} ${Object.keys(granted).filter((id) => granted[id])}`;
    let held = this.byState.get(state);
    if (!held) {
      held = this.hold(granted, host, code, state);
      // Hosts are whatever is asked for.
      if (this.byState.size > 1000) this.byState.clear();
      this.byState.set(state, held);
    }
    return held;
  }

  private hold(granted: Record<string, boolean>, host: string, place: string, state: string): Held {
    const { plan, stored } = this;
    const allows = (mark: string) => allowsMark(mark, granted, plan.unruled);
    const may = (purpose: string | null) => mayRun(purpose, granted, plan.unruled);
    return {
      holding: holdingBy(plan, host, allows),
      maySet: (cookie) => {
        const purpose = purposeOfStored(stored.cookies, cookie);
        return purpose === undefined || may(purpose);
      },
      policy: policyFor(plan, may),
      isAny: !may(null) || Object.values(granted).some((yes) => !yes),
      snippet: place ? this.snippet.replace('<script', `<script data-place="${place}"`) : this.snippet,
      state,
    };
  }
}
