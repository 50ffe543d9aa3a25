import { registrableDomain } from '@douane/core/observe';
import type { SignIn } from '@douane/core/setup';
import { CannotRun } from './problems';
import type { Visitor } from './visitor';

const WAIT_MS = 10_000;

/** Signs a visitor in. Throws a sentence that names the step at which it failed; never a value that was filled in. */
export async function signIn(visitor: Visitor, recipe: SignIn, signal?: AbortSignal): Promise<void> {
  const arrival = await visitor.goto(recipe.address, signal);
  if (arrival.outcome !== 'ok') throw new CannotRun(`signing in: ${recipe.address} ${arrival.why}`);
  const step = async (what: string, act: () => Promise<unknown>) => {
    if (signal?.aborted) throw new CannotRun('signing in: stopped');
    await act().catch(() => {
      throw new CannotRun(`signing in: ${what} within ${WAIT_MS / 1000} s`);
    });
  };
  for (const { selector, value } of recipe.fields) {
    // What was typed for one site is filled in on no other, wherever its login may lead.
    const here = new URL(visitor.page.url()).hostname;
    if (registrableDomain(here) !== registrableDomain(new URL(recipe.address).hostname)) {
      throw new CannotRun(
        `signing in: ${recipe.address} leads to ${here}, where nothing is filled in; give that address itself`,
      );
    }
    await step(`no field fits "${selector}"`, () =>
      visitor.page.locator(selector).first().fill(value, { timeout: WAIT_MS }),
    );
  }
  await step(`"${recipe.submit}" could not be pressed`, () =>
    visitor.page.locator(recipe.submit).first().click({ timeout: WAIT_MS }),
  );
  await step(`"${recipe.success}" did not show`, () =>
    visitor.page.locator(recipe.success).first().waitFor({ timeout: WAIT_MS }),
  );
  await visitor.settle();
}
