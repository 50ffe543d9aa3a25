import {
  type Answers,
  changedBlocks,
  KINDS,
  newPolicyDraft,
  type PolicyDraft,
  type PolicyKindId,
} from '@douane/core/policy';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import {
  insertAnswers,
  insertPolicy,
  orderPolicies,
  type Policy,
  policyById,
  removePolicy as removePolicyRow,
  savePolicyDraft,
  savePolicySettings,
} from '../db/policies.sql';
import { insertComment, type PolicyComment, settleComment } from '../db/policy-comments.sql';
import { deleteCopy, insertCopy } from '../db/policy-copies.sql';
import type { Site } from '../db/sites.sql';
import { policySource } from '../policies';
import { notFound, Problem } from '../problems';
import { type Actor, type Done, heldSite, perform } from './act';

type Tools = Pick<ServerContext, 'db'>;

/** What whoever comes second is told; his work is merged with what stands. */
export const meanwhile = (what: string) =>
  new Problem(
    409,
    `Somebody else changed ${what} meanwhile`,
    'What you typed is still here; it is put together with theirs.',
  );

/** A person with the name of the organisation, which stands for the controller until somebody says otherwise. */
export type PolicyActor = Actor & { organisation: string };

/** One act on a site's policies, told to whoever looks at them. */
export function act<T>(
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

/** A policy that somebody does something with; throws a problem where it is not the actor's. */
export async function heldPolicy(tx: Queryable, actor: Actor, siteId: string, id: string): Promise<Policy> {
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
    const { draft: stood } = await heldPolicy(tx, actor, siteId, id);
    const { organisationId, personId } = actor;
    const stands = await savePolicyDraft(tx, organisationId, id, { revision, draft, personId });
    if (stands === null) throw meanwhile('this policy');
    return { result: stands, facts: { id, revision: stands, blocks: changedBlocks(stood, draft) } };
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

/** Adds a remark on a block of a draft, or on words in it. */
export function comment(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  id: string,
  { blockId, quote, words }: Pick<PolicyComment, 'blockId' | 'quote' | 'words'>,
): Promise<void> {
  return act(db, actor, siteId, 'comment-policy', async (tx) => {
    await heldPolicy(tx, actor, siteId, id);
    await insertComment(tx, actor.organisationId, id, { blockId, quote, words, personId: actor.personId });
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
