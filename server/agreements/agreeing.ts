import { randomBytes, randomUUID } from 'node:crypto';
import {
  type AgreementDecision,
  type AgreementRecord,
  type AgreementWay,
  type AskedPolicy,
  ageAlone,
  agreementWords,
  letterOf,
  type PolicyStanding,
  standings,
  titleIn,
} from '@douane/core/agreements';
import { isForPlace } from '@douane/core/policy';
import type { Release } from '@douane/core/release';
import type { Config } from '../config';
import {
  type AgreementPerson,
  type AgreementsOf,
  agreementSettings,
  agreementsOf,
  appendAgreements,
  countGuardiansAsked,
  insertGuardian,
  keepPerson,
  noteReminded,
  personOfSite,
} from '../db/agreements.sql';
import { type Db, inTransaction, type Queryable } from '../db/db';
import { type LivePolicy, livePolicies } from '../db/policy-versions.sql';
import { releaseInForce } from '../db/releases.sql';
import { lockSite } from '../db/sites.sql';
import { sha256 } from '../gate-code';
import { announce } from '../live';
import { sendMail } from '../notices/mail';
import { notFound, Problem } from '../problems';
import { makeTicket, pseudonym } from './pseudonym';

/** Seconds for which a link to the screen is good: while somebody signs in, and from a letter. */
export const TICKET_SECONDS = { screen: 30 * 60, letter: 14 * 86_400 } as const;

/** A site of which accounts agree to policies. */
export interface AgreeingSite extends AgreementsOf {
  key: string;
}

/** What a site tells when it asks. `person`: its own reference, which is not kept. */
export interface ToldPerson {
  person: string;
  audience: string;
  language?: string;
  country?: string;
  age?: number;
  mail?: string;
}

export interface PersonStanding {
  person: AgreementPerson;
  policies: PolicyStanding[];
  records: AgreementRecord[];
}

/** Policies that accounts of an audience are asked to agree to, as they are live. */
export const askedOf = (live: readonly LivePolicy[], audience: string, country: string | null): AskedPolicy[] =>
  live
    .filter(
      ({ agree, places, content }) => agree !== 'no' && content.audience === audience && isForPlace(places, country),
    )
    .map(({ name, agree, number, hash, since, content }) => ({
      ...{ name, audience, version: number, contentHash: hash, since, must: agree === 'must' },
      titles: Object.fromEntries(Object.entries(content.languages).map(([tag, { title }]) => [tag, title])),
    }));

/** How somebody stands whom the site has told of; throws a problem where it never did. */
export async function standingOf(
  db: Queryable,
  site: AgreementsOf,
  pseudonymOfPerson: string,
): Promise<PersonStanding> {
  const person = await personOfSite(db, site, pseudonymOfPerson);
  if (!person) throw notFound('person');
  const live = await livePolicies(db, site.organisationId, site.siteId);
  const records = await agreementsOf(db, site, person.person);
  return {
    person,
    records,
    policies: standings(askedOf(live, person.audience, person.country), records, person.byGuardian),
  };
}

/** What a site asks when somebody signs in: keeps whom it is about, and says how he stands. */
export async function askFor(db: Db, site: AgreeingSite, told: ToldPerson): Promise<PersonStanding> {
  const { key } = await agreementSettings(db, site);
  const release = await releaseInForce(db, site.organisationId, site.siteId);
  if (!release) throw new Problem(409, 'Nothing is published at this site yet');
  const { audience, language, country, age, mail } = told;
  const byGuardian = age === undefined ? undefined : age < aloneFrom(release, country);
  const person = pseudonym(key, told.person);
  await keepPerson(db, site, { person, audience, language, country, byGuardian, mail });
  const standing = await standingOf(db, site, person);
  // An address is kept for reminders alone.
  if (standing.person.mail && !isWaiting(standing)) await noteReminded(db, site, person, true);
  return standing;
}

/** Whether our screen has to ask for an age before anything else, since the site told none. */
export async function lacksAge(db: Db, site: AgreeingSite, { person, policies }: PersonStanding): Promise<boolean> {
  if (person.ageTold || !policies.some(({ standing }) => standing === 'pending')) return false;
  return (await agreementSettings(db, site)).asksAge;
}

/** Takes an age in years and a country of residence as somebody gives them. Only what follows from the age is kept. */
export async function takeAge(
  db: Db,
  site: AgreeingSite,
  { person, audience }: Pick<AgreementPerson, 'person' | 'audience'>,
  { age, country }: { age: number; country: string },
): Promise<void> {
  const release = await releaseInForce(db, site.organisationId, site.siteId);
  if (!release) throw new Problem(409, 'Nothing is published at this site yet');
  await keepPerson(db, site, { person, audience, country, byGuardian: age < aloneFrom(release, country) });
}

/** Without a country the law of all that the site serves that is strictest counts. */
function aloneFrom({ rules, compiledOn }: Release, country: string | undefined): number {
  if (country) return ageAlone(country, rules, compiledOn);
  const countries = new Set(Object.keys(rules.places).map((code) => code.split('-')[0]!));
  return Math.max(...[...countries].map((code) => ageAlone(code, rules, compiledOn)), ageAlone('', rules, compiledOn));
}

/** Whether a person has still to answer what he must. */
export const isWaiting = ({ policies }: PersonStanding): boolean =>
  policies.some(({ policy, standing }) => policy.must && standing !== 'agreed' && standing !== 'declined');

export interface Answer {
  /** Made by whoever asks, so that what is sent twice is written once. */
  id: string;
  policy: string;
  /** The version that was read; it has to be the one that is live. */
  version: number;
  decision: AgreementDecision;
}

/** Writes a person's answers; throws a problem that names the first that cannot be. */
export async function answerFor(
  db: Db,
  site: AgreeingSite,
  person: string,
  answers: readonly Answer[],
  { way, by = null, reason = null }: { way: AgreementWay; by?: string | null; reason?: string | null },
): Promise<AgreementRecord[]> {
  const { organisationId, siteId } = site;
  return inTransaction(db, async (tx) => {
    if (!(await lockSite(tx, organisationId, siteId))) throw notFound('site');
    const { person: of, policies, records } = await standingOf(tx, site, person);
    const at = new Date().toISOString();
    const bodies = answers.map(({ id, policy: name, version, decision }, i) => {
      const refuse = (field: string, message: string): never => {
        throw new Problem(422, 'Some fields are not right', undefined, [{ path: `answers[${i}].${field}`, message }]);
      };
      const known = records.find((record) => record.id === id);
      const found = policies.find(({ policy }) => policy.name === name);
      if (!found)
        return refuse(
          'policy',
          `this person is asked about ${policies.map(({ policy }) => policy.name).join(', ') || 'none'}`,
        );
      const { policy, standing } = found;
      if (known) return known; // sent again
      if (version !== policy.version) return refuse('version', `version ${policy.version} is live`);
      if (standing === 'guardian' && way !== 'guardian')
        return refuse('policy', 'a parent or guardian has to agree first');
      if (decision === 'withdrawn' && standing !== 'agreed' && way !== 'guardian')
        return refuse('decision', 'there is no agreement to withdraw');
      return {
        ...{
          id,
          site: site.key,
          person,
          policy: name,
          version,
          contentHash: policy.contentHash,
          decision,
          way,
          by,
          reason,
        },
        ...{ audience: of.audience, language: of.language, country: of.country, at },
      };
    });
    const written = await appendAgreements(tx, site, bodies);
    await announce(tx, { organisationId, siteId, what: 'agreements' });
    return written;
  });
}

/** Everything that waits, agreed or declined at once, as the screen's two buttons do. */
export const answersTo = (of: readonly PolicyStanding[], decision: AgreementDecision): Answer[] =>
  of.map(({ policy }) => ({ id: randomUUID(), policy: policy.name, version: policy.version, decision }));

/** Address of the screen for a person. */
export const screenAddress = (
  publicUrl: string,
  { key }: Pick<AgreeingSite, 'key'>,
  siteKey: Buffer,
  of: { person: string; to: string | null; seconds: number },
): string => {
  const until = Math.floor(Date.now() / 1000) + of.seconds;
  return `${publicUrl}/g/${key}/agree?ticket=${makeTicket(siteKey, { person: of.person, to: of.to, until })}`;
};

const MOST_GUARDIANS_A_DAY = 3;

/** Asks a parent or guardian by mail. The address is not kept, only its pseudonym. */
export async function askGuardian(
  db: Db,
  config: Pick<Config, 'publicUrl' | 'smtpUrl' | 'mailFrom'>,
  site: AgreeingSite,
  name: string,
  { person, mail }: { person: string; mail: string },
): Promise<void> {
  if ((await countGuardiansAsked(db, site, person)) >= MOST_GUARDIANS_A_DAY)
    throw new Problem(429, 'A guardian was asked several times today already', 'Try again tomorrow.');
  const { key } = await agreementSettings(db, site);
  const token = randomBytes(32).toString('base64url');
  await insertGuardian(db, site, { tokenHash: sha256(token), person, guardian: pseudonym(key, mail.toLowerCase()) });
  const { policies, person: kept } = await standingOf(db, site, person);
  const { language, words } = agreementWords([kept.language ?? 'en']);
  const titles = policies.map(({ policy }) => titleIn(policy, language)).join(', ');
  const link = `${config.publicUrl}/g/${site.key}/guardian?token=${token}`;
  const letter = letterOf(words.guardianLetter, { site: name, titles, link });
  await sendMail(config.smtpUrl, { from: config.mailFrom, to: mail, ...letter });
}
