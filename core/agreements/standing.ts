import { ruleFor } from '../regimes/decide';
import { resolveRegime } from '../regimes/resolve';
import type { Rules } from '../regimes/types';
import type { AgreementRecord } from './record';

/** A policy that is live, and that accounts are asked to agree to. */
export interface AskedPolicy {
  name: string;
  titles: Readonly<Record<string, string>>;
  audience: string;
  /** Version that is live, and hash of what it says. */
  version: number;
  contentHash: string;
  /** An agreement to this version or a later one still counts: what was changed since is minor. */
  since: number;
  must: boolean;
}

/** What a policy is called in a language; in English, or as it is called at all, where it is not called anything there. */
export const titleIn = ({ name, titles }: Pick<AskedPolicy, 'name' | 'titles'>, language = 'en'): string =>
  titles[language] ?? titles.en ?? Object.values(titles)[0] ?? name;

/** `guardian`: a parent or guardian has to agree first. `overdue` is nothing of its own: what must be and is pending. */
export type Standing = 'pending' | 'guardian' | 'agreed' | 'declined' | 'withdrawn';

/** What of an answer decides how somebody stands. */
export type Answered = Pick<AgreementRecord, 'number' | 'policy' | 'version' | 'decision' | 'way'>;

export interface PolicyStanding<Record extends Answered = AgreementRecord> {
  policy: AskedPolicy;
  standing: Standing;
  /** The answer that counts, where there is one. */
  record: Record | null;
}

/** How a person stands to each policy, by all of his records. `byGuardian`: his age asks for a guardian's agreement first. */
export function standings<Record extends Answered>(
  policies: readonly AskedPolicy[],
  records: readonly Record[],
  byGuardian: boolean,
): PolicyStanding<Record>[] {
  return policies.map((policy) => {
    const own = records
      .filter((record) => record.policy === policy.name && record.version >= policy.since)
      .sort((a, b) => a.number - b.number);
    const guardian = own.findLast(({ way }) => way === 'guardian') ?? null;
    const record = own.findLast(({ way }) => way !== 'guardian') ?? null;
    if (byGuardian && guardian?.decision !== 'agreed') return { policy, standing: 'guardian', record: guardian };
    return { policy, standing: record?.decision ?? 'pending', record };
  });
}

/** What of it a person is still asked. */
export const pendingOf = (of: readonly PolicyStanding[]): PolicyStanding[] =>
  of.filter(({ standing }) => standing === 'pending' || standing === 'withdrawn');

/**
 * Age from which somebody agrees alone where he lives (GDPR Art. 8(1) with the law of the member state; COPPA), by the rules
 * that a site has for that place.
 */
export function ageAlone(country: string, rules: Rules, on: string): number {
  const { regimes } = ruleFor({ country }, rules);
  return Math.max(13, ...regimes.map((id) => resolveRegime(id, on).childAge.value));
}
