import type { Setup } from '../setup/types';
import { LISTENERS } from './catalogue/index';
import type { Listener, ToldListener } from './types';

export { LISTENERS } from './catalogue/index';
export { commandsFor } from './commands';
export type { Listener, ToldListener } from './types';

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
  return LISTENERS.filter((listener) => hosts.some((host) => isHostOf(listener, host)));
}

/** Whether tags that listen in this form come from a host. */
export const isHostOf = ({ hosts }: Pick<Listener, 'hosts'>, host: string): boolean =>
  hosts.some((of) => host === of || host.endsWith(`.${of}`));

/** Hosts that tags of a form come from, by its id. */
export const hostsOfListener = (id: string): string[] => LISTENERS.find((one) => one.id === id)?.hosts ?? [];
