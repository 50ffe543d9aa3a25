import type { FoundService } from '@douane/api';
import { entityOfHost } from '@douane/core/classify';
import type { Queryable } from './db/db';
import { type KeptItem, listItems } from './db/items.sql';
import { listServices } from './db/services.sql';
import { listSites, type Site } from './db/sites.sql';

/** Every service that a ruling names or a record describes, by name. */
export async function foundServices(db: Queryable, organisationId: string): Promise<FoundService[]> {
  const [records, sites] = await Promise.all([listServices(db, organisationId), listSites(db, organisationId)]);
  const found = new Map<string, FoundService>();
  const entry = (service: string): FoundService => {
    let known = found.get(service);
    if (!known) {
      const record = records.find((one) => one.name === service) ?? null;
      known = { name: service, record, purposes: [], hosts: [], sites: [], items: [], proposal: { name: service } };
      found.set(service, known);
    }
    return known;
  };
  for (const record of records) entry(record.name);
  for (const site of sites) {
    for (const item of await listItems(db, organisationId, site.id)) addItem(entry, site, item);
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name));
}

function addItem(entry: (name: string) => FoundService, site: Site, { ruling, ...item }: KeptItem): void {
  if (!ruling) return;
  const service = entry(ruling.service);
  const add = (list: string[], value: string) => list.includes(value) || list.push(value);
  add(service.purposes, ruling.purpose);
  add(service.sites, site.setup.site.name);
  if (item.party === 'third') add(service.hosts, item.host);
  const { id, kind, name: itemName, host } = item;
  service.items.push({
    id,
    kind,
    name: itemName,
    host,
    siteId: site.id,
    site: site.setup.site.name,
    purpose: ruling.purpose,
    by: ruling.by,
  });
  const entity = item.party === 'third' ? entityOfHost(host) : null;
  if (entity) service.proposal.provider ??= entity.name;
  const policyUrl = ruling.policyUrl ?? entity?.homepage;
  if (policyUrl && URL.canParse(policyUrl)) service.proposal.policyUrl ??= policyUrl;
}
