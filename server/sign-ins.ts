import type { SignIn } from '@douane/core/setup';
import type { Queryable } from './db/db';
import { saveSignIn, signInOf } from './db/scan-setup.sql';
import { Problem } from './problems';
import type { Seal } from './seal';

/** A recipe as a person sends it: a field without a value keeps the one that is there. */
export type AskedSignIn = Omit<SignIn, 'fields'> & { fields: { selector: string; value?: string }[] };

/** The recipe of a site with what is to be filled in; for the worker alone. */
export async function openSignIn(
  db: Queryable,
  seal: Seal,
  organisationId: string,
  siteId: string,
): Promise<SignIn | null> {
  const kept = await signInOf(db, organisationId, siteId);
  if (!kept) return null;
  const values = seal.open<string[]>(kept.sealed, siteId);
  const fields = kept.recipe.fields.map(({ selector }, i) => ({ selector, value: values[i] ?? '' }));
  return { ...kept.recipe, fields };
}

/** Keeps a recipe, its values sealed. They are never given out again. */
export async function keepSignIn(
  db: Queryable,
  seal: Seal,
  organisationId: string,
  siteId: string,
  asked: AskedSignIn,
): Promise<void> {
  const before = asked.fields.some((field) => field.value === undefined)
    ? await openSignIn(db, seal, organisationId, siteId)
    : null;
  const values = asked.fields.map(({ selector, value }, i) => {
    const kept = value ?? before?.fields.find((field) => field.selector === selector)?.value;
    if (kept === undefined) {
      const message = 'nothing is kept for this field yet; give its value';
      throw new Problem(422, 'Some fields are not right', undefined, [{ path: `fields[${i}].value`, message }]);
    }
    return kept;
  });
  const recipe = { ...asked, fields: asked.fields.map(({ selector }) => ({ selector })) };
  await saveSignIn(db, organisationId, siteId, recipe, seal.close(values, siteId));
}
