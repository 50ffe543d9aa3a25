import { type HoldPlan, matchesName } from '@douane/core/hold';

/** Deletes what can be deleted from here of the purposes no longer granted: first-party cookies and storage. */
export function forget(plan: HoldPlan, refused: (purpose: string) => boolean): void {
  const names = document.cookie.split('; ').map((pair) => pair.split('=')[0]!);
  for (const name of names) if (fits(plan.cookies, name, refused)) deleteCookie(name);
  for (const storage of [localStorage, sessionStorage]) {
    for (const key of Object.keys(storage)) if (fits(plan.storage, key, refused)) storage.removeItem(key);
  }
}

function fits(patterns: HoldPlan['cookies'], name: string, refused: (purpose: string) => boolean): boolean {
  return patterns.some(([pattern, purpose]) => refused(purpose) && matchesName(pattern, name));
}

/** A cookie is known by name, domain and path, and a script cannot see the latter two: all that may be are tried. */
function deleteCookie(name: string): void {
  const labels = location.hostname.split('.');
  const domains = ['', ...labels.map((_, i) => `; Domain=${labels.slice(i).join('.')}`)];
  const parts = location.pathname.split('/');
  const paths = parts.map((_, i) => parts.slice(0, i + 1).join('/') || '/');
  for (const domain of domains) {
    for (const path of paths) {
      // biome-ignore lint/suspicious/noDocumentCookie: cookieStore is missing in browsers that visitors use.
      document.cookie = `${name}=; Max-Age=0; Path=${path}${domain}`;
    }
  }
}
