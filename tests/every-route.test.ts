import { randomUUID } from 'node:crypto';
import { addOrganisation } from '@douane/server';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Client, startWorld, type World } from './support/world';

/**
 * What holds of every route of the interface's API, one that is added tomorrow too: the routes are read off the running
 * server, not from a list.
 */

let world: World;
let ines: Client;
let odd: Client;
let routes: { method: string; path: string }[];
/** Ids of things of the first organisation, by the name that routes give them. */
let ids: Record<string, string>;
let policy: object;
const handedIn = { revision: 1, note: '', major: false, reviewers: [], dueOn: null };
/** Stands in the name of everything that the first organisation has. */
const MARK = 'Brackenstane';
/** Of these nobody's data is asked for. */
const OPEN = /^\/(session|schemas)\b/;

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle: { stack?: Layer[] };
}
function routesUnder(layers: Layer[]): { method: string; path: string }[] {
  return layers.flatMap(({ route, handle }) =>
    route
      ? Object.keys(route.methods).map((method) => ({ method: method.toUpperCase(), path: route.path }))
      : routesUnder(handle.stack ?? []),
  );
}
const filled = (path: string, by: Record<string, string>) => path.replace(/:(\w+)/g, (_, name) => by[name] ?? name);
const withBody = (method: string) => method === 'POST' || method === 'PUT';

/** As a site of the first organisation has it. */
let look: unknown;

beforeAll(async () => {
  world = await startWorld();
  ines = await new Client(world.url).signIn();
  const other = { name: 'Odd Person', email: 'odd@lightermen.example', password: 'quite-another' };
  await addOrganisation(world.db, 'Lightermen', other);
  odd = await new Client(world.url).signIn(other);
  await odd.call('POST', '/sites', { name: 'Lighter', address: 'http://lighter.localhost:9/' });

  const { stack } = (world.server.app as unknown as { router: { stack: Layer[] } }).router;
  const api = stack.find(({ handle }) => routesUnder(handle.stack ?? []).some(({ path }) => path === '/board'))!;
  routes = routesUnder(api.handle.stack!);

  const made = async (path: string, body: unknown) => {
    const answer = await ines.call('POST', path, body);
    expect(answer.status, `${path} ${JSON.stringify(answer.body)}`).toBe(201);
    return answer.body;
  };
  const siteId = (await made('/sites', { name: MARK, address: 'http://brackenstane.localhost:9/' })).id;
  const site = `/sites/${siteId}`;
  const csv = `name,host\n${MARK},tracker.localhost\nother,tracker.localhost\n`;
  const runId = (await ines.bringIn(siteId, csv, `${MARK}.csv`)).id;
  const [{ id: itemId }] = (await ines.call('GET', `${site}/items`)).body.items;
  const act = (await made(`${site}/rulings`, { itemIds: [itemId], purpose: 'advertising', service: MARK })).act;
  const rule = { when: { name: `${MARK}*` }, purpose: 'functional', service: MARK };
  const ruleId = (await made('/house-rules', { siteId, rule })).id;
  const serviceId = (await made('/services', { name: `${MARK} service` })).id;
  const noteId = (await made(`/items/${itemId}/notes`, { text: MARK })).notes[0].id;
  const filter = { search: MARK, only: [], group: 'none', sort: 'consequence' };
  const filterId = (await made(`${site}/filters`, { name: MARK, filter })).id;
  const { rows } = await world.db.query(
    `INSERT INTO alarm (organisation_id, site_id, run_id, before_run_id, count, items)
     VALUES ($1, $2, $3, $3, 1, $4) RETURNING id`,
    [world.organisationId, siteId, runId, JSON.stringify([{ kind: 'cookie', name: MARK, host: 'h', page: '' }])],
  );
  const alarmId = rows[0].id;
  const answerId = (await made('/organisation/answers', { established: ['DE'], offersTo: [] })).id;
  await ines.publish(siteId);
  await ines.publish(siteId, { fromAt: '2040-01-01T00:00:00Z', why: MARK });
  const publicationId = (await ines.call('GET', `${site}/draft`)).body.publications[0].id;
  const { face, form, button } = (await ines.call('GET', `${site}/draft`)).body.setup.banner;
  look = { face, form, button };
  const lookId = (await made('/looks', { name: MARK, look })).id;
  const tokenId = (await made('/access-tokens', { name: MARK })).id;
  const policyId = (await made(`${site}/policies`, { kind: 'privacy', name: 'privacy' })).id;
  const at = `${site}/policies/${policyId}`;
  await ines.call('POST', `${at}/comments`, { blockId: 'intro', words: MARK });
  const copyId = (await made(`${at}/copies`, { address: 'http://127.0.0.1:9/', language: 'en' })).id;
  const commentId = (await ines.call('GET', `${at}/comments`)).body.comments[0].id;
  policy = (await ines.call('GET', `${site}/policies`)).body.policies[0].draft;
  await made(`${at}/versions`, handedIn);
  const name = encodeURIComponent(`${MARK} service`);
  ids = {
    siteId,
    runId,
    itemId,
    act,
    ruleId,
    serviceId,
    noteId,
    filterId,
    alarmId,
    name,
    before: runId,
    now: runId,
    publicationId,
    answerId,
    number: '1',
    lookId,
    tokenId,
    policyId,
    commentId,
    copyId,
    language: 'en',
    revision: '1',
    device: 'desktop',
    server: 'nginx',
  };
});
afterAll(() => world?.stop());

/** Everything that the first organisation has, as one text. */
async function allOfIt(): Promise<string> {
  const { rows: tables } = await world.db.query(
    `SELECT table_name AS name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'organisation_id'`,
  );
  const parts = await Promise.all(
    tables.map(async ({ name }) => {
      const { rows } = await world.db.query(
        `SELECT t::text AS row FROM "${name}" t WHERE organisation_id = $1 ORDER BY 1`,
        [world.organisationId],
      );
      return `${name}\n${rows.map(({ row }) => row).join('\n')}`;
    }),
  );
  return parts.sort().join('\n');
}

it('there are routes with every kind of id, and each is known here', () => {
  expect(routes.length).toBeGreaterThan(50);
  const names = new Set(routes.flatMap(({ path }) => [...path.matchAll(/:(\w+)/g)].map(([, name]) => name!)));
  names.delete('format');
  expect([...names].filter((name) => !(name in ids))).toEqual([]);
});

it('nobody who has not signed in gets anything', async () => {
  const stranger = new Client(world.url);
  const { csrf } = (await stranger.call('GET', '/session')).body;
  for (const { method, path } of routes.filter((route) => !OPEN.test(route.path))) {
    const body = withBody(method) ? {} : undefined;
    const answer = await stranger.call(method, filled(path, ids), body, { 'x-csrf-token': csrf });
    expect(answer.status, `${method} ${path}`).toBe(401);
  }
});

it('no change is made without the token', async () => {
  const before = await allOfIt();
  for (const { method, path } of routes.filter((route) => route.method !== 'GET')) {
    const answer = await ines.call(method, filled(path, ids), withBody(method) ? {} : undefined, {
      'x-csrf-token': 'forged',
    });
    expect(answer.status, `${method} ${path}`).toBe(403);
  }
  expect(await allOfIt()).toBe(before);
});

it('somebody of another organisation sees and changes nothing, whatever ids he knows', async () => {
  const before = await allOfIt();
  expect(before).toContain(MARK);
  const purpose = 'advertising';
  // Bodies that would be right for the owner, so that it is the owner that is missing.
  const bodies: Record<string, unknown> = {
    '/sites/:siteId/rulings': { itemIds: [ids.itemId], purpose },
    '/house-rules': { siteId: ids.siteId, rule: { when: { name: 'abc*' }, purpose, service: 'S' } },
    '/house-rules/:ruleId': { siteId: null, rule: { when: { name: 'abc*' }, purpose, service: 'S' } },
    '/services/:serviceId': { name: 'Taken over' },
    '/services/merge': { from: MARK, into: `${MARK} service` },
    '/services/split': { itemIds: [ids.itemId], into: 'Taken over' },
    '/services/ignore': { name: MARK, reason: 'r' },
    '/items/:itemId/notes': { text: 'read by another' },
    '/sites/:siteId/filters': { name: 'f', filter: { search: '', only: [], group: 'none', sort: 'consequence' } },
    '/scans': { siteIds: [ids.siteId] },
    '/checks': { siteIds: [ids.siteId] },
    '/looks': { name: 'Theirs', look },
    '/looks/:lookId': { revision: 1, look },
    '/looks/:lookId/given': { to: [ids.siteId] },
    '/sites/:siteId/field-hosts/taken-up': { host: 'new.localhost' },
    '/sites/:siteId/given': { to: [ids.siteId], parts: ['words'] },
    '/sites/:siteId/policy-answers': { revision: 0, answers: {} },
    '/sites/:siteId/policies': { kind: 'terms', name: 'theirs' },
    '/sites/:siteId/agreements/person': { person: 'somebody' },
    '/sites/:siteId/agreements/on-behalf': {
      person: 'somebody',
      policy: 'privacy',
      version: 1,
      decision: 'agreed',
      reason: 'r',
    },
    '/sites/:siteId/agreements/settings': { reminders: { days: 3, most: 1 }, asksAge: true },
    '/sites/:siteId/policies/order': { order: [ids.policyId] },
    '/sites/:siteId/policies/:policyId': { name: 'theirs', agree: 'must', places: [], history: true },
    '/sites/:siteId/policies/:policyId/draft': { revision: 1, draft: policy },
    '/sites/:siteId/policies/:policyId/versions': handedIn,
    '/sites/:siteId/policies/:policyId/versions/:number/reviewers': { reviewers: [] },
    '/sites/:siteId/policies/:policyId/versions/:number/review': { decision: 'approved', words: '' },
    '/sites/:siteId/policies/:policyId/versions/:number/live': { from: null },
    '/sites/:siteId/policies/:policyId/copies': { address: 'http://127.0.0.1:9/theirs', language: 'en' },
    '/sites/:siteId/policies/:policyId/comments': { blockId: 'intro', words: 'read by another' },
    '/sites/:siteId/schedule': { cron: '0 3 * * *', zone: 'UTC' },
    '/sites/:siteId/notices': { mail: ['odd@lightermen.example'], webhook: '' },
  };
  for (const { method, path } of routes.filter((route) => !OPEN.test(route.path) && route.path !== '/events')) {
    const answer = await odd.call(method, filled(path, ids), withBody(method) ? (bodies[path] ?? {}) : undefined);
    const where = `${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`;
    // Which of the two names is unknown is told in the sender's own words.
    if (path !== '/services/merge') expect(JSON.stringify(answer.body) ?? '', where).not.toContain(MARK);
    else expect(answer.status, where).toBe(404);
    if (path.includes(':')) expect(answer.status, where).toBe(404);
    expect(answer.status, where).toBeLessThan(500);
  }
  expect(await allOfIt()).toBe(before);
});

it('whatever is sent is answered in words, never with a stack or a failure of the server', async () => {
  const bodies = [
    [],
    'null',
    '{"a":',
    { itemIds: { length: 1 }, purpose: ['x'], siteId: 7, rule: { when: [] }, setup: [], name: {}, revision: '1' },
    { itemIds: ['x'], text: '\u0000', name: '\u0000', reason: '\u0000', from: '\u0000', into: 'x', mail: [1] },
    { siteId: null, enabled: 'no', rule: { when: { name: '*' }, purpose: '__proto__', service: '' }, filter: 1 },
    `{"__proto__":{"purpose":"x"},"bar":1e999,"off":["x"],"pages":-1,"cron":"* * * * * * *","zone":"Nowhere/At all"}`,
  ];
  const ways = [
    { ...Object.fromEntries(Object.keys(ids).map((name) => [name, randomUUID()])), siteId: ids.siteId! },
    Object.fromEntries(Object.keys(ids).map((name) => [name, '%00'])),
    Object.fromEntries(Object.keys(ids).map((name) => [name, "x'--"])),
  ];
  for (const { method, path } of routes.filter(({ path }) => path !== '/events' && path !== '/session')) {
    for (const way of ways) {
      for (const body of withBody(method) ? bodies : [undefined]) {
        const answer = await ines.call(method, filled(path, way), body);
        const where = `${method} ${filled(path, way)} ${JSON.stringify(body)}: ${JSON.stringify(answer.body)}`;
        expect(answer.status, where).toBeLessThan(500);
        if (answer.status < 400) continue;
        expect(answer.headers.get('content-type'), where).toContain('application/problem+json');
        expect(answer.body.title, where).toBeTruthy();
        expect(JSON.stringify(answer.body), where).not.toMatch(/\bat .*:\d+|node_modules/);
      }
    }
  }
});
