import type { Permits } from '../permits';
import { replace, type Undo } from './replace';

/**
 * Workers whose script is a file of the site's own obey the policy of that file's answer, not the page's. As part of the
 * page they have the page's: so each is made by a few lines that load it, after `shim` (`gate/worker/`). Only while
 * something is held; where a worker is shared, it is by one page only then.
 */
export function holdWorkers(permits: Permits, shim: string): Undo[] {
  return (['Worker', 'SharedWorker'] as const).map((name) =>
    replace(window, name, ({ value: Own }) => ({
      value: new Proxy(Own, {
        construct: (of, [address, options], made) =>
          Reflect.construct(of, [permits.holdsAny() ? inPage(String(address), shim, options) : address, options], made),
      }),
    })),
  );
}

function inPage(address: string, shim: string, options?: { type?: string } | string): string {
  const { href, origin } = new URL(address, document.baseURI);
  // Others are none of the site's, or of the page itself already.
  if (origin !== location.origin || href.startsWith('blob:')) return address;
  const file = `self.douaneFile=${JSON.stringify(href)}`;
  const [first, at] = [new URL(shim, document.baseURI).href, href].map((one) => JSON.stringify(one));
  const load =
    typeof options === 'object' && options.type === 'module'
      ? `import "data:text/javascript,${encodeURIComponent(file)}";import ${first};import ${at}`
      : `${file};importScripts(${first},${at})`;
  return URL.createObjectURL(new Blob([load], { type: 'text/javascript' }));
}
