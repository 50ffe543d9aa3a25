import type { SignIn } from '@douane/core/setup';
import { launchBrowser } from './browser';
import { assertTarget } from './guard';
import { CannotRun } from './problems';
import { signIn } from './sign-in';
import { Visitor } from './visitor';

/** How an attempt to sign in went, with a picture of where it ended. */
export interface SignInTrial {
  ok: boolean;
  why?: string;
  address: string;
  seconds: number;
  /** JPEG, base64; the fields that were filled in are covered. */
  picture: string | null;
}

/** Signs in once, as a scan would, and takes a picture of the result. */
export async function trySignIn(
  recipe: SignIn,
  { allowPrivate, signal }: { allowPrivate: boolean; signal?: AbortSignal },
): Promise<SignInTrial> {
  await assertTarget(recipe.address, allowPrivate);
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate });
  try {
    const visitor = await Visitor.open(running.browser);
    let why: string | undefined;
    try {
      await signIn(visitor, recipe, signal);
    } catch (cause) {
      if (!(cause instanceof CannotRun)) throw cause;
      why = cause.message;
    }
    const mask = recipe.fields.map(({ selector }) => visitor.page.locator(selector));
    const picture = await visitor.page
      .screenshot({ type: 'jpeg', quality: 70, mask, timeout: 5_000 })
      .catch(() => null); // crashed, or a selector that is none and would leave its field uncovered; told in words
    const address = visitor.page.url();
    await visitor.close();
    return {
      ok: why === undefined,
      ...(why && { why }),
      address,
      seconds: (Date.now() - started) / 1000,
      picture: picture?.toString('base64') ?? null,
    };
  } finally {
    await running.close();
  }
}
