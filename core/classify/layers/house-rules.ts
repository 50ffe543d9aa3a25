import { PatternIndex } from '../pattern-index';
import type { Classifiable, Classifier, HouseRule, Ruling } from '../types';
import { bringers } from './bringers';

/**
 * A classifier over house rules. Those of a site go before those of the organisation; among equals the more exact goes
 * first (a name, then what brings it in, then a host), then the older. Rules are looked up by name, host and bringer, so
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
    .map(({ rule }, rank) => ({ rule, rank }));
  type Ranked = (typeof ranked)[number];

  const names = new PatternIndex<Ranked>();
  const byHost = new Map<string, Ranked[]>();
  const byBringer = new Map<string, Ranked[]>();
  for (const one of ranked) {
    const { name, host, broughtInBy } = one.rule.when;
    if (name) names.add(name, one);
    else if (broughtInBy) push(byBringer, broughtInBy, one);
    else push(byHost, host!, one);
  }

  return (item) => {
    let best: Ranked | undefined;
    const consider = (one: Ranked | undefined) => {
      if (one && (!best || one.rank < best.rank) && fits(one.rule, item)) best = one;
    };
    // A request's name is only its kind.
    if (item.kind !== 'request') consider(names.find(item.name, (one) => fits(one.rule, item)));
    if (byBringer.size > 0) {
      for (const host of bringers(item)) for (const domain of upward(host)) byBringer.get(domain)?.forEach(consider);
    }
    if (byHost.size > 0) for (const domain of upward(item.host)) byHost.get(domain)?.forEach(consider);
    return best ? rulingOf(best.rule) : null;
  };
}

/** Whether a rule means an item, in all its conditions. */
function fits({ when }: HouseRule, item: Classifiable): boolean {
  if (when.kinds && !when.kinds.includes(item.kind)) return false;
  if (when.host && item.host !== when.host && !item.host.endsWith(`.${when.host}`)) return false;
  if (when.broughtInBy) {
    const tag = when.broughtInBy;
    if (!bringers(item).some((host) => host === tag || host.endsWith(`.${tag}`))) return false;
  }
  return true;
}

function exactness({ when }: HouseRule): number {
  return (when.name ? 4 : 0) + (when.broughtInBy ? 2 : 0) + (when.host ? 1 : 0) + (when.kinds ? 1 : 0);
}

/** A house rule's condition as words: "everything from tags.example.org named _x*". */
export function ruleWords({ when }: Pick<HouseRule, 'when'>): string {
  const what = when.kinds ? when.kinds.join(', ').replaceAll('-', ' ') : 'everything';
  return [
    what,
    when.name && `named ${when.name}`,
    when.host && `of ${when.host}`,
    when.broughtInBy && `that ${when.broughtInBy} brings in`,
  ]
    .filter(Boolean)
    .join(' ');
}

function rulingOf(rule: HouseRule): Ruling {
  const { purpose, service, description, reason } = rule;
  return {
    purpose,
    service,
    ...(description && { description }),
    by: 'house-rule',
    reason: `house rule: ${ruleWords(rule)}${reason ? ` (${reason})` : ''}`,
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
