import type { Classifier } from '../classify/types';
import { itemKey } from '../observe/fold';
import type { Observation } from '../observe/types';
import { decide } from '../regimes/decide';
import { parsePlace } from '../regimes/place';
import type { Decision } from '../regimes/types';
import { rulesOf } from '../setup/rules';
import type { Setup } from '../setup/types';
import type { CheckedItem, Firing, KnownItem, Phase, VisitorCase } from './types';

/** What a visit brought to light, as plain data. */
export interface Visit {
  visitorCase: VisitorCase;
  observations: Observation[];
  /** When each choice was on record, in order; empty where none was made. */
  recorded: { atMs: number; purposes: Record<string, boolean>; gpc: boolean }[];
}

export interface Judgement {
  items: CheckedItem[];
  regimes: string[];
  asks: boolean;
}

interface Permission {
  fromMs: number;
  decision: Decision;
}

/**
 * Verdicts on every item of a visit: those seen, and those the setup knows that did not show. The visit is cut into
 * phases by its records; in each, the one decision function says what may run. A firing in a phase that does not
 * permit it has slipped, whatever came later.
 */
export function judgeVisit(visit: Visit, setup: Setup, classify: Classifier): Judgement {
  const { visitorCase, observations, recorded } = visit;
  const phases: Phase[] = [
    { fromMs: Number.NEGATIVE_INFINITY, choice: 'none' },
    ...recorded.map(({ atMs, purposes, gpc }) => ({ fromMs: atMs, choice: { purposes, gpc } })),
  ];
  const rules = rulesOf(setup);
  const place = parsePlace(visitorCase.place);
  const signals = { gpc: visitorCase.signals.includes('gpc') };
  const permissions = phases.map(({ fromMs, choice }) => ({
    fromMs,
    decision: decide(place, signals, choice === 'none' ? null : choice, rules),
  }));

  const subjects = new Map<string, { item: KnownItem; party: Observation['party']; firings: Firing[] }>();
  for (const o of observations) {
    const key = itemKey(o);
    const subject = subjects.get(key) ?? {
      item: { kind: o.kind, name: o.name, host: o.host },
      party: o.party,
      firings: [],
    };
    subject.firings.push({ atMs: o.atMs, page: o.page, url: o.url, chain: o.chain });
    subjects.set(key, subject);
  }
  for (const known of unseen(setup, subjects)) subjects.set(itemKey(known.item), { ...known, firings: [] });

  const meant = intended(visitorCase, setup);
  const items = [...subjects.values()].map(({ item, party, firings }) => {
    const ruling = classify({ ...item, party });
    return judgeItem(item, ruling?.purpose ?? null, ruling?.service ?? null, firings, permissions, meant);
  });
  const last = permissions[permissions.length - 1]!;
  return { items: items.sort(bySeverity), regimes: last.decision.regimes, asks: permissions[0]!.decision.ask };

  /** What this visitor means to allow in the end, also where his choice could not be recorded. */
  function intended(target: VisitorCase, { purposes }: Setup): Record<string, boolean> {
    const choice = target.choice;
    if (choice === 'none') return permissions[0]!.decision.granted;
    const says = (id: string) => choice === 'accept' || choice === `only:${id}`;
    const chosen = Object.fromEntries(purposes.map((p) => [p.id, Boolean(p.necessary) || says(p.id)]));
    return decide(place, signals, { purposes: chosen, gpc: signals.gpc }, rules).granted;
  }
}

function judgeItem(
  item: KnownItem,
  purpose: string | null,
  service: string | null,
  firings: Firing[],
  permissions: Permission[],
  meant: Record<string, boolean>,
): CheckedItem {
  const expected = mayRun(purpose, meant) ? 'allow' : 'hold';
  const sorted = [...firings].sort((a, b) => a.atMs - b.atMs);
  const marks = sorted.map((firing) => ({
    atMs: firing.atMs,
    permitted: mayRun(purpose, at(permissions, firing).granted),
  }));
  const slippedIndex = marks.findIndex((mark) => !mark.permitted);
  const shown = sorted[Math.max(slippedIndex, 0)];
  const base = { ...item, purpose, service, expected, firings: marks } as const;
  const evidence = shown && { firstAtMs: shown.atMs, page: shown.page, url: shown.url, chain: shown.chain };
  if (slippedIndex >= 0)
    return { ...base, verdict: 'slipped', ...evidence, why: whySlipped(purpose, shown!, permissions) };
  if (expected === 'hold') return { ...base, verdict: 'held', ...evidence };
  return { ...base, verdict: shown ? 'cleared' : 'silent', ...evidence };
}

/** An open item has no purpose a visitor could have said yes to: it may run only where everything may. */
function mayRun(purpose: string | null, granted: Record<string, boolean>): boolean {
  return purpose === null ? Object.values(granted).every(Boolean) : (granted[purpose] ?? false);
}

function at(permissions: Permission[], firing: Firing): Decision {
  return permissions.findLast((permission) => permission.fromMs <= firing.atMs)!.decision;
}

function whySlipped(purpose: string | null, firing: Firing, permissions: Permission[]): string {
  const index = permissions.findLastIndex((permission) => permission.fromMs <= firing.atMs);
  const next = permissions.slice(index + 1).find((permission) => mayRun(purpose, permission.decision.granted));
  const open = purpose === null ? 'It is an open item, so no visitor could say yes to it. ' : '';
  if (next) return `${open}It fired ${Math.round(next.fromMs - firing.atMs)} ms before the record.`;
  if (index === 0)
    return permissions.length === 1
      ? `${open}It fired and no choice was on record.`
      : `${open}It fired before any choice was on record.`;
  return `${open}It fired ${Math.round(firing.atMs - permissions[index]!.fromMs)} ms after a record that does not permit it.`;
}

/** What the setup knows and the visit did not show: to be told as held or silent. Patterns name no single thing. */
function unseen(setup: Setup, seen: Map<string, unknown>) {
  const seenHosts = new Set(
    [...seen.keys()]
      .map((key) => key.split('\n'))
      .filter(([kind]) => kind === 'request')
      .map((k) => k[1]),
  );
  const siteHost = new URL(setup.site.address).hostname;
  return setup.services.flatMap((service) => [
    ...service.hosts
      .filter((host) => !seenHosts.has(host))
      .map((host) => ({ item: { kind: 'request' as const, name: 'other', host }, party: 'third' as const })),
    ...service.items
      .filter((item) => !item.pattern)
      .map((item) => ({
        item: { kind: item.kind, name: item.name, host: item.host ?? siteHost },
        party: 'first' as const,
      }))
      .filter(({ item }) => !seen.has(itemKey(item))),
  ]);
}

const SEVERITY = ['slipped', 'held', 'cleared', 'silent'];
function bySeverity(a: CheckedItem, b: CheckedItem): number {
  return (
    SEVERITY.indexOf(a.verdict) - SEVERITY.indexOf(b.verdict) ||
    (a.service ?? '').localeCompare(b.service ?? '') ||
    a.host.localeCompare(b.host) ||
    a.name.localeCompare(b.name)
  );
}
