import type { Classifiable, Classifier, Ruling } from '../types';

/** A person's ruling on another site of the organisation. */
export interface RulingElsewhere {
  item: Pick<Classifiable, 'kind' | 'name' | 'host' | 'party'>;
  ruling: Ruling;
  siteName: string;
  /** When, as ISO time; the newest counts. */
  at: string;
}

/** The same thing on two sites: a third party's by kind, name and host; nothing of the first party, whose host differs. */
const sameThingKey = ({ kind, name, host }: Pick<Classifiable, 'kind' | 'name' | 'host'>) =>
  `${kind}\n${host}\n${name}`;

/** Takes what people ruled of the same third-party thing on the organisation's other sites. */
export function organisationClassifier(elsewhere: readonly RulingElsewhere[]): Classifier {
  const byThing = new Map<string, RulingElsewhere>();
  for (const one of elsewhere) {
    if (one.item.party !== 'third') continue;
    const key = sameThingKey(one.item);
    const known = byThing.get(key);
    if (!known || known.at < one.at) byThing.set(key, one);
  }
  if (byThing.size === 0) return () => null;
  return (item) => {
    if (item.party !== 'third') return null;
    const found = byThing.get(sameThingKey(item));
    if (!found) return null;
    const { seen: _, because, ...ruling } = found.ruling;
    return {
      ...ruling,
      by: 'organisation',
      because: { code: 'elsewhere', site: found.siteName, because },
      confidence: 1,
    };
  };
}
