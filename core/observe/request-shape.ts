/** How the requests of a service look wherever they are sent: to its own hosts, or to the site's, which passes them on. */
export interface RequestShape {
  service: string;
  /** End of the path, from a `/` on; `*` stands for one part of it. */
  path: string;
  /** Names that stand in the query or in what is posted, all of them. */
  names: readonly string[];
}

/** So much of what is posted is looked at. */
const MOST_POSTED = 8192;

/** The service whose shape a request has; `undefined` where it has none, or those of two. `posted`: its body as text. */
export function serviceByShape(url: string, posted: string, shapes: readonly RequestShape[]): string | undefined {
  const { pathname, searchParams } = new URL(url);
  const parts = pathname.split('/');
  let body: Set<string> | undefined;
  const sent = (name: string) => {
    if (searchParams.has(name)) return true;
    body ??= namesPosted(posted);
    return body.has(name);
  };
  const services = new Set<string>();
  for (const { service, path, names } of shapes) if (endsAs(parts, path) && names.every(sent)) services.add(service);
  return services.size === 1 ? [...services][0] : undefined;
}

function endsAs(parts: readonly string[], path: string): boolean {
  const wanted = path.split('/').slice(1);
  const from = parts.length - wanted.length;
  return from >= 1 && wanted.every((part, i) => part === '*' || part === parts[from + i]);
}

/** Names of a form, or of JSON at any depth. */
function namesPosted(posted: string): Set<string> {
  const text = posted.slice(0, MOST_POSTED);
  if (/^\s*[[{]/.test(text)) {
    return new Set([...text.matchAll(/"([A-Za-z_$][\w$.-]{0,60})"\s*:/g)].map(([, name]) => name!));
  }
  return new Set(new URLSearchParams(text).keys());
}
