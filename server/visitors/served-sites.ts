import { MOST_PAST, type PastChoice } from '@douane/core/consent/choice-history';
import type { Release } from '@douane/core/release';
import { LRUCache } from 'lru-cache';
import type { Db } from '../db/db';
import { type LivePolicy, livePolicies, pastPolicy } from '../db/policy-versions.sql';
import { recordsBackFrom } from '../db/records.sql';
import { gateFile, publishedRelease, type ServedSite, servedSite } from '../db/releases.sql';
import { KeptFresh } from './kept-fresh';

/** A release with the bodies of its pointer. */
export interface Served {
  site: ServedSite;
  release: Release;
  pointer: string;
  pausedPointer: string;
}

interface SitePolicies {
  site: ServedSite;
  live: LivePolicy[];
}

const MOST_SITES = 1_000;
const MOST_FILE_BYTES = 64_000_000;
/** About what a PDF takes; it is not known when it is asked for. */
const PDF_BYTES = 200_000;

/**
 * What visitors are answered from, in memory: no busy site, and no database that is away for a while, keeps the gate from
 * anybody who asks for it. Told of a publication it looks again.
 */
export class ServedSites {
  private readonly sites: KeptFresh<ServedSite>;
  private readonly policies: KeptFresh<SitePolicies>;
  private readonly releases = new LRUCache<string, Served>({ max: MOST_SITES });
  private readonly files = new LRUCache<string, { body: string; type: string }>({
    maxSize: MOST_FILE_BYTES,
    sizeCalculation: ({ body }) => body.length + 1,
  });

  private readonly documents = new LRUCache<string, string | Promise<Buffer>>({
    maxSize: MOST_FILE_BYTES,
    sizeCalculation: (body) => (typeof body === 'string' ? body.length + 1 : PDF_BYTES),
  });

  constructor(private readonly db: Db) {
    this.sites = new KeptFresh(MOST_SITES, (key) => servedSite(db, key));
    this.policies = new KeptFresh(MOST_SITES, async (key) => {
      const site = await this.site(key);
      return site && { site, live: await livePolicies(db, site.organisationId, site.siteId) };
    });
  }

  /** The site of a key with the number of the release in force; `null`: there is no such site. */
  site(key: string): Promise<ServedSite | null> {
    return this.sites.get(key);
  }

  /** The release in force; `null`: nothing is published. */
  async inForce(site: ServedSite): Promise<Served | null> {
    return site.number === null ? null : this.release(site, site.number);
  }

  /** A release that is or was in force; `null`: none of that number ever was. */
  async release(site: ServedSite, number: number): Promise<Served | null> {
    const key = `${site.siteId}/${number}`;
    const known = this.releases.get(key);
    if (known) return known;
    const found = await publishedRelease(this.db, site, number);
    if (!found) return null;
    const served = { site, ...found };
    this.releases.set(key, served);
    return served;
  }

  /** A file named by its hash; it never changes. */
  async file(site: ServedSite, name: string): Promise<{ body: string; type: string } | null> {
    const key = `${site.siteId}/${name}`;
    const known = this.files.get(key);
    if (known) return known;
    const found = await gateFile(this.db, site, name);
    if (found) this.files.set(key, found);
    return found;
  }

  /** The policies that are live at a site, in their order. */
  async livePolicies({ key }: ServedSite): Promise<readonly LivePolicy[]> {
    return (await this.policies.get(key))?.live ?? [];
  }

  /** A version that was live once, where everybody may read it. */
  pastPolicy({ organisationId, siteId }: ServedSite, name: string, number: number): Promise<LivePolicy | null> {
    return pastPolicy(this.db, organisationId, siteId, name, number);
  }

  /** The choice of a record and those before it, the newest first; empty: the site has no such record. */
  async choices({ organisationId, siteId }: ServedSite, record: string): Promise<PastChoice[]> {
    const records = await recordsBackFrom(this.db, organisationId, siteId, record, MOST_PAST);
    return records.map(({ id, version, purposes, at }) => {
      return { record: id, release: version, purposes, atSeconds: Date.parse(at) / 1000 };
    });
  }

  /** A file that is made of a release once; `made` makes it. `name`: the same for the same content. */
  document<T extends string | Promise<Buffer>>(
    { site: { siteId }, release }: Served,
    name: string,
    made: (release: Release) => T,
  ): T {
    const key = `${siteId}/${release.number}/${name}`;
    let body = this.documents.get(key) as T | undefined;
    if (body === undefined) {
      body = made(release);
      this.documents.set(key, body);
      // What could not be made is tried again.
      if (typeof body === 'object') body.catch(() => this.documents.delete(key));
    }
    return body;
  }

  /** A publication was made or called off, or one of a policy. */
  forget(siteId: string): void {
    this.sites.forget((site) => site.siteId === siteId);
    this.policies.forget(({ site }) => site.siteId === siteId);
  }
}
