import { lifetimeWords } from '../observe/lifetime';
import { tellsApart } from '../observe/value';
import type { Classifiable, Evidence, Ruling } from './types';

/** Something about a person's ruling that wants a second look. */
export type RulingFinding =
  | { code: 'tracker-as-necessary'; marks: string[] }
  | { code: 'disagrees'; with: Ruling; since: boolean }
  | { code: 'lives-longer'; shown: number | null; found: number }
  | { code: 'no-such-purpose'; purpose: string };

const QUARTER = 90 * 86_400;
const TRACKING = ['advertising', 'measurement'];

/** What about an item is usual of trackers and unusual of what a site cannot work without. */
export function trackerMarks({ item, signs, known }: Evidence): string[] {
  const marks: string[] = [];
  const stored = item.kind !== 'request';
  const travels = stored ? signs.travelsTo(item.name, item.host) : [];
  if (travels.length > 0) marks.push(`its identifier is sent to ${[...new Set(travels)].slice(0, 3).join(', ')}`);
  if (item.party === 'third' && tellsApart(item.value) && (item.lifetimeSeconds ?? 0) >= QUARTER) {
    marks.push(`a third party recognises visitors by it for ${lifetimeWords(item.lifetimeSeconds)}`);
  }
  const owner = item.party === 'third' ? known(item.host) : null;
  if (owner && TRACKING.includes(owner.purpose))
    marks.push(`its host is known for ${owner.purpose} (${owner.service})`);
  if (!stored && signs.of('fingerprinting', item.host).length > 0)
    marks.push('its script reads what tells devices apart');
  if (item.carries && item.carries.length > 1) marks.push('it reports pages and visitors to its host');
  return marks;
}

/**
 * What is to be said of a person's ruling. `automatic` is what would be ruled without the person, `since` whether it came
 * to say so after he ruled. Nothing is changed by a finding: the person's ruling stands.
 */
export function rulingFindings(
  ruling: Ruling,
  evidence: Evidence,
  about: { automatic: Ruling | null; since: boolean; purposes: readonly { id: string; necessary?: boolean }[] },
): RulingFinding[] {
  const findings: RulingFinding[] = [];
  const purpose = about.purposes.find((one) => one.id === ruling.purpose);
  if (!purpose) findings.push({ code: 'no-such-purpose', purpose: ruling.purpose });
  if (purpose?.necessary) {
    const marks = trackerMarks(evidence);
    if (marks.length > 0) findings.push({ code: 'tracker-as-necessary', marks });
  }
  if (about.automatic && about.automatic.purpose !== ruling.purpose) {
    findings.push({ code: 'disagrees', with: about.automatic, since: about.since });
  }
  const grown = livesLonger(ruling, evidence.item);
  if (grown) findings.push(grown);
  return findings;
}

/** Found to live longer than visitors are told. */
function livesLonger(ruling: Ruling, item: Classifiable): RulingFinding | null {
  const { lifetimeSeconds: found } = item;
  const shown = ruling.lifetimeSeconds;
  if (shown === undefined || found === undefined || found === null) return null;
  // A day more or less is how clocks and rounding differ.
  return found > (shown ?? 0) + 86_400 ? { code: 'lives-longer', shown, found } : null;
}

/** A finding as a sentence. */
export function findingWords(finding: RulingFinding, purposeName: (id: string) => string): string {
  switch (finding.code) {
    case 'tracker-as-necessary':
      return `Ruled as necessary, so nobody can refuse it, but it has marks of a tracker: ${finding.marks.join('; ')}.`;
    case 'disagrees': {
      const { purpose, reason } = finding.with;
      return `${finding.since ? 'Since this was ruled, ' : 'Without this ruling, '}it would be ${purposeName(purpose)} (${reason}). The person’s ruling stands.`;
    }
    case 'lives-longer':
      return `Visitors are told that it lives ${finding.shown === null ? 'until the browser is closed' : lifetimeWords(finding.shown)}; the scan found ${lifetimeWords(finding.found)}.`;
    case 'no-such-purpose':
      return `The purpose "${finding.purpose}" is not there any more; rule it anew.`;
  }
}
