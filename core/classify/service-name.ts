import { entityOfHost } from './layers/entities';
import type { Classifiable } from './types';

export const THIS_SITE = 'This site';

/** A name for a service to start with, where nobody gave one: the known owner of the host, the host, or the site itself. */
export function serviceNameFor({ party, host }: Pick<Classifiable, 'party' | 'host'>): string {
  if (party === 'first') return THIS_SITE;
  return entityOfHost(host)?.name ?? host;
}
