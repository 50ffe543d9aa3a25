import { randomUUID } from 'node:crypto';
import { chosenRecord, type RecordBody, submissionProblems, submissionSchema } from '@douane/core/consent';
import { originKind, type Release } from '@douane/core/release';
import type { BrowserContext, Route } from 'playwright-core';

/** The files of a gate, as they would be served under its address. */
export interface GateOnTrial {
  pointer: string;
  immutable: readonly { name: string; body: string; type: string }[];
}

/** Who made what is written during a trial; such records are kept nowhere. */
const AGENT = 'Chromium';

/**
 * Answers in one browser what is asked of a site's gate and recorder, below `base`, with a release that is not published:
 * the page carries the snippet that it carries anyway and gets this gate. Choices are checked as the recorder checks them
 * and written to a ledger in memory, which ends with the visit. Gives back how to look records up in it.
 */
export async function serveDraft(
  context: BrowserContext,
  base: string,
  release: Release,
  { pointer, immutable }: GateOnTrial,
): Promise<(ids: readonly string[]) => Promise<RecordBody[]>> {
  const files = new Map(immutable.map((file) => [file.name, file]));
  files.set('gate.js', { name: 'gate.js', body: pointer, type: 'text/javascript' });
  const records: RecordBody[] = [];

  const record = (sent: unknown, origin: string): { status: number; body: object } => {
    const kind = originKind(release, origin);
    if (!kind) return { status: 403, body: { title: `${origin} is none of the site’s addresses` } };
    const read = submissionSchema.safeParse(sent);
    const fits =
      read.success &&
      read.data.version === release.number &&
      submissionProblems(read.data, release.rules.purposes).length === 0;
    if (!fits) return { status: 422, body: { title: 'The record is not right' } };
    const { id = randomUUID(), test, replaces } = read.data;
    const of = { site: base, agent: AGENT, test: kind === 'staging' || test === true };
    const at = new Date().toISOString();
    const number = records.length + 1;
    // Sent again, since the answer was lost, it is the same record.
    const known = records.find((one) => one.id === id);
    if (known) return { status: 201, body: { id, at: known.at } };
    records.push({ ...chosenRecord({ ...read.data, id }, release.rules, of), number, replaces, at });
    return { status: 201, body: { id, at } };
  };

  const answer = async (route: Route) => {
    const request = route.request();
    const { pathname } = new URL(request.url());
    const name = pathname.slice(new URL(base).pathname.length + 1);
    const origin = (await request.headerValue('origin')) ?? '';
    const headers = { 'access-control-allow-origin': origin || '*', 'cache-control': 'no-store' };
    if (request.method() === 'POST' && name === 'records') {
      const { status, body } = record(jsonIn(request.postData()), origin);
      return route.fulfill({ status, headers, json: body });
    }
    // Visits of a check tell nothing.
    if (request.method() === 'POST') return route.fulfill({ status: 204, headers });
    const file = files.get(name);
    if (!file) return route.fulfill({ status: 404, headers, json: { title: 'No such file of this gate' } });
    return route.fulfill({ status: 200, headers, contentType: `${file.type}; charset=utf-8`, body: file.body });
  };
  await context.route(
    (url) => url.href.startsWith(`${base}/`),
    (route) => answer(route).catch(() => {}), // its page has gone
  );
  return async (ids) => records.filter(({ id }) => ids.includes(id));
}

function jsonIn(text: string | null): unknown {
  try {
    return JSON.parse(text ?? '');
  } catch {
    return undefined;
  }
}
