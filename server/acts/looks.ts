import { type Look, withLook } from '@douane/core/setup';
import type { ServerContext } from '../context';
import { insertLook, insertLookRevision, listLooks, lookAt, removeLook as takeOff } from '../db/looks.sql';
import { notFound, Problem } from '../problems';
import { type Actor, newsForAll, perform } from './act';
import { type ChangedSite, changeSites } from './several-sites';

type Tools = Pick<ServerContext, 'db' | 'knowledge'>;

/** Keeps a look for the sites of the organisation. Gives back its id. */
export function addLook({ db }: Pick<Tools, 'db'>, actor: Actor, name: string, look: Look): Promise<string> {
  const { organisationId, personId } = actor;
  return perform(db, actor, 'add-look', async (tx) => {
    const id = await insertLook(tx, organisationId, name);
    if (id === null) throw new Problem(409, `There is a look called ${name}`, 'Give this one another name.');
    await insertLookRevision(tx, organisationId, id, { before: 0, look, personId });
    return {
      result: id,
      siteId: null,
      facts: { id, name },
      tell: await newsForAll(tx, organisationId, 'organisation'),
    };
  });
}

/** Changes a look that was at `revision`. Sites in it are offered the change; none is touched. */
export async function changeLook(
  { db }: Pick<Tools, 'db'>,
  actor: Actor,
  id: string,
  { revision, look }: { revision: number; look: Look },
): Promise<void> {
  const { organisationId, personId } = actor;
  await perform(db, actor, 'change-look', async (tx) => {
    const changed = await insertLookRevision(tx, organisationId, id, { before: revision, look, personId });
    if (!changed) {
      const [known] = (await listLooks(tx, organisationId)).filter((one) => one.id === id);
      if (!known) throw notFound('look');
      throw new Problem(
        409,
        'Somebody else changed this look meanwhile',
        'Look at it as it is now, and change it again.',
      );
    }
    return {
      result: undefined,
      siteId: null,
      facts: { id, revision: revision + 1 },
      tell: await newsForAll(tx, organisationId, 'organisation'),
    };
  });
}

/** Takes a look off the list; sites in it stay as they are. */
export async function removeLook({ db }: Pick<Tools, 'db'>, actor: Actor, id: string): Promise<void> {
  const { organisationId } = actor;
  await perform(db, actor, 'remove-look', async (tx) => {
    if (!(await takeOff(tx, organisationId, id))) throw notFound('look');
    return {
      result: undefined,
      siteId: null,
      facts: { id },
      tell: await newsForAll(tx, organisationId, 'organisation'),
    };
  });
}

/**
 * Has sites take a look. One that is in it already takes what has changed of it since, and keeps what it changed itself;
 * any other takes the whole.
 */
export async function giveLook(
  tools: Tools,
  actor: Actor,
  id: string,
  siteIds: readonly string[],
): Promise<ChangedSite[]> {
  const { organisationId } = actor;
  const kept = (await listLooks(tools.db, organisationId)).find((one) => one.id === id);
  if (!kept) throw notFound('look');
  const { revision, look } = kept;
  return changeSites(tools, actor, 'give-look', siteIds, { id, revision }, async (setup, tx) => {
    const was = setup.banner.look;
    const since = was?.id === id ? await lookAt(tx, organisationId, id, was.revision) : null;
    const next = withLook(setup, look, since ?? undefined);
    return { ...next, banner: { ...next.banner, look: { id, revision } } };
  });
}
