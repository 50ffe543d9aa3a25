import { rm, writeFile } from 'node:fs/promises';
import http from 'node:http';
import path from 'node:path';
import type { Setup } from '@douane/core/setup';
import { type ServedSite, withServedSite } from '../load/served-site';
import { progress, progressDone } from '../say';
import { median, say } from './say';

const ROUNDS = 5;
const SECONDS = 2;
const READERS = 32;
const ITEMS = 300;
/** In what the server gives out as files; it is taken away again. */
const FILE = 'bench-policy.html';

/**
 * A hosted policy with 300 items, against a static file of the same bytes by the same server: answers per second, measured
 * in short rounds by turns.
 */
export async function benchPolicy(root: string): Promise<void> {
  progress('policy');
  const file = path.join(root, 'dist/web', FILE);
  try {
    await withServedSite(root, (site) => measure(site, file), withItems);
  } finally {
    await rm(file, { force: true });
  }
}

function withItems(setup: Setup): void {
  setup.services = Array.from({ length: ITEMS / 5 }, (_, i) => ({
    ...{ id: `s${i}`, name: `Service ${i}`, purpose: 'measurement', hosts: [`s${i}.test`], country: 'US' },
    items: Array.from({ length: 5 }, (_, n) => ({
      ...{ kind: 'cookie' as const, name: `c_${i}_${n}`, lifetimeSeconds: 86_400 * (n + 1) },
      description: `Keeps what visitor ${i} did on page ${n}`,
    })),
  }));
}

async function measure(site: ServedSite, file: string): Promise<void> {
  await site.serve();
  const policy = site.records.replace(/records$/, 'policy.en.html');
  const page = await (await fetch(policy)).text();
  await writeFile(file, page);
  const plain = new URL(`/${FILE}`, policy).href;
  for (const url of [policy, plain]) await answersPerSecond(url, 1);
  const ratios: number[] = [];
  for (let round = 0; round < ROUNDS; round++)
    ratios.push((await answersPerSecond(policy, SECONDS)) / (await answersPerSecond(plain, SECONDS)));
  progressDone();
  say('policy.page_bytes', Buffer.byteLength(page), 'B', 0);
  say('policy.vs_static', median(ratios), 'ratio', 2);
}

async function answersPerSecond(url: string, seconds: number): Promise<number> {
  const agent = new http.Agent({ keepAlive: true, maxSockets: READERS });
  const end = Date.now() + seconds * 1000;
  let read = 0;
  const one = () =>
    new Promise<void>((done, fail) => {
      const asked = http.get(url, { agent, timeout: 10_000 }, (answer) => {
        if (answer.statusCode !== 200) fail(new Error(`${url} answered ${answer.statusCode}`));
        answer.resume().on('end', done).on('error', fail);
      });
      asked.on('error', fail).on('timeout', () => asked.destroy(new Error(`${url} did not answer`)));
    });
  await Promise.all(
    Array.from({ length: READERS }, async () => {
      while (Date.now() < end) {
        await one();
        read += 1;
      }
    }),
  );
  agent.destroy();
  return read / seconds;
}
