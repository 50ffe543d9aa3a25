import { randomUUID } from 'node:crypto';
import { type ConsentRecord, chosenRecord, submissionProblems, submissionSchema } from '@douane/core/consent';
import { originKind } from '@douane/core/release';
import { parseWith } from '@douane/core/setup';
import { LRUCache } from 'lru-cache';
import { UAParser } from 'ua-parser-js';
import type { LedgerWriter } from '../ledger/writer';
import { Problem } from '../problems';
import type { Served, ServedSites } from './served-sites';

/** What a visitor's browser sent with its choice. */
export interface SentChoice {
  body: unknown;
  userAgent: string | undefined;
}

/**
 * Whether what visitors send is taken from an origin, by the release in force. `staging`: it is a test. Throws a problem
 * where it is not taken.
 */
export function acceptOrigin({ release }: Pick<Served, 'release'>, origin: string): { staging: boolean } {
  const kind = originKind(release, origin);
  if (kind) return { staging: kind === 'staging' };
  const detail = origin ? `${origin} is not one of them.` : undefined;
  throw new Problem(403, 'What visitors send is taken from the site’s own addresses only', detail);
}

/**
 * Takes a visitor's choice and resolves when its record is committed. It is checked against the release that the visitor
 * met, which may be an older one than the one in force. Throws a problem that names what is wrong with it.
 */
export async function recordChoice(
  inForce: Served,
  { body, userAgent }: SentChoice,
  staging: boolean,
  { served, ledgers }: { served: ServedSites; ledgers: LedgerWriter },
): Promise<ConsentRecord> {
  const parsed = parseWith(submissionSchema, body);
  if (!parsed.ok) throw new Problem(422, 'The record is not right', undefined, parsed.problems);
  const submission = parsed.value;
  const { site } = inForce;
  const met = await served.release(site, submission.version);
  if (!met) {
    throw new Problem(422, 'The record is not right', undefined, [
      { path: 'version', message: `version ${submission.version} was never published` },
    ]);
  }
  const { rules } = met.release;
  const problems = submissionProblems(submission, rules.purposes);
  if (problems.length > 0) throw new Problem(422, 'The record is not right', undefined, problems);

  const test = staging || submission.test === true;
  const chosen = { ...submission, id: submission.id ?? randomUUID() };
  return ledgers.append(
    site,
    chosenRecord(chosen, rules, { site: site.key, agent: agentFamily(userAgent), test }),
    submission,
  );
}

/** Most visitors have one of a few hundred browsers, and telling them apart takes a while. */
const families = new LRUCache<string, string>({ max: 2_000 });

/** Family and major version only; the whole text would help to recognise a person. */
function agentFamily(text = ''): string {
  const short = text.slice(0, 500);
  let family = families.get(short);
  if (family === undefined) {
    const { name, major } = new UAParser(short).getBrowser();
    family = [name, major].filter(Boolean).join(' ').slice(0, 100) || 'unknown';
    families.set(short, family);
  }
  return family;
}
