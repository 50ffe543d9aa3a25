import type { Banner, Look, Setup } from '@douane/core/setup';
import {
  FREIGHT_ACCOUNT,
  FREIGHT_HOST,
  SMALL_SITES,
  type SmallSite,
  SPECIALIST,
  type StandInWeb,
  TICKET_SITE,
} from '@douane/demo';

import { writePolicies } from './demo-policies';

/** Works through the job on the demo's sites, over the same API that the interface uses. */
export async function workThroughDemo({ api, web }: { api: string; web: StandInWeb }): Promise<void> {
  const call = await signedIn(api);
  const address = `http://${TICKET_SITE.host}:${web.port}/`;
  const site = await call<{ id: string }>('POST', '/sites', { name: TICKET_SITE.name, address });
  const at = (rest: string) => `/sites/${site.id}${rest}`;

  await finished(call, at('/scans'));
  await ruleSome(call, at);
  const { revisions } = await call<{ revisions: object }>('GET', at('/draft'));
  const { snippet } = await call<{ snippet: string }>('POST', at('/releases'), { revisions, why: 'First release' });
  web.state.snippet = snippet;
  // A pixel pasted straight into one page: the fault that the demo's check is to find.
  web.state.fault = 'pixel-in-markup';
  await finished(call, at('/looks'));
  await finished(call, at('/checks'));
  await visitorsChoose(`${api}/g/${TICKET_SITE.key}`, new URL(address).origin);
  await visitorsMeet(`${api}/g/${TICKET_SITE.key}`, new URL(address).origin);
  await writePolicies(call, { id: site.id, key: TICKET_SITE.key, api });
  await newcomerRaisesAlarm(call, at, web);
  await freightDesk(call, web);
  await otherSites(call, web);
}

/** A morning at the desk: some things ruled, one noted, a house rule, and what is known of a provider. */
async function ruleSome(call: Call, at: (rest: string) => string): Promise<void> {
  const { items } = await call<{ items: Open[] }>('GET', at('/items'));
  for (const { host, name, ...ruling } of RULINGS) {
    const found = items.filter(
      (item) => item.host === host && (name === undefined || item.name === name) && !item.ruling,
    );
    if (found.length > 0) await call('POST', at('/rulings'), { itemIds: found.map(({ id }) => id), ...ruling });
  }
  const tiles = items.find((item) => item.name === 'ck_tiles');
  if (tiles) {
    // Told to visitors before the map's provider made it longer.
    const told = { purpose: 'embedded', service: 'Chartkeel maps', lifetimeSeconds: 30 * 86_400 };
    await call('POST', at('/rulings'), { itemIds: [tiles.id], ...told, reason: 'as their documentation says' });
  }
  const session = items.find((item) => item.name === 'bfx.session');
  if (session) await call('POST', `/items/${session.id}/notes`, { text: 'Asked the developer what this is for.' });
  await call('POST', '/house-rules', {
    siteId: null,
    rule: {
      when: { name: '_og*', kinds: ['cookie'] },
      purpose: 'measurement',
      service: 'Oddgull measurement',
      reason: 'their contract covers every site of ours',
    },
  });
  await call('POST', '/services', {
    name: 'Oddgull measurement',
    provider: 'Oddgull Counting Ltd',
    address: '3 Pebble Lane, Port Ellery',
    country: 'IE',
    policyUrl: 'https://oddgull.example/privacy',
    retention: '14 months',
  });
}

/** A tag that nobody announced comes in; the next scan finds it and tells mailbox and webhook. */
async function newcomerRaisesAlarm(call: Call, at: (rest: string) => string, web: StandInWeb): Promise<void> {
  // With the gate in place a scan before any choice sees little, so it looks after a yes as well.
  await call('PUT', at('/scan-plan'), { afterYes: true, ownSite: true, keepHar: true });
  await call('PUT', at('/schedule'), { cron: '0 3 * * 1', zone: 'Europe/Berlin' });
  const webhook = `http://control.localhost:${web.port}/hook`;
  await call('PUT', at('/notices'), { mail: [SPECIALIST.email], webhook });
  web.state.newcomer = true;
  await finished(call, at('/scans'));
}

/** The freight desk is behind a login; its recipe is kept and tried. */
async function freightDesk(call: Call, web: StandInWeb): Promise<void> {
  const address = `http://${FREIGHT_HOST}:${web.port}`;
  const site = await call<{ id: string }>('POST', '/sites', { name: 'Freight desk', address: `${address}/desk` });
  await call('PUT', `/sites/${site.id}/sign-in`, {
    address: `${address}/login`,
    fields: [
      { selector: 'input[name=name]', value: FREIGHT_ACCOUNT.name },
      { selector: 'input[name=password]', value: FREIGHT_ACCOUNT.password },
    ],
    submit: 'button',
    success: '#desk',
  });
  await finished(call, `/sites/${site.id}/sign-ins`);
  await finished(call, `/sites/${site.id}/scans`);
}

/** The smaller sites: one in order, one that is worked on in the same look, one that nobody has scanned yet. */
async function otherSites(call: Call, web: StandInWeb): Promise<void> {
  const take = async ({ name, host }: SmallSite) => {
    const { id } = await call<{ id: string }>('POST', '/sites', { name, address: `http://${host}:${web.port}/` });
    return id;
  };
  const { wool, cruises, jobs } = SMALL_SITES;
  const shop = await take(wool);
  await finished(call, `/sites/${shop}/scans`);
  const { items } = await call<{ items: Open[] }>('GET', `/sites/${shop}/items`);
  const open = items.filter(({ ruling }) => !ruling);
  for (const { id, host } of open) {
    const own = host.endsWith(wool.host);
    const purpose = own ? 'necessary' : (wool.tags.find((tag) => host.startsWith(tag.host))?.purpose ?? 'measurement');
    await call('POST', `/sites/${shop}/rulings`, {
      itemIds: [id],
      purpose,
      service: own ? wool.name : host.split('.')[0]!,
    });
  }
  const dressed = async (change: Partial<Banner['face']>): Promise<Look> => {
    const { setup } = await call<{ setup: Setup }>('GET', `/sites/${shop}/draft`);
    const { face, form, button } = setup.banner;
    return { form: { ...form, kind: 'card' }, button, face: { ...face, shadow: 'soft', border: 0, ...change } };
  };
  const { id: look } = await call<{ id: string }>('POST', '/looks', {
    name: 'Island sites',
    look: await dressed({ radius: 4 }),
  });
  const sailing = await take(cruises);
  await finished(call, `/sites/${sailing}/scans`);
  await call('POST', `/looks/${look}/given`, { to: [shop, sailing] });
  // The look is made rounder; the shop follows at once, the other is offered it.
  await call('PUT', `/looks/${look}`, { revision: 1, look: await dressed({ radius: 14 }) });
  await call('POST', `/looks/${look}/given`, { to: [shop] });
  const { revisions } = await call<{ revisions: object }>('GET', `/sites/${shop}/draft`);
  const { snippet } = await call<{ snippet: string }>('POST', `/sites/${shop}/releases`, {
    revisions,
    why: 'First release of the shop',
  });
  web.state.snippets[wool.host] = snippet;
  await finished(call, `/sites/${shop}/looks`);
  await finished(call, `/sites/${shop}/checks`);
  await take(jobs);
}

/** A morning's visitors: what they choose goes to the recorder as their gates would send it. */
async function visitorsChoose(gate: string, origin: string): Promise<void> {
  const purposes = ['functional', 'measurement', 'advertising', 'embedded'];
  const places = ['DE', 'FR', 'IE', 'NO', 'DE', 'IT', 'US-CA', 'NL'];
  for (let i = 0; i < 28; i++) {
    const method = i % 3 === 0 ? 'refuse-all' : i % 5 === 0 ? 'chosen' : 'accept-all';
    const says = (id: string) => method === 'accept-all' || (method === 'chosen' && id !== 'advertising');
    const body = {
      version: 1,
      place: places[i % places.length],
      language: i % 4 === 0 ? 'de' : 'en',
      purposes: { necessary: true, ...Object.fromEntries(purposes.map((id) => [id, says(id)])) },
      method,
      gpc: i % 7 === 6,
      replaces: null,
    };
    const browser = i % 2 === 0 ? 'Gecko/20100101 Firefox/140.0' : 'AppleWebKit/605.1.15 Version/19.0 Safari/605.1.15';
    const headers = { origin, 'user-agent': `Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) ${browser}` };
    const response = await fetch(`${gate}/records`, { method: 'POST', headers, body: JSON.stringify(body) });
    if (response.status !== 201) throw new Error(`recorder: ${await response.text()}`);
  }
}

/** What visitors' pages told of: a tag that only some are shown, and what one visitor's own extension brought along. */
async function visitorsMeet(gate: string, origin: string): Promise<void> {
  const met: [times: number, page: string, host: string, kind: string, held: boolean][] = [
    [6, '/fares', 'plankton-poll.localhost', 'script', true],
    [3, '/routes/*', 'plankton-poll.localhost', 'script', true],
    [2, '/contact', 'harbour-rates.localhost', 'frame', false],
    [1, '/', 'coupon-crow.localhost', 'fetch', true],
  ];
  for (const [times, page, host, kind, held] of met) {
    const body = JSON.stringify({ page, seen: [{ host, kind, held }] });
    for (let i = 0; i < times; i++) {
      const response = await fetch(`${gate}/field-reports`, { method: 'POST', headers: { origin }, body });
      if (response.status !== 204) throw new Error(`field reports: ${await response.text()}`);
    }
  }
}

interface Open {
  id: string;
  host: string;
  name: string;
  ruling: object | null;
}

/** What the specialist of the demo has ruled so far; the rest of the open items waits for whoever tries it. */
const RULINGS: { host: string; name?: string; purpose: string; service: string }[] = [
  { host: 'quillchat.localhost', purpose: 'functional', service: 'Quillchat' },
  { host: 'chartkeel.localhost', purpose: 'embedded', service: 'Chartkeel maps' },
  { host: TICKET_SITE.host, name: 'ssf_basket', purpose: 'necessary', service: 'Skerry & Sound Ferries' },
];

type Call = <T>(method: string, path: string, body?: object) => Promise<T>;

async function signedIn(api: string): Promise<Call> {
  let cookie = '';
  let csrf = '';
  const call: Call = async (method, path, body) => {
    const response = await fetch(`${api}/api${path}`, {
      method,
      headers: { cookie, 'x-csrf-token': csrf, ...(body && { 'content-type': 'application/json' }) },
      ...(body && { body: JSON.stringify(body) }),
    });
    const set = response.headers.getSetCookie().find((line) => line.startsWith('douane.sid='));
    if (set) cookie = set.split(';')[0]!;
    const answer = response.status === 204 ? null : await response.json();
    if (!response.ok) throw new Error(`${method} ${path}: ${answer.title} ${JSON.stringify(answer.fields ?? '')}`);
    return answer;
  };
  ({ csrf } = await call<{ csrf: string }>('GET', '/session'));
  const { email, password } = SPECIALIST;
  ({ csrf } = await call<{ csrf: string }>('POST', '/session', { email, password }));
  return call;
}

async function finished(call: Call, path: string): Promise<void> {
  const { run } = await call<{ run: { id: string } }>('POST', path, {});
  for (;;) {
    const { state, why } = await call<{ state: string; why: string | null }>('GET', `/runs/${run.id}`);
    if (state === 'done') return;
    if (state === 'failed' || state === 'cancelled') throw new Error(`${path}: ${why ?? state}`);
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
}
