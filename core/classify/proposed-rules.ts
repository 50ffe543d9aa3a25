import type { HouseRule, HouseRuleBody } from './house-rule';
import { hostOf, initiatorsOf } from './layers/initiators';
import { patternProblem } from './name-pattern';
import type { Classifiable, Ruling } from './types';

/** What persons ruled alike so often that a rule could do it. */
export interface ProposedRule extends Pick<HouseRuleBody, 'when' | 'purpose' | 'service'> {
  /** Rulings by persons that it follows from: all there are of what it would fit. */
  rulings: number;
  sites: number;
}

export interface RuledByPerson {
  siteId: string;
  item: Classifiable;
  ruling: Pick<Ruling, 'purpose' | 'service'>;
}

const FEWEST = 3;
const MOST = 20;

/**
 * House rules that would have ruled as persons did, and never otherwise: everything of a host, whatever a tag brings in,
 * or names that begin alike. What a rule says already, and what a proposal with more rulings covers, is left out.
 */
export function proposedRules(ruled: readonly RuledByPerson[], rules: readonly HouseRule[]): ProposedRule[] {
  const groups = new Map<string, { when: HouseRuleBody['when']; members: RuledByPerson[] }>();
  for (const one of ruled) {
    for (const when of waysToSay(one.item)) {
      const key = JSON.stringify(when);
      const group = groups.get(key);
      if (group) group.members.push(one);
      else groups.set(key, { when, members: [one] });
    }
  }
  const there = new Set(rules.map(({ when }) => JSON.stringify(when)));
  const fitting = [...groups].filter(([key, { members }]) => {
    const [first] = members;
    const alike = members.every(
      ({ ruling }) => ruling.purpose === first!.ruling.purpose && ruling.service === first!.ruling.service,
    );
    return alike && members.length >= FEWEST && !there.has(key);
  });
  fitting.sort(([, a], [, b]) => b.members.length - a.members.length);
  const covered = new Set<RuledByPerson>();
  return fitting
    .flatMap(([, { when, members }]): ProposedRule[] => {
      if (members.every((one) => covered.has(one))) return [];
      for (const one of members) covered.add(one);
      const { purpose, service } = members[0]!.ruling;
      return [
        { when, purpose, service, rulings: members.length, sites: new Set(members.map((one) => one.siteId)).size },
      ];
    })
    .slice(0, MOST);
}

function waysToSay(item: Classifiable): HouseRuleBody['when'][] {
  const ways: HouseRuleBody['when'][] = [];
  if (item.party === 'third') ways.push({ host: item.host });
  const tag = initiatorsOf(item).at(-1);
  const tagHost = tag ? hostOf(tag) : '';
  if (tagHost && tagHost !== item.host) ways.push({ broughtInBy: tagHost });
  const stem = item.kind === 'request' ? undefined : /^[^-_.*]*[A-Za-z]{2}[^-_.*]*[-_.]/.exec(item.name)?.[0];
  if (stem && patternProblem(`${stem}*`) === null) ways.push({ name: `${stem}*` });
  return ways;
}
