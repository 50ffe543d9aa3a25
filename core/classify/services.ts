import { z } from 'zod';
import type { Item } from '../observe/types';
import { webAddress } from '../setup/fields';
import { providerFields } from '../setup/schema';
import type { Service } from '../setup/types';
import { patternProblem } from './name-pattern';
import type { Ruling } from './types';

/** What an organisation keeps about a service, beside the rulings that name it. */
export const serviceRecordSchema = z.strictObject({
  name: z.string().trim().min(1, 'name the service').max(200),
  policyUrl: webAddress.optional(),
  ...providerFields,
  /** For the people of the organisation only. */
  note: z.string().trim().max(4000).optional(),
});
export type ServiceRecordBody = z.output<typeof serviceRecordSchema>;
export interface ServiceRecord extends ServiceRecordBody {
  id: string;
}

/** What a list of services needs of items and rulings. */
type ServedItem = Pick<Item, 'kind' | 'name' | 'host' | 'lifetimeSeconds' | 'url' | 'examples'>;
type ServedRuling = Pick<Ruling, 'purpose' | 'service' | 'description' | 'policyUrl' | 'lifetimeSeconds'>;

/** A short id for a service, from its name: small letters, digits and hyphens. */
export function slugOf(name: string): string {
  const slug = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 63);
  return slug || 'service';
}

/**
 * The services of a setup, from ruled items and what is kept about their providers. Items of one service and purpose come
 * together; where a service serves two purposes it becomes two entries, since each purpose is asked by itself. Order: by
 * name, then purpose.
 */
export function servicesOf(
  ruled: Iterable<{ item: ServedItem; ruling: ServedRuling }>,
  records: readonly ServiceRecord[] = [],
): Service[] {
  const recordOf = new Map(records.map((record) => [record.name, record]));
  const all = [...ruled];
  const parted = hostsOfSeveralPurposes(all);
  const services = new Map<string, Service>();
  for (const { item, ruling } of all) {
    const key = `${ruling.service}\n${ruling.purpose}`;
    let service = services.get(key);
    if (!service) {
      const told = toldOf(recordOf.get(ruling.service));
      service = { id: '', name: ruling.service, purpose: ruling.purpose, hosts: [], items: [], ...told };
      services.set(key, service);
    }
    if (ruling.policyUrl && URL.canParse(ruling.policyUrl)) service.policyUrl ??= ruling.policyUrl;
    if (item.kind === 'request') {
      const host = parted.has(item.host) ? item.host + pathFamily(item.url) : item.host;
      if (!service.hosts.includes(host)) service.hosts.push(host);
      continue;
    }
    service.items.push({
      kind: item.kind,
      name: item.name,
      ...(item.examples && patternProblem(item.name) === null && { pattern: true }),
      host: item.host,
      ...lifetimeShown(item, ruling),
      ...(ruling.description && { description: ruling.description }),
    });
  }
  const list = [...services.values()].sort(
    (a, b) => a.name.localeCompare(b.name) || a.purpose.localeCompare(b.purpose),
  );
  const used = new Set<string>();
  for (const service of list) {
    let id = slugOf(service.name);
    if (used.has(id)) id = slugOf(`${service.name} ${service.purpose}`);
    for (let n = 2; used.has(id); n++) id = `${slugOf(service.name)}-${n}`.slice(0, 63);
    used.add(id);
    service.id = id;
  }
  return list;
}

/** Hosts whose requests were ruled to serve more than one purpose; they are told apart by path. */
function hostsOfSeveralPurposes(ruled: readonly { item: ServedItem; ruling: ServedRuling }[]): Set<string> {
  const purposes = new Map<string, Set<string>>();
  for (const { item, ruling } of ruled) {
    if (item.kind === 'request') purposes.set(item.host, (purposes.get(item.host) ?? new Set()).add(ruling.purpose));
  }
  return new Set([...purposes].filter(([, of]) => of.size > 1).map(([host]) => host));
}

/** The beginning of an address's path that stands for its kind: its first folder, or the file where there is none. */
function pathFamily(url: string | undefined): string {
  if (!url || !URL.canParse(url)) return '';
  const [, first = '', ...rest] = new URL(url).pathname.split('/');
  return rest.length > 0 ? `/${first}/` : `/${first}`;
}

/** What of a record is for visitors; a note is not. */
function toldOf(record: ServiceRecord | undefined): Partial<Service> {
  if (!record) return {};
  const { policyUrl, provider, address, country, retention, subProcessors } = record;
  const told = { policyUrl, provider, address, country, retention, subProcessors };
  return Object.fromEntries(Object.entries(told).filter(([, value]) => value !== undefined));
}

/** As the ruling tells visitors; else as it was found. */
function lifetimeShown(item: ServedItem, { lifetimeSeconds }: ServedRuling): { lifetimeSeconds?: number | null } {
  const shown = lifetimeSeconds === undefined ? item.lifetimeSeconds : lifetimeSeconds;
  return shown === undefined ? {} : { lifetimeSeconds: shown };
}
