/** Path and query of an address, which is what differs within a site. */
export function pathOf(url: string): string {
  if (!URL.canParse(url)) return url;
  const { pathname, search } = new URL(url);
  return pathname + search;
}

/** The day as of which laws are read, as an ISO date. */
export const today = () => new Date().toISOString().slice(0, 10);
