import { type Breach, breachesOf, type Measured } from '@douane/core/lint';
import { compileRelease, type Press } from '@douane/core/release';
import { DRAFT_PARTS, type Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { gateFiles } from '@douane/gate';
import type { ServerContext } from '../context';
import {
  callOffPublication,
  insertPublication,
  insertRelease,
  newestRelease,
  nextReleaseNumber,
} from '../db/releases.sql';
import type { Revisions } from '../db/sites.sql';
import { sha256 } from '../gate-code';
import { notFound, Problem } from '../problems';
import { draftOf } from '../site-state';
import { today } from '../today';
import { type Actor, heldSite, perform } from './act';
import { checkedSetup } from './drafts';

/** From when a release is in force (`null`: from now), and why. */
export interface PublicationTerms {
  fromAt: Date | null;
  why: string | null;
}

/**
 * Freezes the draft as a release and has it be in force. `revisions` are those that the actor had before him: a draft that
 * somebody changed since is not published, nor, without a reason, what is against a law as we read it. `measured`: the
 * banner as the actor's browser drew it. `askAgain`: who of those that have chosen is asked again, though nothing is new.
 */
export async function publishRelease(
  { db, gateCode, served }: Pick<ServerContext, 'db' | 'gateCode' | 'served'>,
  actor: Actor,
  siteId: string,
  {
    revisions,
    measured,
    askAgain,
    ...terms
  }: PublicationTerms & { revisions: Revisions; measured: readonly Measured[]; askAgain?: Press },
): Promise<{ number: number; setup: Setup }> {
  const { organisationId, personId } = actor;
  refusePast(terms);
  const made = await perform(db, actor, 'publish', async (tx) => {
    const site = await heldSite(tx, actor, siteId);
    const changed = DRAFT_PARTS.filter((part) => site.revisions[part] !== revisions[part]);
    if (changed.length > 0) {
      throw new Problem(
        409,
        'The draft was changed since you saw it',
        `Look at what changed (${changed.join(', ')}), and publish again if you still want to.`,
      );
    }
    const setup = checkedSetup(await draftOf(tx, site));
    const breaches = breachesOf(setup, today(), measured);
    refuseUnexplained(breaches, terms);
    const number = await nextReleaseNumber(tx, organisationId, siteId);
    const before = await newestRelease(tx, organisationId, siteId);
    const release = compileRelease(setup, number, today(), before, askAgain);
    const files = gateFiles(release, gateCode, sha256);
    await insertRelease(tx, organisationId, siteId, release, files, { by: personId, breaches });
    await insertPublication(tx, organisationId, siteId, { number, ...terms, personId });
    return {
      result: { number, setup },
      siteId,
      facts: { number, revisions, ...(askAgain && { askAgain }), ...terms, ...(breaches.length > 0 && { breaches }) },
      tell: [
        { siteId, what: 'draft' },
        { siteId, what: 'publication' },
      ],
    };
  });
  served.forget(siteId);
  return made;
}

/**
 * Has a release that there is be in force, from now or later: to go back to it, or to bring one forward. `paused`: with a
 * banner that does not come by itself.
 */
export async function putInForce(
  { db, served }: Pick<ServerContext, 'db' | 'served'>,
  actor: Actor,
  siteId: string,
  { number, paused = false, ...terms }: PublicationTerms & { number: number; paused?: boolean },
): Promise<void> {
  refusePast(terms);
  await perform(db, actor, 'put-in-force', async (tx) => {
    await heldSite(tx, actor, siteId);
    const { organisationId, personId } = actor;
    const found = await insertPublication(tx, organisationId, siteId, { number, paused, ...terms, personId });
    if (!found)
      throw paused
        ? new Problem(
            409,
            'This release cannot be paused',
            'It is from before banners could be. Publish the draft once, then pause that.',
          )
        : notFound('release');
    return {
      result: undefined,
      siteId,
      facts: { number, ...(paused && { paused }), ...terms },
      tell: [{ siteId, what: 'publication' }],
    };
  });
  served.forget(siteId);
}

/** Calls off a publication that has not begun. */
export async function callOff(
  { db, served }: Pick<ServerContext, 'db' | 'served'>,
  actor: Actor,
  siteId: string,
  publicationId: string,
): Promise<void> {
  await perform(db, actor, 'call-off-publication', async (tx) => {
    const found = await callOffPublication(tx, actor.organisationId, siteId, publicationId);
    if (!found) throw notFound('publication that has not begun');
    return { result: undefined, siteId, facts: { publicationId }, tell: [{ siteId, what: 'publication' }] };
  });
  served.forget(siteId);
}

/** Whoever publishes against a law as we read it says why. */
function refuseUnexplained([first, ...others]: readonly Breach[], { why }: PublicationTerms): void {
  if (!first || why) return;
  const more = others.length > 0 ? `, and ${plural(others.length, 'more finding')}` : '';
  throw new Problem(422, 'Some fields are not right', undefined, [
    { path: 'why', message: `say why: ${first.what} (${first.article})${more}` },
  ]);
}

/** What was in force stays what it was: nothing begins in the past. A minute is how clocks differ. */
function refusePast({ fromAt }: PublicationTerms): void {
  if (fromAt === null || fromAt.getTime() > Date.now() - 60_000) return;
  throw new Problem(422, 'Some fields are not right', undefined, [
    { path: 'fromAt', message: 'lies in the past; name a time to come, or publish now' },
  ]);
}
