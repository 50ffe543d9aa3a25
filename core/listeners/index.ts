import type { Setup } from '../setup/types';
import clarity from './catalogue/clarity-consent.json';
import dataLayer from './catalogue/data-layer-event.json';
import google from './catalogue/google-consent.json';
import matomo from './catalogue/matomo-consent.json';
import meta from './catalogue/meta-consent.json';
import microsoft from './catalogue/microsoft-consent.json';
import pinterest from './catalogue/pinterest-consent.json';
import type { Listener, ToldListener } from './types';

export { commandsFor } from './commands';
export type { Listener, ToldListener } from './types';

/** All forms that are known. */
export const LISTENERS = [google, dataLayer, microsoft, clarity, meta, matomo, pinterest] as Listener[];

/** The listeners of a site, with the purposes that it says their signals are for. */
export function listenersOf({ holding }: Pick<Setup, 'holding'>): ToldListener[] {
  return (holding.tells ?? []).flatMap(({ listener: id, purposes }) => {
    const found = LISTENERS.find((one) => one.id === id);
    if (!found) return [];
    const { name: _, hosts: __, ...listener } = found;
    return [{ ...listener, ...(listener.signals && { signals: { ...listener.signals, ...purposes } }) }];
  });
}

/** Those whose tags a site has, by the hosts of its services. */
export function listenersSeen({ services }: Pick<Setup, 'services'>): Listener[] {
  const hosts = services.flatMap((service) => service.hosts.map((host) => host.split('/')[0]!));
  const isOf = (of: string) => hosts.some((host) => host === of || host.endsWith(`.${of}`));
  return LISTENERS.filter((listener) => listener.hosts.some(isOf));
}
