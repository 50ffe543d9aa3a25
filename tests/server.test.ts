import { randomUUID } from 'node:crypto';
import { addOrganisation } from '@douane/server';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Client, startWorld, type World } from './support/world';

let world: World;
let ines: Client;
let siteId: string;
const ORIGIN = 'http://skerrysound.localhost:9';

beforeAll(async () => {
  world = await startWorld();
  ines = await new Client(world.url).signIn();
  siteId = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address: `${ORIGIN}/` })).body.id;
});
afterAll(() => world?.stop());

describe('signing in', () => {
  it('tells nobody whether address or password was wrong', async () => {
    const client = new Client(world.url);
    const { body: session } = await client.call('GET', '/session');
    for (const who of [
      { email: 'ines.varga@skerrysound.example', password: 'wrong' },
      { email: 'nobody@skerrysound.example', password: 'wrong' },
    ]) {
      const answer = await client.call('POST', '/session', who, { 'x-csrf-token': session.csrf });
      expect(answer).toMatchObject({ status: 401, body: { title: 'E-mail address or password is wrong' } });
      expect(answer.headers.get('content-type')).toContain('application/problem+json');
    }
  });

  it('keeps strangers out of everything', async () => {
    const stranger = new Client(world.url);
    for (const path of ['/board', `/sites/${siteId}`, `/sites/${siteId}/records`, '/events']) {
      expect((await stranger.call('GET', path)).status, path).toBe(401);
    }
  });

  it('refuses a change without the token', async () => {
    const answer = await ines.call('POST', `/sites/${siteId}/scans`, {}, { 'x-csrf-token': 'forged' });
    expect(answer).toMatchObject({ status: 403, body: { title: expect.stringContaining('out of date') } });
  });

  it('keeps passwords only as argon2id hashes', async () => {
    const { rows } = await world.db.query('SELECT password_hash FROM person');
    expect(rows[0].password_hash).toMatch(/^\$argon2id\$/);
  });
});

describe('tenancy', () => {
  it('shows an organisation nothing of another', async () => {
    const other = { name: 'Odd Person', email: 'odd@lightermen.example', password: 'quite-another' };
    await addOrganisation(world.db, 'Lightermen', other);
    const odd = await new Client(world.url).signIn(other);
    expect((await odd.call('GET', '/board')).body.sites).toEqual([]);
    for (const [method, path] of [
      ['GET', ''],
      ['GET', '/items'],
      ['GET', '/draft'],
      ['GET', '/records'],
      ['POST', '/scans'],
      ['POST', '/releases'],
      ['POST', '/publications'],
      ['POST', '/rulings'],
      ['GET', '/rulings/export'],
      ['GET', '/left-to-do'],
    ] as const) {
      const body = method === 'POST' ? {} : undefined;
      expect((await odd.call(method, `/sites/${siteId}${path}`, body)).status, path).toBe(404);
    }
  });
});

describe('bad input', () => {
  it.each([
    ['an address that is none', { name: 'X', address: 'ferry' }, 'address'],
    ['an address that is not HTTP', { name: 'X', address: 'ftp://x.localhost/' }, 'address'],
    ['a site that is there', { name: 'Again', address: `${ORIGIN}/other` }, 'address'],
    ['no name', { name: '  ', address: 'http://new.localhost/' }, 'name'],
  ])('names the field: %s', async (_what, body, path) => {
    const answer = await ines.call('POST', '/sites', body);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.body.fields.map((f: { path: string }) => f.path)).toContain(path);
  });

  it('answers without a stack, whatever comes', async () => {
    for (const [method, path, body] of [
      ['POST', '/sites', '{not json'],
      ['GET', '/sites/no-uuid', undefined],
      ['GET', '/nothing/here', undefined],
      ['POST', `/sites/${siteId}/scans`, { pages: -1 }],
      ['DELETE', `/sites/${siteId}/rulings/${randomUUID()}`, undefined],
      ['DELETE', `/sites/${siteId}/rulings/no-uuid`, undefined],
      ['DELETE', '/notes/no-uuid', undefined],
      ['DELETE', '/house-rules/no-uuid', undefined],
      ['PUT', '/services/no-uuid', { name: 'x' }],
      [
        'POST',
        '/house-rules/try?id=no-uuid',
        { siteId: null, rule: { when: { name: 'ab' }, purpose: 'functional', service: 'S' } },
      ],
      ['POST', '/services/merge', { from: 'nobody', into: 'nothing' }],
      ['POST', `/sites/${siteId}/rulings`, { itemIds: 'x', purpose: 1 }],
      ['GET', '/schemas/__proto__', undefined],
    ] as const) {
      const answer = await ines.call(method, path, body);
      expect(answer.status, path).toBeGreaterThanOrEqual(400);
      expect(answer.status, path).toBeLessThan(500);
      expect(JSON.stringify(answer.body)).not.toMatch(/\bat .*:\d+|node_modules/);
    }
  });

  it('refuses the second of two who save the same draft', async () => {
    const { revisions, setup } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
    const save = (part: 'regions' | 'banner') => {
      const parts = { [part]: { revision: revisions[part], body: setup[part] } };
      return ines.call('PUT', `/sites/${siteId}/draft`, { parts });
    };
    expect((await save('regions')).body.revisions).toEqual({ ...revisions, regions: revisions.regions + 1 });
    const second = await save('regions');
    expect(second).toMatchObject({ status: 409, body: { title: expect.stringMatching(/Somebody else.*regions/) } });
    // Another part is nobody's concern who works on this one.
    expect((await save('banner')).status).toBe(200);
  });

  it('names the field of a draft that is wrong, and keeps the old one', async () => {
    const { banner } = (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup;
    const answer = await ines.saveDraft(siteId, { banner: { ...banner, texts: { en: { refuse: '' } } } });
    expect(answer).toMatchObject({ status: 422, body: { fields: [{ path: 'banner.texts.en.refuse' }] } });
    expect((await ines.call('GET', `/sites/${siteId}/draft`)).body.setup.banner.texts).toEqual({});
  });
});

describe('the recorder', () => {
  const purposes = { necessary: true, functional: true, measurement: true, advertising: true, embedded: true };
  const right = { version: 1, place: 'DE', language: 'en', purposes, method: 'accept-all', gpc: false, replaces: null };
  let count = 0;
  /** Each test has a site of its own. */
  let site: { id: string; key: string; origin: string };
  beforeEach(async () => {
    count += 1;
    const origin = `http://island-${count}.localhost:9`;
    const { id, key } = (await ines.call('POST', '/sites', { name: `Island ${count}`, address: `${origin}/` })).body;
    site = { id, key, origin };
  });
  const send = async (body: unknown, headers: Record<string, string> = {}) => {
    const response = await fetch(`${world.url}/g/${site.key}/records`, {
      method: 'POST',
      headers: {
        origin: site.origin,
        'user-agent': 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0',
        ...headers,
      },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
    return { status: response.status, body: await response.json(), headers: response.headers };
  };

  it('refuses what names a version that was never published', async () => {
    expect((await send(right)).status).toBe(409);
    await ines.publish(site.id);
    expect(await send({ ...right, version: 2 })).toMatchObject({
      status: 422,
      body: { fields: [{ path: 'version' }] },
    });
    expect(await send({ ...right, version: 99_999_999_999 })).toMatchObject({ status: 422 });
  });

  it('takes a record, keeps neither address nor full user agent, and lets the page read the answer', async () => {
    await ines.publish(site.id);
    const answer = await send(right);
    expect(answer).toMatchObject({
      status: 201,
      body: { id: expect.any(String), hash: expect.stringMatching(/^[0-9a-f]{64}$/) },
    });
    expect(answer.headers.get('access-control-allow-origin')).toBe(site.origin);
    const { rows } = await world.db.query('SELECT * FROM consent_record WHERE id = $1', [answer.body.id]);
    expect(rows[0].body).toMatchObject({ agent: 'Firefox 140', regimes: ['eu'], test: false });
    expect(JSON.stringify(rows[0])).not.toMatch(/127\.0\.0\.1|Gecko|X11/);
  });

  it.each([
    ['an unknown purpose', { ...right, purposes: { ...purposes, spying: true } }, 422],
    ['a field nobody asked for', { ...right, email: 'a@b.example' }, 422],
    ['no JSON', 'hello', 400],
    ['a body of a megabyte', 'x'.repeat(1_000_000), 413],
  ])('refuses %s', async (_what, body, status) => {
    await ines.publish(site.id);
    expect((await send(body)).status).toBe(status);
  });

  it('takes no records from other origins, and counts none from staging', async () => {
    await ines.publish(site.id);
    expect((await send(right, { origin: 'http://evil.localhost' })).status).toBe(403);
    const { setup } = (await ines.call('GET', `/sites/${site.id}/draft`)).body;
    await ines.saveDraft(site.id, { site: { ...setup.site, staging: ['http://staging.localhost:9'] } });
    // A draft touches nothing live.
    expect((await send(right, { origin: 'http://staging.localhost:9' })).status).toBe(403);
    await ines.publish(site.id);
    expect((await send(right, { origin: 'http://staging.localhost:9' })).status).toBe(201);
    const { counts } = (await ines.call('GET', `/sites/${site.id}/records`)).body;
    expect(counts).toMatchObject({ counted: 0, tests: 1 });
  });

  it('chains records that come at once, without gap or fork', async () => {
    await ines.publish(site.id);
    const answers = await Promise.all(Array.from({ length: 40 }, () => send(right)));
    expect(answers.every((a) => a.status === 201)).toBe(true);
    expect((await ines.call('GET', `/sites/${site.id}/ledger`)).body).toMatchObject({ records: 40, broken: null });
    const { records } = (await ines.call('GET', `/sites/${site.id}/records?search=${answers[7]!.body.id.slice(0, 13)}`))
      .body;
    expect(records.map((r: { id: string }) => r.id)).toEqual([answers[7]!.body.id]);
  });

  it('cannot be changed even by its own database user, and notices when the database was', async () => {
    await ines.publish(site.id);
    for (let n = 0; n < 4; n++) await send(right);
    await expect(world.db.query(`UPDATE consent_record SET body = '{}'`)).rejects.toThrow(/never changed/);
    await expect(world.db.query('DELETE FROM consent_record')).rejects.toThrow(/never changed/);
    await world.db.query('ALTER TABLE consent_record DISABLE TRIGGER consent_record_is_final');
    await world.db.query(
      `UPDATE consent_record SET body = jsonb_set(body, '{place}', '"FR"') WHERE site_id = $1 AND number = 3`,
      [site.id],
    );
    await world.db.query('ALTER TABLE consent_record ENABLE TRIGGER consent_record_is_final');
    expect((await ines.call('GET', `/sites/${site.id}/ledger`)).body.broken).toMatchObject({ number: 3 });
  });

  it('tells the place from the trusted header, and nothing it does not know', async () => {
    const place = async (headers: Record<string, string>) =>
      (await fetch(`${world.url}/g/${site.key}/place`, { headers })).json();
    expect(await place({ 'x-visitor-place': 'us-ca' })).toEqual({ place: 'US-CA' });
    expect(await place({ 'x-visitor-place': '<script>' })).toEqual({ place: '' });
    expect(await place({})).toEqual({ place: '' });
  });

  it('serves hashed files for ever and the pointer for a minute', async () => {
    await ines.publish(site.id);
    const pointer = await fetch(`${world.url}/g/${site.key}/gate.js`);
    expect(pointer.headers.get('cache-control')).toBe('public, max-age=60');
    const name = /banner\.[0-9a-f]{10}\.js/.exec(await pointer.text())![0];
    const banner = await fetch(`${world.url}/g/${site.key}/${name}`);
    expect(banner.headers.get('cache-control')).toContain('immutable');
    expect((await fetch(`${world.url}/g/${site.key}/../../etc`)).status).toBeLessThan(500);
  });
});

describe('runs', () => {
  it('joins a second scan to the one under way, and can be cancelled', async () => {
    await world.restartWorker(async () => {
      const first = await ines.call('POST', `/sites/${siteId}/scans`, {});
      const second = await ines.call('POST', `/sites/${siteId}/scans`, {});
      expect([first.status, second.status]).toEqual([202, 200]);
      expect(second.body.run.id).toBe(first.body.run.id);
      // Nobody has taken it yet, so it ends at once.
      await ines.call('POST', `/runs/${first.body.run.id}/cancel`);
      expect((await ines.ended(first.body.run.id)).state).toBe('cancelled');
    });
  });

  it('says why a site that cannot be reached was not scanned', async () => {
    const { body } = await ines.call('POST', '/sites', { name: 'Nowhere', address: 'http://no-such-host.invalid/' });
    const run = await ines.run(body.id, 'scan');
    expect(run).toMatchObject({ state: 'failed', why: expect.stringContaining('does not resolve') });
    expect((await ines.call('GET', `/sites/${body.id}`)).body.next.words).toBe('See why the scan failed');
  });

  it('ends a run whose worker has gone, so that another can be asked for', async () => {
    const { rows } = await world.db.query(
      `INSERT INTO run (organisation_id, site_id, kind, state, touched_at) VALUES ($1, $2, 'check', 'running', now() - interval '2 minutes') RETURNING id`,
      [world.organisationId, siteId],
    );
    await expect
      .poll(async () => (await ines.call('GET', `/runs/${rows[0].id}`)).body.state, { timeout: 30_000 })
      .toBe('failed');
  });
});
