import { contentHash, contentOf } from '@douane/core/policy';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import {
  askReviewers,
  callOffLive,
  insertPolicyVersion,
  listPolicyVersions,
  saveReview,
  setLive,
} from '../db/policy-versions.sql';
import { policySource, writtenFrom } from '../policies';
import { statesOf } from '../policy-states';
import { notFound, Problem } from '../problems';
import type { Actor } from './act';
import { act, heldPolicy, meanwhile, type PolicyActor } from './policies';

type Tools = Pick<ServerContext, 'db'>;

/** Hands the draft in as a version: what it says now in every language, and who is asked for a word. Gives back its number. */
export function handIn(
  { db }: Tools,
  actor: PolicyActor,
  siteId: string,
  id: string,
  {
    revision,
    note,
    major,
    reviewers,
    dueOn,
  }: { revision: number; note: string; major: boolean; reviewers: readonly string[]; dueOn: string | null },
): Promise<number> {
  return act(db, actor, siteId, 'hand-in-policy', async (tx, site) => {
    const policy = await heldPolicy(tx, actor, siteId, id);
    if (policy.revision !== revision) throw meanwhile('this policy');
    if (dueOn !== null && dueOn < new Date().toISOString().slice(0, 10))
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'dueOn', message: 'a day that is not past' },
      ]);
    const from = writtenFrom(await policySource(tx, site, actor.organisation), policy);
    const content = contentOf(policy.draft, from, site.setup.banner.languages);
    const hash = contentHash(content);
    const { organisationId, personId } = actor;
    const [last] = await listPolicyVersions(tx, organisationId, { policyId: id });
    if (last?.hash === hash)
      throw new Problem(409, `Version ${last.number} says the same`, 'Change something, or go on with that one.');
    const version = { content, hash, note, major, dueOn, personId };
    const made = await insertPolicyVersion(tx, organisationId, id, version);
    const asked = await askReviewers(tx, organisationId, made.id, reviewers);
    if (asked < new Set(reviewers).size) throw new Problem(422, 'Not all of the reviewers are with the organisation');
    return { result: made.number, facts: { id, number: made.number, reviewers: asked } };
  });
}

/** A version that somebody does something with, with how it stands. */
async function heldVersion(tx: Queryable, actor: Actor, siteId: string, id: string, number: number) {
  await heldPolicy(tx, actor, siteId, id);
  const versions = await listPolicyVersions(tx, actor.organisationId, { policyId: id });
  const version = versions.find((one) => one.number === number);
  if (!version) throw notFound('version');
  return { version, state: statesOf(versions).get(number)! };
}

/** Asks others for their word on a version in place of those who were asked and have not given it. */
export function setReviewers(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  id: string,
  number: number,
  personIds: readonly string[],
): Promise<void> {
  return act(db, actor, siteId, 'ask-policy-reviewers', async (tx) => {
    const { version, state } = await heldVersion(tx, actor, siteId, id, number);
    if (state !== 'in-review') throw new Problem(409, `Version ${number} is not in review`);
    await askReviewers(tx, actor.organisationId, version.id, personIds);
    return { result: undefined, facts: { id, number, personIds } };
  });
}

/** A reviewer's word on a version. */
export function review(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  id: string,
  number: number,
  { decision, words }: { decision: 'approved' | 'sent-back'; words: string },
): Promise<void> {
  return act(db, actor, siteId, 'review-policy', async (tx) => {
    const { version } = await heldVersion(tx, actor, siteId, id, number);
    if (decision === 'sent-back' && !words)
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'words', message: 'what has to be different' },
      ]);
    const { organisationId, personId } = actor;
    if (!(await saveReview(tx, organisationId, version.id, { personId, decision, words })))
      throw new Problem(409, 'You were not asked about this version, or have given your word on it');
    return { result: undefined, facts: { id, number, decision } };
  });
}

/** Has an approved version be live from a moment (`null`: now). */
export function goLive(
  { db, served }: Pick<ServerContext, 'db' | 'served'>,
  actor: Actor,
  siteId: string,
  id: string,
  number: number,
  from: Date | null,
): Promise<void> {
  return act(db, actor, siteId, 'policy-live', async (tx) => {
    const { version, state } = await heldVersion(tx, actor, siteId, id, number);
    if (from !== null && from.getTime() <= Date.now())
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'from', message: 'a time to come; leave it empty for now' },
      ]);
    if (state !== 'approved' && state !== 'scheduled')
      throw new Problem(
        409,
        `Version ${number} is ${state.replace('-', ' ')}`,
        'Only one that is approved becomes live.',
      );
    if (!(await setLive(tx, actor.organisationId, version.id, { from, personId: actor.personId })))
      throw new Problem(409, `Version ${number} is live already`);
    return { result: undefined, facts: { id, number, from } };
  }).then(() => served.forget(siteId));
}

/** Calls off that a version becomes live later. */
export function callOff({ db }: Tools, actor: Actor, siteId: string, id: string, number: number): Promise<void> {
  return act(db, actor, siteId, 'policy-live-called-off', async (tx) => {
    const { version } = await heldVersion(tx, actor, siteId, id, number);
    if (!(await callOffLive(tx, actor.organisationId, version.id)))
      throw new Problem(409, `Version ${number} is not about to become live`);
    return { result: undefined, facts: { id, number } };
  });
}
