import { slugOf } from '@douane/core/classify';
import { newSetup } from '@douane/core/setup';
import { probeAddress } from '@douane/scanner';
import type { ServerContext } from '../context';
import { insertSite, isKeyTaken, listSites, type Site } from '../db/sites.sql';
import { Problem } from '../problems';
import { type Actor, perform } from './act';

const wrong = (status: number, path: string, message: string) =>
  new Problem(status, 'Some fields are not right', undefined, [{ path, message }]);

/**
 * Takes on a site. An address as people say it (`www.example.org`) is tried with HTTPS first and then without; `answered`
 * is what answered, where it was tried. Throws a problem that names the field.
 */
export async function takeOnSite(
  { db, config }: Pick<ServerContext, 'db' | 'config'>,
  actor: Actor,
  asked: { name: string; address: string },
): Promise<{ site: Site; answered: string | null }> {
  const typed = /^[a-z][a-z0-9+.-]*:\/\//i.test(asked.address);
  const answered = typed
    ? null
    : await probeAddress(asked.address, { allowPrivate: config.allowPrivate }).catch((cause: Error) => {
        throw wrong(422, 'address', cause.message);
      });
  const address = answered ?? asked.address;
  const { organisationId } = actor;
  const site = await perform(db, actor, 'take-on-site', async (tx) => {
    // Of two who take on the same site at once the second sees the first's.
    await tx.query('SELECT 1 FROM organisation WHERE id = $1 FOR UPDATE', [organisationId]);
    const { origin } = new URL(address);
    const same = (await listSites(tx, organisationId)).find(({ setup }) => setup.site.addresses.includes(origin));
    if (same) throw wrong(409, 'address', `${origin} is already there as ${same.setup.site.name}`);
    const stem = slugOf(asked.name).slice(0, 50);
    for (let n = 1; ; n++) {
      const key = n === 1 ? stem : `${stem}-${n}`;
      if (await isKeyTaken(tx, key)) continue;
      const setup = newSetup({ key, name: asked.name, address }, `${config.publicUrl}/g/${key}`);
      // Another organisation may take the key between the two.
      const made = await insertSite(tx, organisationId, setup);
      if (made) return { result: made, siteId: made.id, facts: { key, address } };
    }
  });
  return { site, answered };
}
