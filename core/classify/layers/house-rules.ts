import type { HouseRule } from '../house-rule';
import { PatternIndex } from '../pattern-index';
import type { Classifiable, Classifier, Ruling } from '../types';
import { hostOf, initiatorsEnd, initiatorsOf } from './initiators';

/**
 * A classifier over house rules. Those of a site go before those of the organisation; among equals the more exact goes
 * first (a name, then what brings it in, then a host), then the older. Rules are looked up by name, host and initiator, so
 * fifty of them cost little more than one.
 */
export function houseRuleClassifier(rules: readonly HouseRule[]): Classifier {
  const ranked = rules
    .filter((rule) => rule.enabled)
    .map((rule, i) => ({ rule, i }))
    .sort(
      (a, b) =>
        Number(a.rule.siteId === null) - Number(b.rule.siteId === null) ||
        exactness(b.rule) - exactness(a.rule) ||
        a.i - b.i,
    )
    .map(({ rule }, rank): Ranked => ({ rule, rank, ruling: rulingOf(rule) }));
  const names = new PatternIndex<Ranked>();
  const byHost = new Map<string, Ranked[]>();
  const byInitiator = new Map<string, Ranked[]>();
  for (const one of ranked) {
    const { name, host, broughtInBy } = one.rule.when;
    if (name) names.add(name, one);
    else if (broughtInBy) push(byInitiator, broughtInBy, one);
    else push(byHost, host!, one);
  }
  const ofHost = lookUp(byHost, (host) => host);
  const ofInitiator = lookUp(byInitiator, hostOf);

  return (item) => {
    // A request's name is only its kind.
    let best = item.kind === 'request' ? undefined : names.find(item.name, (one) => fits(one.rule, item));
    best = better(best, ofHost(item.host), item);
    const { chain } = item;
    if (chain && byInitiator.size > 0) {
      const to = initiatorsEnd(item.kind, chain);
      for (let i = 1; i < to; i++) best = better(best, ofInitiator(chain[i]!.url), item);
    }
    return best?.ruling ?? null;
  };
}

interface Ranked {
  rule: HouseRule;
  ruling: Ruling;
  rank: number;
}

/** The first of `list` that fits and goes before `best`. */
function better(best: Ranked | undefined, list: readonly Ranked[], item: Classifiable): Ranked | undefined {
  for (const one of list) if ((!best || one.rank < best.rank) && fits(one.rule, item)) best = one;
  return best;
}

/** Texts kept to be looked up quickly; then it begins anew, since pages can think up addresses without end. */
const MOST_KEPT = 50_000;

/**
 * What stands under the host of a text, or under a domain above it. The same hosts and scripts come again and again, so
 * each text is looked up once.
 */
function lookUp<T>(map: ReadonlyMap<string, T[]>, toHost: (text: string) => string): (text: string) => readonly T[] {
  const found = new Map<string, readonly T[]>();
  const none: readonly T[] = [];
  return (text) => {
    if (map.size === 0) return none;
    let list = found.get(text);
    if (!list) {
      list = [...upward(toHost(text))].flatMap((domain) => map.get(domain) ?? none);
      if (list.length === 0) list = none;
      if (found.size >= MOST_KEPT) found.clear();
      found.set(text, list);
    }
    return list;
  };
}

const isBelow = (host: string, domain: string) => host === domain || host.endsWith(`.${domain}`);

/** Whether a rule means an item, in all its conditions. */
function fits({ when }: HouseRule, item: Classifiable): boolean {
  if (when.kinds && !when.kinds.includes(item.kind)) return false;
  if (when.host && !isBelow(item.host, when.host)) return false;
  if (when.broughtInBy) {
    const tag = when.broughtInBy;
    if (!initiatorsOf(item).some((url) => isBelow(hostOf(url), tag))) return false;
  }
  return true;
}

function exactness({ when }: HouseRule): number {
  return (when.name ? 4 : 0) + (when.broughtInBy ? 2 : 0) + (when.host ? 1 : 0) + (when.kinds ? 1 : 0);
}

function rulingOf({ when, purpose, service, description, reason }: HouseRule): Ruling {
  return {
    purpose,
    service,
    ...(description && { description }),
    by: 'house-rule',
    because: { code: 'house-rule', when, ...(reason && { text: reason }) },
    confidence: 1,
  };
}

function push<T>(map: Map<string, T[]>, key: string, value: T): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** A host and the domains above it: `a.b.example`, `b.example`, `example`. */
function* upward(host: string): Generator<string> {
  for (let rest = host; rest; rest = rest.slice(rest.indexOf('.') + 1)) {
    yield rest;
    if (!rest.includes('.')) return;
  }
}
