import type { Release } from '@douane/core/release';
import { type PolicyForm, policyFileAs } from '@douane/gate';
import { LRUCache } from 'lru-cache';
import type { Db } from '../db/db';
import { gateFile, publishedRelease, type ServedSite, servedSite } from '../db/releases.sql';

/** A release with the bodies of its pointer. */
export interface Served {
  site: ServedSite;
  release: Release;
  pointer: string;
  pausedPointer: string;
}

/** Which release is in force is looked up again after so long, beside the answer. */
const FRESH_MS = 5_000;
/** After so long it is looked up before the answer, as long as the database answers. */
const STALE_MS = 60_000;
const LONGEST_LOOK_MS = 2_000;
const MOST_SITES = 1_000;
const MOST_FILE_BYTES = 64_000_000;

/**
 * What visitors are answered from, in memory: no busy site, and no database that is away for a while, keeps the gate from
 * anybody who asks for it. Told of a publication it looks again.
 */
export class ServedSites {
  private readonly sites = new LRUCache<string, { site: ServedSite; at: number }>({ max: MOST_SITES });
  private readonly releases = new LRUCache<string, Served>({ max: MOST_SITES });
  private readonly files = new LRUCache<string, { body: string; type: string }>({
    maxSize: MOST_FILE_BYTES,
    sizeCalculation: ({ body }) => body.length + 1,
  });

  private readonly documents = new LRUCache<string, string>({
    maxSize: MOST_FILE_BYTES,
    sizeCalculation: (body) => body.length + 1,
  });
  private readonly looks = new Map<string, Promise<ServedSite | null>>();

  constructor(private readonly db: Db) {}

  /** The site of a key with the number of the release in force; `null`: there is no such site. */
  async site(key: string): Promise<ServedSite | null> {
    const known = this.sites.get(key);
    const age = known ? Date.now() - known.at : Number.POSITIVE_INFINITY;
    if (!known) return this.look(key);
    if (age < FRESH_MS) return known.site;
    const look = this.look(key).catch(() => known.site); // the database is away: what was in force goes on
    if (age < STALE_MS) return known.site;
    return Promise.race([look, new Promise<ServedSite>((done) => setTimeout(() => done(known.site), LONGEST_LOOK_MS))]);
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

  /** The cookie policy of a release, in one of its languages. */
  policy({ site: { siteId }, release }: Served, language: string, form: PolicyForm): string {
    const key = `${siteId}/${release.number}/${language}/${form}`;
    let body = this.documents.get(key);
    if (body === undefined) {
      body = policyFileAs(release, language, form);
      this.documents.set(key, body);
    }
    return body;
  }

  /** A publication was made or called off. */
  forget(siteId: string): void {
    for (const [key, { site }] of this.sites.entries()) if (site.siteId === siteId) this.sites.delete(key);
  }

  /** Many may ask in the same moment; one look serves them all. */
  private look(key: string): Promise<ServedSite | null> {
    let look = this.looks.get(key);
    if (!look) {
      look = this.lookUp(key).finally(() => this.looks.delete(key));
      this.looks.set(key, look);
    }
    return look;
  }

  private async lookUp(key: string): Promise<ServedSite | null> {
    const site = await servedSite(this.db, key);
    if (site) this.sites.set(key, { site, at: Date.now() });
    else this.sites.delete(key);
    return site;
  }
}
