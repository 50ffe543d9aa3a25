import { chmod, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromiumPath } from '@douane/scanner';
import { addOrganisation, freePort, migrate, openPool, readConfig, startCluster, startServer } from '@douane/server';
import { chromium, type Page } from 'playwright-core';
import { progress, progressDone } from '../say';
import { median, say } from './say';

const ITEMS = 10_000;
const PERSON = { name: 'Bench', email: 'bench@skerrysound.example', password: 'measure-and-tell' };

/** The list of items with ten thousand of them, in a real browser: from the event to the frame that shows the answer. */
export async function benchInventory(root: string): Promise<void> {
  progress(`list of ${ITEMS} items`);
  const folder = await mkdtemp(path.join(tmpdir(), 'douane-bench-'));
  await chmod(folder, 0o755); // the user that PostgreSQL runs as has to reach it
  const cluster = await startCluster(folder);
  await migrate(cluster, root);
  const config = readConfig(
    { DATABASE_URL: cluster.databaseUrl, DOUANE_PORT: String(await freePort()), DOUANE_SECRET: 'bench' },
    root,
  );
  const server = await startServer(config);
  const db = openPool(config.databaseUrl);
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: process.getuid?.() === 0 ? ['--no-sandbox'] : [],
  });
  try {
    await addOrganisation(db, 'Bench', PERSON);
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.goto(config.publicUrl);
    await page.getByLabel('E-mail address').fill(PERSON.email);
    await page.getByLabel('Password').fill(PERSON.password);
    await page.keyboard.press('Enter');
    await page.getByText('No site yet').waitFor();
    const siteId = await addSite(page);
    await db.query(
      `INSERT INTO item (organisation_id, site_id, kind, name, host, facts)
       SELECT s.organisation_id, s.id, (ARRAY['cookie', 'request', 'local-storage'])[1 + n % 3], 'name-' || n,
         'host-' || n % 700 || '.example',
         jsonb_build_object('party', (ARRAY['third', 'first'])[1 + n % 2], 'chain', '[]'::jsonb, 'lifetimeSeconds', n * 3600,
           'pages', jsonb_build_array('https://bench.example/' || n % 300))
       FROM site s, generate_series(1, ${ITEMS}) n WHERE s.id = $1`,
      [siteId],
    );
    await page.goto(`${config.publicUrl}/sites/${siteId}/classify`);
    await page.getByText('name-').first().waitFor();
    const typed: number[] = [];
    for (const text of ['n', 'na', 'name-', 'name-1', 'name-12', 'host-5', 'host-55', 'cookie host-5', 'third', '']) {
      typed.push(await timed(page, 'input[type=search]', text));
    }
    const sorted: number[] = [];
    for (let i = 0; i < 12; i++) sorted.push(await timed(page, `thead th:nth-child(${2 + (i % 6)}) button`));
    const ruled: number[] = [];
    await page.keyboard.press('Escape');
    await page.locator('tbody tr button').first().click();
    for (let i = 0; i < 8; i++) ruled.push(await ruleOne(page, (i % 5) + 1));
    progressDone();
    say('items.rows', ITEMS, 'items', 0);
    say('items.filter', median(typed), 'ms, median', 1);
    say('items.filter_slowest', Math.max(...typed), 'ms', 1);
    say('items.sort', median(sorted), 'ms, median', 1);
    say('items.sort_slowest', Math.max(...sorted), 'ms', 1);
    say('items.rule', median(ruled), 'ms from the key to the next item in the docket, median', 0);
    say('items.rule_slowest', Math.max(...ruled), 'ms', 0);
  } finally {
    await browser.close();
    await server.stop();
    await db.end();
    await cluster.stop();
    await rm(folder, { recursive: true, force: true });
  }
}

function addSite(page: Page): Promise<string> {
  return page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
    const body = JSON.stringify({ name: 'Bench', address: 'https://bench.example/' });
    const answer = await fetch('/api/sites', { method: 'POST', headers, body });
    return (await answer.json()).id;
  });
}

/** Milliseconds from the key that rules an item to the docket of the next. */
async function ruleOne(page: Page, key: number): Promise<number> {
  const name = () => page.locator('aside h2').textContent();
  const before = await name();
  const begin = performance.now();
  await page.keyboard.press(String(key));
  while ((await name().catch(() => before)) === before) await new Promise((resolve) => setTimeout(resolve, 5));
  return performance.now() - begin;
}

/** Milliseconds from typing `text` into a field, or from a click, to the end of the frame that shows what came of it. */
function timed(page: Page, selector: string, text?: string): Promise<number> {
  return page.evaluate(
    async ([where, typed]) => {
      const target = document.querySelector<HTMLElement>(where!)!;
      const painted = () => new Promise<void>((done) => requestAnimationFrame(() => setTimeout(done)));
      await painted();
      const begin = performance.now();
      if (typed === undefined) target.click();
      else {
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(target, typed);
        target.dispatchEvent(new Event('input', { bubbles: true }));
      }
      await painted();
      return performance.now() - begin;
    },
    [selector, text] as const,
  );
}
