import { FREIGHT_ACCOUNT, FREIGHT_HOST, shopHost } from '@douane/demo';
import Ajv from 'ajv';
import harSchema from 'har-schema';
import { Webhook } from 'standardwebhooks';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Client, startWorld, type World } from './support/world';

let world: World;
let client: Client;
beforeAll(async () => {
  world = await startWorld();
  client = await new Client(world.url).signIn();
});
afterAll(() => world?.stop());

const addSite = async (name: string, host: string): Promise<string> => {
  const address = `http://${host}:${world.web.port}/`;
  return (await client.call('POST', '/sites', { name, address })).body.id;
};
const fieldsOf = ({ body }: { body: { fields?: { path: string }[] } }) => body.fields?.map(({ path }) => path);

it('goes on where it was when its worker is replaced, and loads no page twice', async () => {
  const site = await addSite('Pebbleloft', shopHost(24));
  await client.call('PUT', `/sites/${site}/scan-plan`, { parallel: 2, pages: 24 });
  world.web.log.clear();
  const { body } = await client.call('POST', `/sites/${site}/scans`, {});
  const run = async () => (await client.call('GET', `/runs/${body.run.id}`)).body;
  await expect.poll(async () => (await run()).progress?.done ?? 0, { timeout: 30_000 }).toBeGreaterThan(4);
  await world.restartWorker(async () => expect((await run()).state).toBe('queued'));
  await expect.poll(async () => (await run()).state, { timeout: 60_000 }).toBe('done');
  const { report, summary } = await run();
  expect(summary).toMatchObject({ pages: 24, failed: 0 });
  expect(new Set(report.pages.map((p: { url: string }) => p.url)).size).toBe(24);
  // The tag manager stands on every page and saw each once, but for those that the stop broke off halfway.
  const loads = world.web.log.all().filter(({ path }) => path === '/m.js');
  const left = await world.db.query('SELECT count(*)::int AS n FROM scan_page WHERE run_id = $1', [body.run.id]);
  expect(loads.length - 24).toBeLessThanOrEqual(2);
  expect(left.rows[0].n).toBe(0);
});

it('scans two sites at once where there are two workers, each page once', async () => {
  const { startWorker } = await import('@douane/server');
  const second = await startWorker(world.config);
  const sites = [await addSite('One', shopHost(12)), await addSite('Two', shopHost(13))];
  world.web.log.clear();
  const begun = await Promise.all(sites.map((id) => client.call('POST', `/sites/${id}/scans`, {})));
  const states = async () =>
    Promise.all(begun.map(async ({ body }) => (await client.call('GET', `/runs/${body.run.id}`)).body.state));
  await expect.poll(states, { timeout: 20_000, interval: 50 }).toEqual(['running', 'running']);
  await expect.poll(states, { timeout: 60_000 }).toEqual(['done', 'done']);
  await second.stop();
  // The tag manager stands on every page, and saw as many loads as there are pages; each start once more, for its pictures.
  expect(world.web.log.all().filter(({ path }) => path === '/m.js')).toHaveLength(12 + 13 + 2);
});

it('takes over a scan whose worker has died, but not one that ends every worker', async () => {
  const orphan = async (attempts: number) => {
    const site = await addSite(`Orphan ${attempts}`, `orphan-${attempts}.skerrysound.localhost`);
    const { rows } = await world.db.query(
      `INSERT INTO run (organisation_id, site_id, kind, state, options, attempts, touched_at)
       VALUES ($1, $2, 'scan', 'running', '{"pages": 1}', $3, now() - interval '2 minutes') RETURNING id`,
      [world.organisationId, site, attempts],
    );
    return rows[0].id as string;
  };
  const [once, often] = [await orphan(1), await orphan(3)];
  const ends = async (id: string) => (await client.call('GET', `/runs/${id}`)).body.state;
  await expect.poll(() => ends(often), { timeout: 30_000 }).toBe('failed');
  await expect.poll(() => ends(once), { timeout: 30_000 }).toBe('done');
});

describe('behind a login', () => {
  let site: string;
  const recipe = (password: string | undefined) => ({
    address: `http://${FREIGHT_HOST}:${world.web.port}/login`,
    fields: [
      { selector: 'input[name=name]', value: FREIGHT_ACCOUNT.name },
      { selector: 'input[name=password]', ...(password !== undefined && { value: password }) },
    ],
    submit: 'button',
    success: '#desk',
  });
  beforeAll(async () => {
    site = await addSite('Freight desk', FREIGHT_HOST);
    await world.db.query(
      `UPDATE site SET setup = jsonb_set(setup, '{site,address}', to_jsonb($2::text)) WHERE id = $1`,
      [site, `http://${FREIGHT_HOST}:${world.web.port}/desk`],
    );
  });

  const save = async (password: string | undefined) => client.call('PUT', `/sites/${site}/sign-in`, recipe(password));

  it('keeps what is filled in sealed, and gives it to nobody', async () => {
    await client.call('DELETE', `/sites/${site}/sign-in`);
    expect((await save(undefined)).body.fields).toEqual([
      { path: 'fields[1].value', message: expect.stringContaining('give its value') },
    ]);
    expect((await save('wrong-password')).status).toBe(204);
    const { body } = await client.call('GET', `/sites/${site}/scan-setup`);
    expect(body.signIn.fields).toEqual([{ selector: 'input[name=name]' }, { selector: 'input[name=password]' }]);
    const { rows } = await world.db.query('SELECT recipe::text || sealed AS kept FROM sign_in');
    expect(rows[0].kept).not.toMatch(/wrong-password|harbour-clerk/);
  });

  it('is tried on the spot, and says at which step it failed', async () => {
    await save('wrong-password');
    const failed = await client.run(site, 'sign-in');
    expect(failed.report).toMatchObject({ ok: false, why: 'signing in: "#desk" did not show within 10 s' });
    // Only the field that changed is sent again.
    const again = recipe(FREIGHT_ACCOUNT.password);
    await client.call('PUT', `/sites/${site}/sign-in`, {
      ...again,
      fields: [{ selector: 'input[name=name]' }, again.fields[1]],
    });
    const { report } = await client.run(site, 'sign-in');
    expect(report).toMatchObject({ ok: true, address: `http://${FREIGHT_HOST}:${world.web.port}/desk` });
    expect(Buffer.from(report.picture, 'base64').subarray(0, 3).toString('hex')).toBe('ffd8ff');
  });

  it('finds what only those who are in see, and lets no secret out', async () => {
    await save(FREIGHT_ACCOUNT.password);
    await client.call('PUT', `/sites/${site}/scan-plan`, { keepHar: true });
    const run = await client.run(site, 'scan');
    const outcomes = run.report.pages.map((p: { url: string; outcome: string; why?: string }) => [
      new URL(p.url).pathname,
      p.why ?? p.outcome,
    ]);
    expect(outcomes.sort()).toEqual([
      ['/desk', 'ok'],
      ['/desk/customers', 'ok'],
      ['/desk/manifest', 'ok'],
      ['/logout', 'would sign the visitor out'],
    ]);
    const { body } = await client.call('GET', `/sites/${site}/items`);
    expect(body.items.map((i: { name: string; host: string }) => `${i.name} ${i.host}`)).toContain(
      'cw_id cargowren.localhost',
    );
    for (const as of ['json', 'har', 'csv']) {
      const { body: text } = await client.call('GET', `/runs/${run.id}/export?as=${as}`);
      expect(text.length).toBeGreaterThan(200);
      expect(text).not.toContain(FREIGHT_ACCOUNT.password);
    }
  });
});

describe('a second scan of the ticket site, after a tag came in that nobody announced', () => {
  let site: string;
  let before: string;
  let now: string;
  let secret: string;
  beforeAll(async () => {
    site = await addSite('Ferry tickets', 'skerrysound.localhost');
    before = (await client.run(site, 'scan')).id;
    const webhook = `http://control.localhost:${world.web.port}/hook?fail=2`;
    const { body } = await client.call('PUT', `/sites/${site}/notices`, {
      mail: ['ines.varga@skerrysound.example'],
      webhook,
    });
    secret = body.secret;
    world.web.state.newcomer = true;
    now = (await client.run(site, 'scan')).id;
  });

  it('raises an alarm that names what is new, by mail and by a signed message that is tried again', async () => {
    const alarms = async () => (await client.call('GET', `/sites/${site}/alarms`)).body.alarms;
    await expect
      .poll(async () => (await alarms())[0]?.deliveries.map((d: { state: string }) => d.state), { timeout: 30_000 })
      .toEqual(['delivered', 'delivered']);
    const [alarm] = await alarms();
    expect(alarm.items.map((i: { name: string; host: string }) => `${i.name} ${i.host}`).sort()).toEqual([
      'fpl_id freshplover.localhost',
      'fpl_new skerrysound.localhost',
      'image freshplover.localhost',
      'script freshplover.localhost',
    ]);
    expect(alarm.deliveries.find((d: { way: string }) => d.way === 'webhook').tries).toBe(3);
    const [letter] = world.mailbox.letters;
    expect(letter).toMatchObject({
      to: 'ines.varga@skerrysound.example',
      subject: expect.stringContaining('4 new things'),
    });
    expect(letter!.text).toContain(`/scan/compare/${before}/${now}`);
    const [hook] = world.web.hooks;
    const told = new Webhook(secret).verify(hook!.body, hook!.headers) as { data: { count: number } };
    expect(told.data.count).toBe(4);
    expect(() => new Webhook(secret).verify(hook!.body.replace('4', '5'), hook!.headers)).toThrow();
    expect((await client.call('POST', `/alarms/${alarm.id}/seen`)).body.seenBy).toBe('Ines Varga');
  });

  it('is compared with the one before', async () => {
    const { body } = await client.call('GET', `/scans/${before}/compared-with/${now}`);
    expect(body.added).toHaveLength(4);
    expect([body.gone, body.changed, body.notLookedFor]).toEqual([[], [], []]);
    expect(body.same).toBe(38);
    const back = (await client.call('GET', `/scans/${now}/compared-with/${before}`)).body;
    expect(back.gone).toHaveLength(4);
  });

  it('can be taken away as JSON, CSV, HAR and PDF, and its CSV read back', async () => {
    const get = async (as: string) => client.call('GET', `/runs/${now}/export?as=${as}`);
    const json = JSON.parse((await get('json')).body);
    expect(json).toMatchObject({ format: 'douane.scan/1', coverage: { known: 13 } });
    expect(json.items).toHaveLength(42);
    expect(json.look).toMatchObject({ background: '#f3f7f7', ink: '#12303c', accent: '#b3441f', radius: 6 });
    expect((await get('har')).body.title).toContain('were not kept');
    expect((await get('docx')).body.fields[0].message).toContain('json, csv, har, pdf');
    const pdf = await get('pdf');
    expect(pdf.body.slice(0, 5)).toBe('%PDF-');
    expect(pdf.headers.get('content-disposition')).toContain('ferry-tickets-scan-');
    const csv = (await get('csv')).body as string;
    const other = await addSite('Copy', 'copy.skerrysound.localhost');
    const read = await client.bringIn(other, csv, 'scan.csv');
    expect(read).toMatchObject({ state: 'done', summary: { items: 42, problems: 0, file: 'scan.csv' } });
    const broken = await client.bringIn(other, 'a,b\n1,2\n', 'odd.csv');
    expect(broken).toMatchObject({
      state: 'failed',
      why: expect.stringContaining('Nothing could be read from odd.csv: line 1'),
    });
  });

  it('sees with the gate in place what only a yes brings, and counts nobody for it', async () => {
    world.web.state.newcomer = false;
    await client.call('PUT', `/sites/${site}/scan-plan`, { afterYes: true });
    const without = await client.run(site, 'scan');
    expect(without.report.problems).toEqual([
      { page: without.report.target, what: 'nothing could be seen after a yes: the site shows no banner of ours' },
    ]);
    world.web.state.snippet = (await client.publish(site)).body.snippet;
    world.web.log.clear();
    const { summary, report, id } = await client.run(site, 'scan');
    expect([summary.pages, report.problems]).toEqual([13, []]);
    const { items } = JSON.parse((await client.call('GET', `/runs/${id}/export?as=json`)).body);
    const onlyAfterYes = (name: string, host: string) =>
      items.find((i: { name: string; host: string }) => i.name === name && i.host === host)?.onlyAfterYes ?? false;
    expect(onlyAfterYes('adn_uid', 'adnoddle.localhost')).toBe(true);
    expect(onlyAfterYes('_ogv', 'skerrysound.localhost')).toBe(true);
    expect(onlyAfterYes('image', 'parcelmoon.localhost')).toBe(false);
    expect(onlyAfterYes('ssf_session', 'skerrysound.localhost')).toBe(false);
    // By the third parties' own log: what was held before did arrive, and each of it is in the report.
    const seen = new Set(items.map((i: { host: string }) => i.host));
    for (const { host } of world.web.log.all()) expect(seen).toContain(host);
    expect(world.web.log.all().map(({ host }) => host)).toContain('adnoddle.localhost');
    const { rows } = await world.db.query('SELECT count(*)::int AS n, bool_and(test) AS tests FROM consent_record');
    expect(rows[0]).toEqual({ n: 1, tests: true });
    world.web.state.snippet = '';
  });

  it('shows none of it to another organisation', async () => {
    const { addOrganisation } = await import('@douane/server');
    await addOrganisation(world.db, 'Other', { name: 'O', email: 'o@other.example', password: 'long-enough-1' });
    const other = await new Client(world.url).signIn({ email: 'o@other.example', password: 'long-enough-1' });
    const [alarm] = (await client.call('GET', `/sites/${site}/alarms`)).body.alarms;
    const filter = (
      await client.call('POST', `/sites/${site}/filters`, {
        name: 'mine',
        filter: { search: '', only: [], group: 'none', sort: 'host' },
      })
    ).body;
    for (const [method, path, body] of [
      ['GET', `/scans/${before}/compared-with/${now}`],
      ['GET', `/runs/${now}/export?as=json`],
      ['GET', `/sites/${site}/scan-setup`],
      ['PUT', `/sites/${site}/scan-plan`, {}],
      ['PUT', `/sites/${site}/schedule`, { cron: '0 3 * * *', zone: 'UTC' }],
      ['GET', `/sites/${site}/alarms`],
      ['POST', `/alarms/${alarm.id}/seen`],
      ['DELETE', `/filters/${filter.id}`],
    ] as [string, string, object?][]) {
      expect((await other.call(method, path, body)).status, path).toBe(404);
    }
  });
});

it('writes a HAR that is one', async () => {
  const site = await addSite('HAR', 'har.skerrysound.localhost');
  await client.call('PUT', `/sites/${site}/scan-plan`, { keepHar: true, pages: 3 });
  const run = await client.run(site, 'scan');
  const har = JSON.parse((await client.call('GET', `/runs/${run.id}/export?as=har`)).body);
  const ajv = new Ajv({ schemaId: 'auto', meta: false });
  ajv.addMetaSchema((await import('ajv/lib/refs/json-schema-draft-06.json')).default);
  for (const schema of Object.values(harSchema)) ajv.addSchema(schema);
  const valid = ajv.validate('har.json#', har);
  expect(ajv.errors ?? []).toEqual([]);
  expect(valid).toBe(true);
  expect(har.log.entries.length).toBeGreaterThan(10);
});

describe('a schedule', () => {
  let site: string;
  beforeAll(async () => {
    site = await addSite('Scheduled', 'scheduled.skerrysound.localhost');
  });
  it.each([
    [{ cron: '0 25 * * *', zone: 'Europe/Berlin' }, 'cron'],
    [{ cron: '*/5 * * * *', zone: 'Europe/Berlin' }, 'cron'],
    [{ cron: 'daily', zone: 'UTC' }, 'cron'],
    [{ cron: '0 3 * * *', zone: 'Mars/Olympus' }, 'zone'],
  ])('%j is refused', async (asked, field) => {
    expect(fieldsOf(await client.call('PUT', `/sites/${site}/schedule`, asked))).toEqual([field]);
  });

  it('runs once on return, however many times were missed, and names the next', async () => {
    await client.call('PUT', `/sites/${site}/scan-plan`, { pages: 1 });
    const { body } = await client.call('PUT', `/sites/${site}/schedule`, { cron: '30 3 * * *', zone: 'UTC' });
    expect(new Date(body.nextAt).toISOString()).toMatch(/T03:30:00/);
    await world.restartWorker(() => world.db.query(`UPDATE schedule SET next_at = now() - interval '9 days'`));
    const runs = async () => (await client.call('GET', `/sites/${site}/scans`)).body.runs;
    await expect
      .poll(async () => (await runs()).map((r: { state: string }) => r.state), { timeout: 30_000 })
      .toEqual(['done']);
    const { schedule } = (await client.call('GET', `/sites/${site}/scan-setup`)).body;
    expect(Date.parse(schedule.nextAt)).toBeGreaterThan(Date.now());
    expect(Date.parse(schedule.nextAt) - Date.now()).toBeLessThan(25 * 3600_000);
  });
});
