import type { StoredPatterns } from '@douane/core/hold';
import { startOf } from '../../worker/start';
import type { Permits } from '../permits';
import { replace, type Undo } from './replace';

/**
 * Workers whose script is a file of the site's own obey the policy of that file's answer, not the page's. As part of the
 * page they have the page's: so each is made by a few lines that load it, after the script at `first` (`gate/worker/`).
 * Only while something is held; where a worker is shared, it is by one page only then. `isAlone`: the page has no policy, so
 * the worker is told what is held.
 *
 * A service worker has to be a file, and goes on without its page. So one waits that is held by its own name, or whose file
 * names somebody who is (`late/may-serve.ts`).
 */
export function holdWorkers(
  permits: Permits,
  first: string,
  isAlone: boolean,
  { workers = {}, databases, caches }: Partial<StoredPatterns>,
): Undo[] {
  const { plan, marks, allows } = permits;
  const heldNow = () =>
    isAlone || databases || caches
      ? {
          plan: isAlone ? plan : undefined,
          page: location.hostname,
          granted: marks.filter(allows),
          stored: { databases, caches },
        }
      : null;
  const full = (address: unknown) => new URL(`${address}`, document.baseURI).href;
  return [
    ...(['Worker', 'SharedWorker'] as const).map((name) =>
      replace(window, name, ({ value: Own }) => ({
        value: new Proxy(Own, {
          construct(of, args, made) {
            const [address, options] = args;
            if (permits.holdsAny()) args[0] = startOf(full(address), full(first), options, heldNow());
            return Reflect.construct(of, args, made);
          },
        }),
      })),
    ),
    ...('ServiceWorkerContainer' in window
      ? [
          replace(ServiceWorkerContainer.prototype, 'register', ({ value: register }) => ({
            async value(this: ServiceWorkerContainer, ...given: unknown[]) {
              if (permits.holdsAny()) await (await permits.late()).mayServe(permits, workers, full(given[0]));
              return register.apply(this, given);
            },
          })),
        ]
      : []),
  ];
}
