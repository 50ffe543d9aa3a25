import type { z } from 'zod';
import type { PageSession } from './page-session';

const WORLD = 'douane';
const TIMEOUT_MS = 3_000;

/**
 * Runs a function in a world of its own beside the page's scripts, where nothing that these have put in place of the
 * browser's own is to be found, and checks what it gives back: elements can still stand under any name. `byUser`: as if a person had done it, which films and windows ask for. `read` stands by
 * itself: it uses only its argument. `null` where the page has gone, hangs, or gave something else.
 */
export async function askPage<T, A>(
  page: PageSession,
  frameId: string,
  schema: z.ZodType<T>,
  read: (argument: A) => unknown,
  argument: A,
  { byUser = false }: { byUser?: boolean } = {},
): Promise<T | null> {
  try {
    return await ask();
  } catch {
    return null; // the page navigated away, crashed or hangs
  }

  async function ask(): Promise<T | null> {
    const { executionContextId } = await page.send('Page.createIsolatedWorld', { frameId, worldName: WORLD });
    const { result, exceptionDetails } = await page.send('Runtime.evaluate', {
      expression: `(${read})(${JSON.stringify(argument) ?? 'undefined'})`,
      contextId: executionContextId,
      returnByValue: true,
      awaitPromise: true,
      userGesture: byUser,
      timeout: TIMEOUT_MS,
    });
    if (exceptionDetails) return null;
    const parsed = schema.safeParse(result.value);
    return parsed.success ? parsed.data : null;
  }
}
