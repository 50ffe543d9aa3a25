import { randomUUID } from 'node:crypto';
import type { AgreementsOverTime } from '@douane/api';
import { type Answered, type PolicyStanding, standings } from '@douane/core/agreements';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { ledgerBrokenAt } from '../server/agreements/ledger';
import { agreeingAlike, appendAgreements } from '../server/db/agreements.sql';
import { expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { change, follow, livePolicy } from './support/policies';
import { Client, startWorld, type World } from './support/world';

/** How those whom a site asks stand to its policies, counted over all of them, now and as they stood before. */
let world: World;
let browser: Browser;
let ines: Client;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  ines = await new Client(world.url).signIn();
});
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

it('counts persons who are alike as one, and comes to what each one for himself would', async () => {
  const address = 'http://alike.localhost:9/';
  const { id: other } = (await ines.call('POST', '/sites', { name: 'Alike', address })).body;
  const of = { organisationId: world.organisationId, siteId: other };
  let seed = 7;
  const random = (n: number) => {
    seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31;
    return Math.floor((seed / 2 ** 31) * n);
  };
  const pick = <T>(...choices: T[]): T => choices[random(choices.length)]!;
  const persons = Array.from({ length: 40 }, (_, i) => ({
    ...{
      person: `p${i}`,
      audience: pick('customers', 'children'),
      country: pick(null, 'DE'),
      byGuardian: random(4) === 0,
    },
  }));
  for (const { person, audience, country, byGuardian } of persons)
    await world.db.query(
      `INSERT INTO agreement_person (organisation_id, site_id, person, audience, country, by_guardian) VALUES ($1, $2, $3, $4, $5, $6)`,
      [of.organisationId, other, person, audience, country, byGuardian],
    );
  const answers = Array.from({ length: 300 }, () => ({
    ...{
      id: randomUUID(),
      person: pick(...persons).person,
      policy: pick('terms', 'privacy', 'gone'),
      version: 1 + random(4),
    },
    ...{ decision: pick('agreed' as const, 'declined' as const, 'withdrawn' as const), at: new Date().toISOString() },
    ...{ way: pick('api' as const, 'screen' as const, 'guardian' as const), contentHash: 'h', language: 'en' },
  }));
  const written = await appendAgreements(world.db, of, answers as unknown as Parameters<typeof appendAgreements>[2]);
  const policies = [
    { name: 'terms', since: 3, must: true },
    { name: 'privacy', since: 1, must: false },
  ].map((one) => ({ ...one, titles: {}, audience: 'customers', version: 4, contentHash: 'h' }));
  const since = new Map(policies.map((policy) => [policy.name, policy.since]));
  const count = (all: { said: PolicyStanding<Answered>[]; count: number }[]) => {
    const counts: Record<string, number> = {};
    for (const { said, count: n } of all)
      for (const { policy, standing } of said)
        counts[`${policy.name} ${standing}`] = (counts[`${policy.name} ${standing}`] ?? 0) + n;
    return counts;
  };
  const alike = await agreeingAlike(world.db, of, since);
  const one = count(
    persons.map(({ person, byGuardian }) => {
      const own = written.filter((record) => record.person === person);
      return { said: standings(policies, own, byGuardian), count: 1 };
    }),
  );
  expect(Object.keys(one).length).toBeGreaterThan(6);
  expect(count(alike.map((a) => ({ said: standings(policies, a.answers, a.byGuardian), count: a.count })))).toEqual(
    one,
  );
  expect(alike.length).toBeLessThan(persons.length);
  expect(await ledgerBrokenAt(world.db, of, 7)).toBeNull();
});

it('shows how shares moved: whom the site had asked by then, what they had answered, and which version was live', async () => {
  const { id: own } = (await ines.call('POST', '/sites', { name: 'Moving', address: 'http://moving.localhost:9/' }))
    .body;
  const of = { organisationId: world.organisationId, siteId: own };
  const id = await livePolicy(ines, own, 'terms', 'must');
  await change(ines, own, id, 'Something else.', 1);
  await follow(ines, own, id, 2, true);
  const ago = (days: number) => new Date(Date.now() - days * 86_400_000);
  await world.db.query('ALTER TABLE policy_version DISABLE TRIGGER USER');
  for (const [number, days] of [
    [1, 10],
    [2, 4],
  ])
    await world.db.query('UPDATE policy_version SET live_from = $1 WHERE policy_id = $2 AND number = $3', [
      ago(days!),
      id,
      number,
    ]);
  await world.db.query('ALTER TABLE policy_version ENABLE TRIGGER USER');
  for (const [name, days] of [
    ['a', 9],
    ['b', 6],
    ['c', 1],
  ] as const)
    await world.db.query(
      `INSERT INTO agreement_person (organisation_id, site_id, person, audience, first_at) VALUES ($1, $2, $3, 'customers', $4)`,
      [of.organisationId, own, name, ago(days)],
    );
  const answers = [
    { person: 'a', version: 1, decision: 'agreed' as const, at: ago(8) },
    { person: 'b', version: 1, decision: 'declined' as const, at: ago(5) },
    { person: 'a', version: 2, decision: 'agreed' as const, at: ago(2) },
  ].map((one) => ({
    ...{ ...one, at: one.at.toISOString(), id: randomUUID(), policy: 'terms' },
    ...{ way: 'api' as const, contentHash: 'h', language: 'en' },
  }));
  await appendAgreements(world.db, of, answers as unknown as Parameters<typeof appendAgreements>[2]);
  const { days } = (await ines.call('GET', `/sites/${own}/agreements/over-time`)).body as AgreementsOverTime;
  const moved = days.map(({ day, shares: [share] }) => {
    const { version, standings: of } = share!;
    return [day, `v${version}`, ...Object.entries(of).flatMap(([name, n]) => (n ? [`${n} ${name}`] : []))].join(' ');
  });
  const said = (daysAgo: number, words: string) => `${ago(daysAgo).toISOString().slice(0, 10)} ${words}`;
  expect(moved).toEqual([
    said(9, 'v1 1 pending'),
    said(8, 'v1 1 agreed'),
    said(7, 'v1 1 agreed'),
    said(6, 'v1 1 pending 1 agreed'),
    said(5, 'v1 1 agreed 1 declined'),
    // A major version: what was answered before counts no more.
    said(4, 'v2 2 pending'),
    said(3, 'v2 2 pending'),
    said(2, 'v2 1 pending 1 agreed'),
    said(1, 'v2 2 pending 1 agreed'),
    said(0, 'v2 2 pending 1 agreed'),
  ]);

  const page = await openPage(browser, world.url, ines);
  await page.goto(`${world.url}/sites/${own}/policies/agreements`);
  const main = page.getByRole('main');
  await main.getByText('Day by day').click();
  await main.getByRole('row', { name: said(5, 'v1 1 0 0 1 0') }).waitFor();
  await main.locator('svg').getByText('v2', { exact: true }).waitFor();
  await expectAccessibleInBothThemes(page, 'shares over time');
  await page.context().close();
});
