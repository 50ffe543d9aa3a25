import {
  type Answers,
  contentHash,
  contentOf,
  KINDS,
  newPolicyDraft,
  type PolicyDraft,
  type PolicyKindId,
} from '@douane/core/policy';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import {
  askReviewers,
  callOffLive,
  deleteCopy,
  insertAnswers,
  insertComment,
  insertCopy,
  insertPolicy,
  insertPolicyVersion,
  listPolicyVersions,
  orderPolicies,
  type Policy,
  policyById,
  removePolicy as removePolicyRow,
  savePolicyDraft,
  savePolicySettings,
  saveReview,
  setLive,
  settleComment,
} from '../db/policies.sql';
import type { Site } from '../db/sites.sql';
import { policySource, writtenFrom } from '../policies';
import { statesOf } from '../policy-states';
import { notFound, Problem } from '../problems';
import { type Actor, type Done, heldSite, perform } from './act';

type Tools = Pick<ServerContext, 'db'>;
const meanwhile = (what: string) =>
  new Problem(
    409,
    `Somebody else changed ${what} meanwhile`,
    'What you typed is still here; it is put together with theirs.',
  );

/** A person with the name of the organisation, which stands for the controller until somebody says otherwise. */
export type PolicyActor = Actor & { organisation: string };

/** One act on a site's policies, told to whoever looks at them. */
function act<T>(
  db: Tools['db'],
  actor: Actor,
  siteId: string,
  name: string,
  work: (tx: Queryable, site: Site) => Promise<Pick<Done<T>, 'result' | 'facts'>>,
): Promise<T> {
  return perform(db, actor, name, async (tx) => {
    const site = await heldSite(tx, actor, siteId);
    return { ...(await work(tx, site)), siteId, tell: [{ siteId, what: 'policies' }] };
  });
}

async function heldPolicy(tx: Queryable, actor: Actor, siteId: string, id: string): Promise<Policy> {
  const policy = await policyById(tx, actor.organisationId, siteId, id);
  if (!policy) throw notFound('policy');
  return policy;
}

/** Keeps answers that were at `revision`; texts stay as they are until somebody has them written anew. */
export function saveAnswers(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  { revision, answers }: { revision: number; answers: Answers },
): Promise<number> {
  return act(db, actor, siteId, 'save-policy-answers', async (tx) => {
    const { organisationId, personId } = actor;
    if (!(await insertAnswers(tx, organisationId, siteId, { before: revision, answers, personId })))
      throw meanwhile('the answers');
    return { result: revision + 1, facts: { revision: revision + 1 } };
  });
}

/** Adds a policy, written from what is answered and found. Gives back its id. */
export function addPolicy(
  { db }: Tools,
  actor: PolicyActor,
  siteId: string,
  { kind, name }: { kind: PolicyKindId; name: string },
): Promise<string> {
  return act(db, actor, siteId, 'add-policy', async (tx, site) => {
    const source = await policySource(tx, site, actor.organisation);
    const from = { ...source, kind, audience: KINDS[kind].audience };
    const draft = newPolicyDraft(from, site.setup.banner.defaultLanguage);
    const id = await insertPolicy(tx, actor.organisationId, siteId, { kind, name, draft, personId: actor.personId });
    if (id === null) throw new Problem(409, `There is a policy at ${name}`, 'Give this one another address.');
    return { result: id, facts: { id, kind, name } };
  });
}

/** Keeps a draft that was at `revision`. Gives back the one that stands. */
export function savePolicy(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  id: string,
  { revision, draft }: { revision: number; draft: PolicyDraft },
): Promise<number> {
  return act(db, actor, siteId, 'save-policy', async (tx) => {
    await heldPolicy(tx, actor, siteId, id);
    const { organisationId, personId } = actor;
    const stands = await savePolicyDraft(tx, organisationId, id, { revision, draft, personId });
    if (stands === null) throw meanwhile('this policy');
    return { result: stands, facts: { id, revision: stands } };
  });
}

/** Its address, whether it has to be agreed to, and whether everybody may read earlier versions. */
export function setPolicy(
  { db, served }: Pick<ServerContext, 'db' | 'served'>,
  actor: Actor,
  siteId: string,
  id: string,
  settings: Pick<Policy, 'name' | 'agree' | 'places' | 'history'>,
): Promise<void> {
  return act(db, actor, siteId, 'set-policy', async (tx) => {
    await heldPolicy(tx, actor, siteId, id);
    if (!(await savePolicySettings(tx, actor.organisationId, siteId, id, settings)))
      throw new Problem(409, `There is a policy at ${settings.name}`, 'Give this one another address.');
    return { result: undefined, facts: { id, ...settings } };
  }).then(() => served.forget(siteId));
}

/** Puts a site's policies in an order. */
export function setPolicyOrder({ db }: Tools, actor: Actor, siteId: string, ids: readonly string[]): Promise<void> {
  return act(db, actor, siteId, 'order-policies', async (tx) => {
    await orderPolicies(tx, actor.organisationId, siteId, ids);
    return { result: undefined };
  });
}

/** Takes a policy away, for visitors too. */
export function removePolicy(
  { db, served }: Pick<ServerContext, 'db' | 'served'>,
  actor: Actor,
  siteId: string,
  id: string,
): Promise<void> {
  return act(db, actor, siteId, 'remove-policy', async (tx) => {
    if (!(await removePolicyRow(tx, actor.organisationId, siteId, id))) throw notFound('policy');
    return { result: undefined, facts: { id } };
  }).then(() => served.forget(siteId));
}

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

/** Adds a remark at a block of a draft. */
export function comment(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  id: string,
  { blockId, words }: { blockId: string; words: string },
): Promise<void> {
  return act(db, actor, siteId, 'comment-policy', async (tx) => {
    await heldPolicy(tx, actor, siteId, id);
    await insertComment(tx, actor.organisationId, id, { blockId, words, personId: actor.personId });
    return { result: undefined, facts: { id, blockId } };
  });
}

/** Marks a remark as settled. */
export function settle({ db }: Tools, actor: Actor, siteId: string, id: string, commentId: string): Promise<void> {
  return act(db, actor, siteId, 'settle-policy-comment', async (tx) => {
    await heldPolicy(tx, actor, siteId, id);
    if (!(await settleComment(tx, actor.organisationId, id, commentId))) throw notFound('open remark');
    return { result: undefined, facts: { id, commentId } };
  });
}

/** Adds a page on which a policy was pasted. Gives back its id. */
export function addCopy(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  id: string,
  copy: { address: string; language: string },
): Promise<string> {
  return act(db, actor, siteId, 'add-policy-copy', async (tx) => {
    await heldPolicy(tx, actor, siteId, id);
    const result = await insertCopy(tx, actor.organisationId, id, copy);
    if (result === null) throw new Problem(409, 'This page is looked at already');
    return { result, facts: { id, ...copy } };
  });
}

/** Looks at a page no more. */
export function removeCopy({ db }: Tools, actor: Actor, siteId: string, id: string, copyId: string): Promise<void> {
  return act(db, actor, siteId, 'remove-policy-copy', async (tx) => {
    await heldPolicy(tx, actor, siteId, id);
    if (!(await deleteCopy(tx, actor.organisationId, id, copyId))) throw notFound('copy');
    return { result: undefined, facts: { id, copyId } };
  });
}
