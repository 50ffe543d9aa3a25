import type { SignIn } from '@douane/core/setup';
import type { Queryable } from './db/db';
import { saveSignIn, signInOf } from './db/scan-setup.sql';
import { Problem } from './problems';
import type { Seal } from './seal';

/** A recipe as a person sends it: a field without a value keeps the one that is there. */
export type AskedSignIn = Omit<SignIn, 'fields'> & { fields: { selector: string; value?: string }[] };

/** What was typed for one origin opens for no other. */
const belongsTo = (siteId: string, address: string) => `${siteId} ${new URL(address).origin}`;

/** The recipe of a site with what is to be filled in; for the worker alone. */
export async function openSignIn(
  db: Queryable,
  seal: Seal,
  organisationId: string,
  siteId: string,
): Promise<SignIn | null> {
  const kept = await signInOf(db, organisationId, siteId);
  if (!kept) return null;
  const values = seal.open<string[]>(kept.sealed, belongsTo(siteId, kept.recipe.address));
  const fields = kept.recipe.fields.map(({ selector }, i) => ({ selector, value: values[i] ?? '' }));
  return { ...kept.recipe, fields };
}

/**
 * Keeps a recipe, its values sealed for the origin of its address. They are never given out again: where the address
 * leads to another origin, each has to be given anew. Throws a problem that names the field.
 */
export async function keepSignIn(
  db: Queryable,
  seal: Seal,
  organisationId: string,
  siteId: string,
  asked: AskedSignIn,
): Promise<void> {
  const kept = await signInOf(db, organisationId, siteId);
  const sameOrigin = kept !== null && new URL(kept.recipe.address).origin === new URL(asked.address).origin;
  const keeps = asked.fields.some((field) => field.value === undefined);
  const before = keeps && sameOrigin ? await openSignIn(db, seal, organisationId, siteId) : null;
  const values = asked.fields.map(({ selector, value }, i) => {
    const known = value ?? before?.fields.find((field) => field.selector === selector)?.value;
    if (known === undefined) {
      const message =
        kept && !sameOrigin
          ? 'what is kept was given for another address; give its value anew'
          : 'nothing is kept for this field yet; give its value';
      throw new Problem(422, 'Some fields are not right', undefined, [{ path: `fields[${i}].value`, message }]);
    }
    return known;
  });
  const recipe = { ...asked, fields: asked.fields.map(({ selector }) => ({ selector })) };
  await saveSignIn(db, organisationId, siteId, recipe, seal.close(values, belongsTo(siteId, asked.address)));
}
