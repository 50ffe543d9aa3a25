import { gzipSync } from 'node:zlib';
import type { PipelineRecords, PipelineSite } from '@douane/api';
import type { CheckReport } from '@douane/core/check';
import type { ConsentRecord } from '@douane/core/consent';
import { compiledOf, type Release, readRelease } from '@douane/core/release';
import { Refused } from './say';

const LIMIT_MS = 60_000;
const TRIES = 3;
const WAIT_MS = 1_000;

/** A Douane server as a pipeline reaches it, by a token; see `server/routes/pipeline.ts`. */
export class PipelineServer {
  private constructor(
    private readonly base: string,
    private readonly token: string,
    private readonly siteId: string,
    /** Name of the site. */
    readonly site: string,
    /** What is in force there. */
    readonly release: Release,
  ) {}

  /** Asks what is in force at a site, which is named by its key or else by the address that is checked. Refuses with a sentence. */
  static async open(url: string, token: string, named: { key?: string; address: string }): Promise<PipelineServer> {
    if (!URL.canParse(url)) throw new Refused(`--server ${url}: give a web address, such as https://douane.example`);
    const base = `${url.replace(/\/$/, '')}/api/pipeline`;
    const by: Record<string, string> = named.key === undefined ? { address: named.address } : { key: named.key };
    const found = (await ask(`${base}/site?${new URLSearchParams(by)}`, token)) as PipelineSite;
    const { number, setup, compiledOn } = found.release;
    const release = readRelease({ number, setup, compiled: compiledOf(found.release), madeOn: compiledOn });
    return new PipelineServer(base, token, found.id, found.name, release);
  }

  /** Records of the site's ledger. */
  records = async (ids: readonly string[]): Promise<ConsentRecord[]> => {
    if (ids.length === 0) return [];
    const answer = await ask(`${this.base}/sites/${this.siteId}/records`, this.token, { ids });
    return (answer as PipelineRecords).records;
  };

  /**
   * Hands a check in, once: an answer that was lost may have been a yes. Gives back why it is not kept as a check of the
   * site; `null`: it is. The check is made by then, so what goes wrong here takes nothing from it.
   */
  async handIn(report: CheckReport): Promise<string | null> {
    const { number } = this.release;
    try {
      await ask(`${this.base}/sites/${this.siteId}/checks`, this.token, { number, report }, 1);
      return null;
    } catch (cause) {
      if (cause instanceof Refused) return cause.message;
      throw cause;
    }
  }
}

async function ask(url: string, token: string, body?: object, tries = TRIES): Promise<unknown> {
  const { origin } = new URL(url);
  const packed = body && gzipSync(JSON.stringify(body));
  for (let tried = 1; ; tried++) {
    let answer: Response;
    try {
      answer = await fetch(url, {
        method: packed ? 'POST' : 'GET',
        headers: {
          authorization: `Bearer ${token}`,
          ...(packed && { 'content-type': 'application/json', 'content-encoding': 'gzip' }),
        },
        ...(packed && { body: packed }),
        signal: AbortSignal.timeout(LIMIT_MS),
      });
    } catch (cause) {
      const { cause: deeper, message } = cause as Error & { cause?: { code?: string } };
      if (tried === tries) throw new Refused(`${origin} cannot be reached: ${deeper?.code ?? message}`);
      await new Promise((done) => setTimeout(done, tried * WAIT_MS));
      continue;
    }
    if (answer.ok) return answer.json();
    if (answer.status >= 500 && tried < tries) {
      await new Promise((done) => setTimeout(done, tried * WAIT_MS));
      continue;
    }
    const said = (await answer.json().catch(() => ({}))) as { title?: string; detail?: string }; // an answer of somebody between
    const words = [said.title ?? `it answered ${answer.status}`, said.detail].filter(Boolean).join('. ');
    throw new Refused(`${origin}: ${words}`);
  }
}
