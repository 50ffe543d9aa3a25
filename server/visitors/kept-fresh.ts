import { LRUCache } from 'lru-cache';

/** What is looked up again after so long, beside the answer. */
const FRESH_MS = 5_000;
/** After so long it is looked up before the answer, as long as the database answers. */
const STALE_MS = 60_000;
const LONGEST_LOOK_MS = 2_000;

/**
 * Answers from memory, looked up again as they age: neither a busy site nor a database that is away keeps them from
 * anybody. What is not there is not kept.
 */
export class KeptFresh<T extends object> {
  private readonly kept: LRUCache<string, { value: T; at: number }>;
  private readonly looks = new Map<string, Promise<T | null>>();

  constructor(
    most: number,
    private readonly lookUp: (key: string) => Promise<T | null>,
  ) {
    this.kept = new LRUCache({ max: most });
  }

  /** `null`: there is none of this key. Rejects where it was never seen and the database does not answer. */
  async get(key: string): Promise<T | null> {
    const known = this.kept.get(key);
    const age = known ? Date.now() - known.at : Number.POSITIVE_INFINITY;
    if (!known) return this.look(key);
    if (age < FRESH_MS) return known.value;
    const look = this.look(key).catch(() => known.value); // the database is away: what was known goes on
    if (age < STALE_MS) return known.value;
    return Promise.race([look, new Promise<T>((done) => setTimeout(() => done(known.value), LONGEST_LOOK_MS))]);
  }

  /** Looks anew the next time. */
  forget(which: (value: T) => boolean): void {
    for (const [key, { value }] of this.kept.entries()) if (which(value)) this.kept.delete(key);
  }

  /** Many may ask in the same moment; one look serves them all. */
  private look(key: string): Promise<T | null> {
    let look = this.looks.get(key);
    if (!look) {
      look = this.lookUp(key)
        .then((value) => {
          if (value) this.kept.set(key, { value, at: Date.now() });
          else this.kept.delete(key);
          return value;
        })
        .finally(() => this.looks.delete(key));
      this.looks.set(key, look);
    }
    return look;
  }
}
