import { createHash, randomUUID } from 'node:crypto';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { agreements } from '../lib/agreements';
import { ledgerBrokenAt } from '../server/agreements/ledger';
import { remindWaiting } from '../server/agreements/reminders';
import { expectAccessible, expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { change, follow, livePolicy } from './support/policies';
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
  policyId = await livePolicy(ines, siteId, 'terms', 'must');
  await livePolicy(ines, siteId, 'staff', 'must');
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

  it('whose age the site does not tell is asked for it by our screen, where that is wished, and it is not kept', async () => {
    const settings = { reminders: { days: 7, most: 3 }, asksAge: true };
    await ines.call('PUT', `/sites/${siteId}/agreements/settings`, settings);
    const { screen } = await asked.standing({ person, language: 'en' });
    const page = await open(screen!, true);
    await expectAccessible(page, 'the screen that asks for an age');
    // Nobody gets past it, not by sending what the next form would send.
    const ticket = new URL(screen!).searchParams.get('ticket')!;
    const past = await fetch(screen!, { method: 'POST', body: new URLSearchParams({ ticket, agree: 'terms' }) });
    expect([past.status, await past.text()]).toEqual([422, expect.stringContaining('Your age in years')]);
    await page.getByLabel('Country you live in').selectOption('DE');
    await page.getByLabel('Your age in years').fill('twelve');
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByText('Choose a country, and give your age in whole years.').waitFor();
    expect(await page.getByLabel('Country you live in').inputValue()).toBe('DE');
    await page.getByLabel('Your age in years').fill('12');
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.getByText('needs the agreement of a parent or guardian first').waitFor();
    await page.context().close();
    expect(await standing()).toEqual(['guardian']);
    const { rows } = await world.db.query('SELECT to_jsonb(p) AS kept FROM agreement_person p WHERE country = $1', [
      'DE',
    ]);
    const kept = rows.flatMap((row) => Object.values(row.kept)).map(String);
    expect(kept).toContain('DE');
    expect(kept).not.toContain('12');

    const told = await asked.standing({ person: `${person}.2`, age: 30, country: 'DE', language: 'en' });
    const next = await open(told.screen!);
    await next.getByRole('checkbox').waitFor(); // asked for nothing that is known
    await next.context().close();
    await ines.call('PUT', `/sites/${siteId}/agreements/settings`, { ...settings, asksAge: false });
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
  await change(ines, siteId, policyId, 'A comma.', 1);
  await follow(ines, siteId, policyId, 2, false);
  expect(await standing()).toEqual(['agreed']);
  await change(ines, siteId, policyId, 'Everything.', 2);
  await follow(ines, siteId, policyId, 3, true);
  expect(await standing()).toEqual(['pending']);
});
