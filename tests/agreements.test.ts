import { createHash, randomUUID } from 'node:crypto';
import type { AgreementsOverTime } from '@douane/api';
import { type Answered, type PolicyStanding, standings } from '@douane/core/agreements';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { agreements } from '../lib/agreements';
import { ledgerBrokenAt } from '../server/agreements/ledger';
import { remindWaiting } from '../server/agreements/reminders';
import { agreeingAlike, appendAgreements } from '../server/db/agreements.sql';
import { expectAccessible, expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { Client, startWorld, type World } from './support/world';

/** Accounts that agree to policies: what a site's server asks and tells, our screen, guardians, reminders, and what staff see. */
let world: World;
let browser: Browser;
let ines: Client;
let siteId: string;
let key: string;
let asked: ReturnType<typeof agreements>;
let policyId: string;
let home: string;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  ines = await new Client(world.url).signIn();
  home = `http://skerrysound.localhost:${world.web.port}/`;
  ({ id: siteId, key } = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address: home })).body);
  const { token } = (await ines.call('POST', '/access-tokens', { name: 'shop' })).body;
  asked = agreements({ server: world.url, site: key, token });
  await ines.publish(siteId);
  policyId = await livePolicy('terms', 'must');
  await livePolicy('staff', 'must');
});
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

let count = 0;
let person: string;
beforeEach(() => {
  person = `kari.${++count}@skerrysound.example`;
});

async function livePolicy(kind: string, agree: string, at = siteId): Promise<string> {
  const { id } = (await ines.call('POST', `/sites/${at}/policies`, { kind, name: kind })).body;
  await ines.call('PUT', `/sites/${at}/policies/${id}`, { name: kind, agree, places: [], history: false });
  await follow(id, 1, true, at);
  return id;
}
/** Hands in what the draft says, and has it be live. */
async function follow(id: string, revision: number, major: boolean, of = siteId): Promise<void> {
  const at = `/sites/${of}/policies/${id}/versions`;
  const { number } = (await ines.call('POST', at, { revision, note: '', major, reviewers: [], dueOn: null })).body;
  expect((await ines.call('PUT', `${at}/${number}/live`, { from: null })).status).toBe(204);
}
/** Adds words to the draft of a policy. */
async function change(id: string, words: string, revision: number, at = siteId): Promise<void> {
  const { policies } = (await ines.call('GET', `/sites/${at}/policies`)).body;
  const { draft } = policies.find((one: { id: string }) => one.id === id);
  const blocks = [
    ...draft.blocks,
    { type: 'paragraph', attrs: { id: `h-${revision}` }, content: [{ type: 'text', text: words }] },
  ];
  await ines.call('PUT', `/sites/${at}/policies/${id}/draft`, { revision, draft: { ...draft, blocks } });
}
const answer = (decision: 'agreed' | 'declined' | 'withdrawn', more: object = {}) => ({
  ...{ id: randomUUID(), policy: 'terms', version: 1, decision },
  ...more,
});
const standing = async (more: object = {}) => {
  const { policies } = await asked.standing({ person, ...more });
  return policies.map((one) => one.standing);
};
/** `javaScriptEnabled`: what looks at a page for the tests needs it, the page does not. */
const open = async (address: string, javaScriptEnabled = false): Promise<Page> => {
  const page = await (await browser.newContext({ javaScriptEnabled })).newPage();
  await page.goto(address);
  return page;
};
const letterTo = (to: string) =>
  vi.waitFor(() => {
    const found = world.mailbox.letters.findLast((letter) => letter.to.includes(to));
    expect(found).toBeDefined();
    return found!.text;
  });

describe('what a site’s server asks and tells', () => {
  it('is told what is pending, and what is recorded stands under no name', async () => {
    const first = await asked.standing({ person });
    expect(first).toMatchObject({
      waits: true,
      policies: [
        { policy: 'terms', titles: { en: 'Terms of use' }, version: 1, must: true, standing: 'pending', since: null },
      ],
      screen: expect.stringContaining(`/g/${key}/agree?ticket=`),
    });
    const { records } = await asked.answer(person, [answer('agreed')]);
    expect(records).toMatchObject([
      { policy: 'terms', version: 1, decision: 'agreed', hash: expect.stringMatching(/^[0-9a-f]{64}$/) },
    ]);
    expect(await asked.standing({ person })).toMatchObject({
      waits: false,
      screen: null,
      policies: [{ standing: 'agreed' }],
    });
    const { rows } = await world.db.query(
      'SELECT r::text AS all FROM agreement_record r UNION SELECT p::text FROM agreement_person p',
    );
    expect(rows.map(({ all }) => all).join()).not.toContain('kari');
  });

  it('what is sent twice under one id is written once', async () => {
    await asked.standing({ person });
    const one = answer('agreed');
    const [a] = (await asked.answer(person, [one])).records;
    const [b] = (await asked.answer(person, [one])).records;
    expect(b).toEqual(a);
  });

  it.each<[string, () => object, string]>([
    ['another version', () => answer('agreed', { version: 7 }), 'answers[0].version: version 1 is live'],
    ['a policy of another audience', () => answer('agreed', { policy: 'staff' }), 'this person is asked about terms'],
    ['to withdraw what was never given', () => answer('withdrawn'), 'there is no agreement to withdraw'],
    ['no id', () => answer('agreed', { id: 'x' }), 'answers[0].id: an id that you make (UUID)'],
  ])('refuses %s, and names it', async (_what, made, why) => {
    await asked.standing({ person });
    await expect(asked.answer(person, [made() as ReturnType<typeof answer>])).rejects.toThrow(why);
  });

  it('a wrong token, an unknown person and another organisation’s site are refused', async () => {
    await expect(
      agreements({ server: world.url, site: key, token: 'x'.repeat(40) }).standing({ person }),
    ).rejects.toThrow('The token is not good');
    await expect(asked.answer(person, [answer('agreed')])).rejects.toThrow('There is no such person');
    const { token } = (await ines.call('POST', '/access-tokens', { name: 'other' })).body;
    await expect(agreements({ server: world.url, site: 'nobody', token }).standing({ person })).rejects.toThrow(
      `Name one by its key: ${key}`,
    );
  });

  it('declining counts, and so does withdrawing', async () => {
    expect(await standing()).toEqual(['pending']);
    await asked.answer(person, [answer('declined')]);
    expect(await standing()).toEqual(['declined']);
    await asked.answer(person, [answer('agreed')]);
    await asked.answer(person, [answer('withdrawn')]);
    expect(await asked.standing({ person })).toMatchObject({ waits: true, policies: [{ standing: 'withdrawn' }] });
  });
});

describe('our screen', () => {
  it('asks, says what must be, takes the answer, and leads back', async () => {
    const { screen } = await asked.standing({ person, to: `${home}fares` });
    expect(screen).not.toContain('kari');
    const page = await open(screen!, true);
    await expectAccessible(page, 'the agreement screen');
    const box = page.getByRole('checkbox', { name: 'I agree: Terms of use' });
    expect(await box.isChecked()).toBe(false);
    await page.getByRole('button', { name: 'Keep my answer' }).click();
    await page.getByRole('alert').getByText('Without this you cannot go on').waitFor();
    await expectAccessible(page, 'the agreement screen with something wrong');
    await page.getByRole('checkbox').focus();
    await page.keyboard.press('Space');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await page.waitForURL(`${home}fares`);
    expect(await standing()).toEqual(['agreed']);
    await page.goto(screen!);
    await page.getByText('There is nothing that you have to answer.').waitFor();
    await page.context().close();
  });

  it('needs no script, leads nowhere else, and is good for nobody whose link was changed', async () => {
    const { screen } = await asked.standing({ person, to: 'https://elsewhere.example/' });
    const page = await open(screen!);
    await page.getByRole('button', { name: 'No to all' }).click();
    await page.waitForURL(home);
    expect(await standing()).toEqual(['declined']);
    await page.context().close();
    for (const wrong of [screen!.slice(0, -2), screen!.replace('ticket=', 'ticket=a'), screen!.replace(/\?.*/, '')]) {
      const answered = await fetch(wrong);
      expect([answered.status, await answered.text()]).toEqual([410, expect.stringContaining('This link is too old')]);
    }
  });
});

describe('a child', () => {
  it('waits for a guardian, who answers by mail, and agrees then; both are on record', async () => {
    expect(await standing({ age: 12, country: 'DE' })).toEqual(['guardian']);
    await expect(asked.answer(person, [answer('agreed')])).rejects.toThrow('a parent or guardian has to agree first');
    const page = await open((await asked.standing({ person, language: 'en' })).screen!, true);
    await expectAccessible(page, 'the screen that asks for a guardian');
    const guardian = `guardian.${count}@skerrysound.example`;
    await page.getByLabel('Mail address of a parent or guardian').fill(guardian);
    await page.getByRole('button', { name: 'Ask them' }).click();
    await page.getByText('We have written to them').waitFor();

    const link = /http\S+guardian\?token=\S+/.exec(await letterTo(guardian))![0];
    await page.goto(link);
    await expectAccessible(page, 'the screen of a guardian');
    await page.getByRole('checkbox').check();
    await page.getByRole('button', { name: 'Keep my answer' }).click();
    await page.getByText('Your answer is kept.').waitFor();
    expect((await fetch(link)).status).toBe(410);
    await page.context().close();

    expect(await standing()).toEqual(['pending']);
    await asked.answer(person, [answer('agreed')]);
    const { body } = await ines.call('POST', `/sites/${siteId}/agreements/person`, { person });
    expect(body.records.map(({ way, decision }: { way: string; decision: string }) => [way, decision])).toEqual([
      ['api', 'agreed'],
      ['guardian', 'agreed'],
    ]);
    const { rows } = await world.db.query('SELECT g::text AS all FROM agreement_guardian g');
    expect(rows.map(({ all }) => all).join()).not.toContain('guardian.');
  });

  it('whose country nobody told is one by the strictest of the site’s laws', async () => {
    expect(await standing({ age: 15 })).toEqual(['guardian']);
  });

  it('of sixteen needs none', async () => {
    expect(await standing({ age: 16, country: 'DE' })).toEqual(['pending']);
  });
});

it('reminds whoever has not answered, as often as the site wants, and forgets the address after', async () => {
  const mail = `remind.${count}@skerrysound.example`;
  await asked.standing({ person, mail });
  const later = (days: number) =>
    world.db.query(
      `UPDATE agreement_person SET first_at = first_at - $1 * interval '1 day', reminded_at = reminded_at - $1 * interval '1 day' WHERE mail = $2`,
      [days, mail],
    );
  const letters = () => world.mailbox.letters.filter((letter) => letter.to.includes(mail)).length;
  await remindWaiting(world.db, world.config);
  expect(letters()).toBe(0);
  for (let n = 1; n <= 4; n++) {
    await later(8);
    await remindWaiting(world.db, world.config);
    await vi.waitFor(() => expect(letters()).toBe(Math.min(n, 3)));
  }
  const link = /http\S+agree\?ticket=\S+/.exec(await letterTo(mail))![0];
  const page = await open(link);
  await page.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Keep my answer' }).click();
  await page.waitForURL(home);
  await page.context().close();
  await asked.standing({ person });
  const { rows } = await world.db.query('SELECT count(*)::int AS n FROM agreement_person WHERE mail = $1', [mail]);
  expect(rows[0].n).toBe(0);
});

it('somebody of the staff writes down what a person said, with a reason, and never declines for him', async () => {
  await asked.standing({ person });
  const write = (decision: string, reason: string) =>
    ines.call('POST', `/sites/${siteId}/agreements/on-behalf`, {
      person,
      policy: 'terms',
      version: 1,
      decision,
      reason,
    });
  expect((await write('agreed', '')).body.fields[0].path).toBe('reason');
  expect((await write('declined', 'by telephone')).body.fields).toEqual([
    { path: 'decision', message: 'what somebody must agree to nobody else declines for him' },
  ]);
  expect((await write('agreed', 'by telephone')).status).toBe(204);
  const { records } = (await ines.call('POST', `/sites/${siteId}/agreements/person`, { person })).body;
  expect(records).toMatchObject([{ way: 'on-behalf', by: 'Ines Varga', reason: 'by telephone', decision: 'agreed' }]);
});

it('is seen as shares, by person and over time; what was changed in the database is told', async () => {
  await asked.standing({ person });
  const page = await openPage(browser, world.url, ines);
  await page.goto(`${world.url}/sites/${siteId}/policies/agreements`);
  const main = page.getByRole('main');
  await main.getByRole('cell', { name: 'Terms of use, v1' }).waitFor();
  await main.getByLabel('The site’s own reference').fill(person);
  await page.keyboard.press('Enter');
  await main.getByText('None yet.').waitFor();
  await main.getByLabel('Why it is done for him or her').fill('signed on paper');
  await main.getByRole('button', { name: 'Write it down' }).click();
  await main.getByText('by Ines Varga: signed on paper').waitFor();
  await main.getByText('which holds.').waitFor();
  await expectAccessibleInBothThemes(page, 'agreements');
  await page.context().close();

  const site = { organisationId: world.organisationId, siteId };
  const broken = () => Promise.all([1, 2, 5000].map((most) => ledgerBrokenAt(world.db, site, most)));
  expect(await broken()).toEqual([null, null, null]);
  await world.db.query('ALTER TABLE agreement_record DISABLE TRIGGER USER');
  const { rows } = await world.db.query('SELECT max(number)::int AS last FROM agreement_record');
  await world.db.query('UPDATE agreement_record SET hash = hash || 0 WHERE number = $1', [rows[0].last]);
  expect(await broken()).toEqual([rows[0].last, rows[0].last, rows[0].last]);
  await world.db.query(
    `UPDATE agreement_record SET body = jsonb_set(body, '{decision}', '"declined"') WHERE number = 1`,
  );
  expect((await ines.call('GET', `/sites/${siteId}/agreements/ledger`)).body).toEqual({ brokenAt: 1 });
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
  const id = await livePolicy('terms', 'must', own);
  await change(id, 'Something else.', 1, own);
  await follow(id, 2, true, own);
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

it('keeps what somebody ticked in a form, with the sentence that was read', async () => {
  const { answers, revision } = (await ines.call('GET', `/sites/${siteId}/policies`)).body;
  const news = {
    ...answers.uses[0],
    id: 'news',
    what: 'E-mail address',
    why: 'Sending our news',
    basis: 'consent',
    source: 'given',
  };
  await ines.call('PUT', `/sites/${siteId}/policy-answers`, { revision, answers: { ...answers, uses: [news] } });
  const page = await openPage(browser, world.url, ines);
  await page.goto(`${world.url}/sites/${siteId}/policies/forms`);
  const sentence =
    'I agree that Skerry & Sound Ferries uses my e-mail address for this: sending our news. I can withdraw this at any time.';
  await page.getByRole('main').getByText(sentence, { exact: true }).waitFor();
  await expectAccessible(page, 'notices for forms');
  await page.context().close();
  const tick = (more: object) => asked.ticks(person, 'en', [{ id: randomUUID(), use: 'news', ticked: true, ...more }]);
  expect((await tick({})).records).toMatchObject([{ policy: 'form/news', decision: 'agreed', version: revision + 1 }]);
  expect((await tick({ ticked: false })).records).toMatchObject([{ decision: 'declined' }]);
  expect((await tick({ withdrawn: true })).records).toMatchObject([{ decision: 'withdrawn' }]);
  await tick({ sentence: 'Ja, gern.' });
  await expect(tick({ use: 'other' })).rejects.toThrow('ticks[0].use: a form of this site asks of news');
  const { rows } = await world.db.query(
    "SELECT body->>'contentHash' AS hash FROM agreement_record WHERE policy = 'form/news'",
  );
  const hash = createHash('sha256').update(sentence).digest('hex');
  const own = createHash('sha256').update('Ja, gern.').digest('hex');
  expect(rows.map((row) => row.hash).sort()).toEqual([hash, hash, hash, own].sort());
});

// Last, since it asks everybody above again.
it('is asked again for a major change and not for a minor one', async () => {
  await asked.standing({ person });
  await asked.answer(person, [answer('agreed')]);
  await change(policyId, 'A comma.', 1);
  await follow(policyId, 2, false);
  expect(await standing()).toEqual(['agreed']);
  await change(policyId, 'Everything.', 2);
  await follow(policyId, 3, true);
  expect(await standing()).toEqual(['pending']);
});
