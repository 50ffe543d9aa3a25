import { lifetimeWords } from '../observe/lifetime';
import { tellsApart } from '../observe/value';
import { becauseWords } from './because-words';
import type { Classifiable, Evidence, Ruling } from './types';

/** Something about a person's ruling that wants a second look. */
export type RulingFinding =
  | { code: 'tracker-as-necessary'; marks: TrackerMark[] }
  | { code: 'disagrees'; with: Ruling; since: boolean }
  | { code: 'lives-longer'; shown: number | null; found: number }
  | { code: 'no-such-purpose'; purpose: string };

/** What is usual of trackers. */
type TrackerMark =
  | { code: 'sent-to'; hosts: string[] }
  | { code: 'recognises'; lives: number }
  | { code: 'known-for'; purpose: string; service: string }
  | { code: 'device-read' }
  | { code: 'reports' };

const QUARTER = 90 * 86_400;
const TRACKING = ['advertising', 'measurement'];

/** What about an item is usual of trackers and unusual of what a site cannot work without. */
function trackerMarks({ item, signs, known }: Evidence): TrackerMark[] {
  const marks: TrackerMark[] = [];
  const stored = item.kind !== 'request';
  const sentTo = stored ? signs.sentTo(item.name, item.host) : [];
  if (sentTo.length > 0) marks.push({ code: 'sent-to', hosts: [...new Set(sentTo)] });
  const lives = item.lifetimeSeconds ?? 0;
  if (item.party === 'third' && tellsApart(item.value) && lives >= QUARTER) marks.push({ code: 'recognises', lives });
  const owner = item.party === 'third' ? known(item.host) : null;
  if (owner && TRACKING.includes(owner.purpose)) {
    marks.push({ code: 'known-for', purpose: owner.purpose, service: owner.service });
  }
  if (!stored && signs.of('fingerprinting', item.host).length > 0) marks.push({ code: 'device-read' });
  if (item.carries && item.carries.length > 1) marks.push({ code: 'reports' });
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

function markWords(mark: TrackerMark, purposeName: (id: string) => string): string {
  switch (mark.code) {
    case 'sent-to':
      return `its identifier is sent to ${mark.hosts.slice(0, 3).join(', ')}`;
    case 'recognises':
      return `a third party recognises visitors by it for ${lifetimeWords(mark.lives)}`;
    case 'known-for':
      return `its host is known for ${purposeName(mark.purpose)} (${mark.service})`;
    case 'device-read':
      return 'its script reads what tells devices apart';
    case 'reports':
      return 'it reports pages and visitors to its host';
  }
}

/** A finding as a sentence. */
export function findingWords(finding: RulingFinding, purposeName: (id: string) => string): string {
  switch (finding.code) {
    case 'tracker-as-necessary':
      return `Ruled as necessary, so nobody can refuse it, but it has marks of a tracker: ${finding.marks.map((mark) => markWords(mark, purposeName)).join('; ')}.`;
    case 'disagrees': {
      const { purpose, because } = finding.with;
      return `${finding.since ? 'Since this was ruled, ' : 'Without this ruling, '}it would be ${purposeName(purpose)} (${becauseWords(because)}). The person’s ruling stands.`;
    }
    case 'lives-longer':
      return `Visitors are told that it lives ${finding.shown === null ? 'until the browser is closed' : lifetimeWords(finding.shown)}; the scan found ${lifetimeWords(finding.found)}.`;
    case 'no-such-purpose':
      return `The purpose "${finding.purpose}" is not there any more; rule it anew.`;
  }
}
