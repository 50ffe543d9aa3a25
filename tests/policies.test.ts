import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { type Answers, contentOf, type PolicyDraft } from '@douane/core/policy';
import { addOrganisation } from '@douane/server';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { insertPerson, markLeft } from '../server/db/people.sql';
import { tellReviewers } from '../server/notices/review-letters';
import { Client, startWorld, type World } from './support/world';

/** Policies from their answers to what visitors read: acts, SQL, and what is served. */
let world: World;
let ines: Client;
let siteId: string;
let base: string;
let policyId: string;
let at: string;

beforeAll(async () => {
  world = await startWorld();
  ines = await new Client(world.url).signIn();
  siteId = (
    await ines.call('POST', '/sites', {
      name: 'Ferry tickets',
      address: `http://skerrysound.localhost:${world.web.port}/`,
    })
  ).body.id;
  const { setup } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
  await ines.saveDraft(siteId, { banner: { ...setup.banner, languages: ['en', 'de'] } });
  base = setup.recorder;
  await ines.publish(siteId);
});
afterAll(() => world?.stop());

let count = 0;
beforeEach(async () => {
  const name = `privacy-${++count}`;
  policyId = (await ines.call('POST', `/sites/${siteId}/policies`, { kind: 'privacy', name })).body.id;
  at = `/sites/${siteId}/policies/${policyId}`;
});

const list = async () => (await ines.call('GET', `/sites/${siteId}/policies`)).body;
const own = async () => (await list()).policies.find(({ id }: { id: string }) => id === policyId);
const handIn = (more: object = {}) =>
  ines.call('POST', `${at}/versions`, { revision: 1, note: '', major: false, reviewers: [], dueOn: null, ...more });
const live = (number: number, from: string | null = null) =>
  ines.call('PUT', `${at}/versions/${number}/live`, { from });
const read = (path: string, headers: Record<string, string> = {}) => fetch(`${base}/policies/${path}`, { headers });
const say = async (words: string, revision: number) => {
  const { draft } = await own();
  const blocks = [
    { type: 'paragraph', attrs: { id: 'intro' }, content: [{ type: 'text', text: words }] },
    ...draft.blocks.slice(1),
  ];
  return ines.call('PUT', `${at}/draft`, { revision, draft: { ...draft, blocks } });
};
const colleague = async (name: string) => {
  const email = `${name}-${count}@p.example`;
  const id = await insertPerson(world.db, world.organisationId, { email, name, passwordHash: 'none' });
  return { id, email };
};

describe('answers', () => {
  it('are proposed until somebody gives them, and two who answer at once are told', async () => {
    const before = await list();
    expect(before).toMatchObject({
      revision: 0,
      answered: null,
      answers: { controller: { name: 'Skerry & Sound Ferries' } },
    });
    const answers: Answers = { ...before.answers, rightsUrl: 'https://skerry.example/rights' };
    const put = (revision: number) => ines.call('PUT', `/sites/${siteId}/policy-answers`, { revision, answers });
    expect((await put(0)).body).toEqual({ revision: 1 });
    expect((await put(0)).status).toBe(409);
    expect(await list()).toMatchObject({ revision: 1, answered: { person: 'Ines Varga' }, answers });
    const wrong = await ines.call('PUT', `/sites/${siteId}/policy-answers`, {
      revision: 1,
      answers: { ...answers, controller: { ...answers.controller, email: 'nobody' } },
    });
    expect([wrong.status, wrong.body.fields]).toEqual([
      422,
      [{ path: 'answers.controller.email', message: 'an e-mail address' }],
    ]);
  });
});

describe('a draft', () => {
  it('of two who save, the second is told and nothing is lost', async () => {
    expect((await say('Mine.', 1)).body).toEqual({ revision: 2 });
    expect((await say('Theirs.', 1)).status).toBe(409);
    expect(JSON.stringify((await own()).draft.blocks[0])).toContain('Mine.');
  });

  it.each<[string, (draft: PolicyDraft) => unknown, string]>([
    ['a block of another kind', (d) => ({ ...d, blocks: [{ type: 'iframe', attrs: { id: 'a' } }] }), 'draft.blocks[0]'],
    ['two blocks of one id', (d) => ({ ...d, blocks: [d.blocks[0], d.blocks[0]] }), 'draft.blocks[1]'],
    ['another audience', (d) => ({ ...d, audience: 'everybody' }), 'draft.audience'],
  ])('with %s is refused where it is wrong', async (_what, change, path) => {
    const { draft } = await own();
    const { status, body } = await ines.call('PUT', `${at}/draft`, { revision: 1, draft: change(draft) });
    expect([status, body.fields[0].path]).toEqual([422, path]);
  });

  it('of two hundred pages in two languages is kept', async () => {
    const { draft } = await own();
    const text = 'The words of a page that goes on for long. '.repeat(70);
    const block = (id: string) => ({ type: 'paragraph', attrs: { id }, content: [{ type: 'text', text }] });
    const ids = Array.from({ length: 200 }, (_, i) => `p${i}`);
    const de = Object.fromEntries(ids.map((id) => [id, { block: block(id), of: 'x' }]));
    const sent = { ...draft, blocks: ids.map(block), translations: { de } };
    expect((await ines.call('PUT', `${at}/draft`, { revision: 1, draft: sent })).status).toBe(200);
    expect((await own()).draft.blocks).toHaveLength(200);
  });

  it('takes an address that no other has, and is gone for visitors when it is taken away', async () => {
    await handIn();
    await live(1);
    const settings = { agree: 'must', places: [], history: false };
    expect((await ines.call('PUT', at, { ...settings, name: 'Über uns' })).body.fields[0].path).toBe('name');
    const other = (await ines.call('POST', `/sites/${siteId}/policies`, { kind: 'terms', name: `terms-${count}` })).body
      .id;
    expect((await ines.call('PUT', at, { ...settings, name: `terms-${count}` })).status).toBe(409);
    expect((await ines.call('PUT', at, { ...settings, name: `data-${count}` })).status).toBe(204);
    expect((await read(`data-${count}`)).status).toBe(200);
    expect((await read(`privacy-${count}`)).status).toBe(404);

    const order = async () => (await list()).policies.map(({ id }: { id: string }) => id);
    await ines.call('PUT', `/sites/${siteId}/policies/order`, { order: [other, policyId] });
    expect((await order()).slice(0, 2)).toEqual([other, policyId]);
    await ines.call('DELETE', at);
    expect((await read(`data-${count}`)).status).toBe(404);
    expect(await order()).not.toContain(policyId);
  });
});

describe('a version', () => {
  it('is what the draft said, in every language, and cannot be handed in twice', async () => {
    const source = await list();
    expect((await handIn({ note: 'The first' })).body).toEqual({ number: 1 });
    const { content } = (await ines.call('GET', `${at}/versions/1`)).body;
    const { draft } = await own();
    const from = {
      kind: 'privacy',
      audience: 'visitors',
      setup: source.setup,
      answers: source.answers,
      on: source.on,
    } as const;
    expect(content).toEqual(JSON.parse(JSON.stringify(contentOf(draft, from, ['en', 'de']))));
    expect((await handIn()).body.title).toBe('Version 1 says the same');
    await say('Other words.', 1);
    expect((await handIn({ revision: 1 })).status).toBe(409);
    expect((await handIn({ revision: 2 })).body).toEqual({ number: 2 });
  });

  it('is followed by what is changed after it, and it is said who changed which block', async () => {
    await say('Mine.', 1);
    await say('Mine again.', 2);
    await handIn({ revision: 3 });
    const { draft } = await own();
    const blocks = draft.blocks.slice(0, -1);
    await ines.call('PUT', `${at}/draft`, { revision: 3, draft: { ...draft, blocks } });
    const { changes } = (await ines.call('GET', `${at}/changes`)).body;
    const last = draft.blocks.at(-1).attrs.id;
    expect(changes).toMatchObject([
      { blockId: last, person: 'Ines Varga', after: 1 },
      { blockId: 'intro', person: 'Ines Varga', after: 0 },
    ]);
  });

  it('waits for all of its reviewers, and one of them sends it back with a reason', async () => {
    const { you } = await list();
    const other = await colleague('Olga');
    await handIn({ reviewers: [you, other.id], dueOn: '2099-01-31' });
    expect((await own()).versions[0]).toMatchObject({
      state: 'in-review',
      dueOn: '2099-01-31',
      reviews: [{ person: 'Ines Varga' }, { person: 'Olga' }],
    });
    expect((await live(1)).body.title).toBe('Version 1 is in review');
    const review = (decision: string, words = '') => ines.call('POST', `${at}/versions/1/review`, { decision, words });
    expect((await review('sent-back')).body.fields).toEqual([{ path: 'words', message: 'what has to be different' }]);
    expect((await review('approved')).status).toBe(204);
    expect((await review('sent-back', 'No')).status).toBe(409);
    expect((await own()).versions[0].state).toBe('in-review');

    // Somebody who has left will not answer; another is asked, or nobody.
    await markLeft(world.db, other.email);
    expect((await own()).versions[0].reviews[1]).toMatchObject({ person: 'Olga', left: true });
    expect((await ines.call('PUT', `${at}/versions/1/reviewers`, { reviewers: [] })).status).toBe(204);
    expect((await own()).versions[0].state).toBe('approved');
    expect((await live(1)).status).toBe(204);
  });

  it('tells its reviewers by mail, once, and again on the day before their word is due', async () => {
    const { id, email } = await colleague('mara');
    await handIn({ reviewers: [id], dueOn: '2099-01-31', note: 'Longer kept' });
    const letters = () => world.mailbox.letters.filter(({ to }) => to.includes(email));
    const tell = async () => {
      await tellReviewers(world.db, world.config);
      return letters().length;
    };
    await vi.waitFor(async () => expect(await tell()).toBe(1));
    const { text } = letters()[0]!;
    for (const words of ['Ines Varga asks', 'version 1', 'by 2099-01-31', 'Longer kept', `${at}/versions`])
      expect(text).toContain(words);
    expect(await tell()).toBe(1);
    const move = (what: string) =>
      world.db.query(`UPDATE policy_review SET told_at = now() - interval '9 days' WHERE person_id = $1 AND ${what}`, [
        id,
      ]);
    await move('decision IS NULL');
    expect(await tell()).toBe(1);
    await ines.call('PUT', `${at}/versions/1/reviewers`, { reviewers: [] });
    await handIn({ reviewers: [id], dueOn: new Date().toISOString().slice(0, 10), note: 'Soon' }).then(({ status }) =>
      expect(status).toBe(409),
    );
    await say('Another.', 1);
    await handIn({ revision: 2, reviewers: [id], dueOn: new Date().toISOString().slice(0, 10) });
    await vi.waitFor(async () => expect(await tell()).toBe(2));
    await move('decision IS NULL');
    await vi.waitFor(async () => expect(await tell()).toBe(3));
  });

  it('says of a letter that did not go out why, and tries it again', async () => {
    const { id, email } = await colleague('nils');
    // Nobody answers there.
    const broken = { ...world.config, smtpUrl: 'smtp://127.0.0.1:1' };
    await handIn({ reviewers: [id] });
    const untold = async () => (await own()).versions[0].reviews[0].untold;
    // The world's own worker may have been first.
    const again = (minutes: number, words: string | null) =>
      world.db.query(
        `UPDATE policy_review SET untold = $3, told_at = now() - make_interval(mins => $2) WHERE person_id = $1`,
        [id, minutes, words],
      );
    await again(11, 'refused');
    await tellReviewers(world.db, broken);
    expect(await untold()).toContain('ECONNREFUSED');
    const sent = () => world.mailbox.letters.filter(({ to }) => to.includes(email)).length;
    const before = sent();
    await tellReviewers(world.db, world.config);
    expect([await untold(), sent()]).toEqual([expect.stringContaining('ECONNREFUSED'), before]);
    await again(11, await untold());
    await tellReviewers(world.db, world.config);
    await vi.waitFor(() => expect(sent()).toBe(before + 1));
    expect(await untold()).toBeNull();
  });

  it('is asked of nobody of another organisation, nor by a day that is past', async () => {
    const { personId } = await addOrganisation(world.db, `other-${count}`, {
      name: 'Odd',
      email: `odd-${count}@p.example`,
      password: 'not-used-here',
    });
    expect((await handIn({ reviewers: [personId] })).status).toBe(422);
    expect((await handIn({ dueOn: '2020-01-01' })).body.fields).toEqual([
      { path: 'dueOn', message: 'a day that is not past' },
    ]);
    expect((await own()).versions).toEqual([]);
  });

  it('becomes live on its day, is called off before it, and is only followed after', async () => {
    await handIn();
    expect((await live(1, '2020-01-01T00:00:00Z')).body.fields[0].path).toBe('from');
    expect((await live(1, '2099-01-01T00:00:00Z')).status).toBe(204);
    expect((await own()).versions[0].state).toBe('scheduled');
    expect((await read(`privacy-${count}`)).status).toBe(404);
    expect((await ines.call('DELETE', `${at}/versions/1/live`)).status).toBe(204);
    expect((await own()).versions[0].state).toBe('approved');
    await live(1);
    expect((await live(1)).status).toBe(409);
    expect((await ines.call('DELETE', `${at}/versions/1/live`)).status).toBe(409);
    await say('What follows.', 1);
    await handIn({ revision: 2 });
    await live(2);
    expect((await own()).versions.map(({ state }: { state: string }) => state)).toEqual(['live', 'replaced']);
  });

  it('stays as it is, whatever the application asks of the database', async () => {
    await handIn();
    await live(1);
    const of = 'WHERE policy_id = $1';
    for (const [statement, why] of [
      [`UPDATE policy_version SET content = '{}' ${of}`, /not changed/],
      [`UPDATE policy_version SET major = true ${of}`, /not changed/],
      [`UPDATE policy_version SET live_from = NULL ${of}`, /is live stays/],
      [`DELETE FROM policy_version ${of}`, /is live stays/],
    ] as const)
      await expect(world.db.query(statement, [policyId]), statement).rejects.toThrow(why);
  });
});

describe('what visitors read', () => {
  it('is what is live, in their language and in every form, and may be kept', async () => {
    await say('Welcome <aboard>.', 1);
    await handIn({ revision: 2 });
    await live(1);
    const page = await read(`privacy-${count}`, { 'accept-language': 'de' });
    expect([page.status, page.headers.get('content-language')]).toEqual([200, 'de']);
    const german = await page.text();
    expect(german).toContain('<h1>Datenschutzerklärung</h1>');
    expect(german).toContain('<p lang="en">Welcome &lt;aboard&gt;.</p>');
    expect(german).toContain(`href="privacy-${count}.en.html"`);
    for (const form of ['html', 'md', 'txt', 'json', 'js']) {
      const file = await read(`privacy-${count}.en.${form}`);
      expect([file.status, (await file.text()).includes('Welcome')], form).toEqual([200, true]);
    }
    const pdf = await read(`privacy-${count}.de.pdf`);
    expect([pdf.headers.get('content-type'), (await pdf.text()).slice(0, 5)]).toEqual(['application/pdf', '%PDF-']);
    const file = await read(`privacy-${count}.en.html`);
    expect(file.headers.get('cache-control')).toBe('public, max-age=60');
    const again = { 'if-none-match': file.headers.get('etag')!, 'cache-control': 'max-age=0' };
    expect((await read(`privacy-${count}.en.html`, again)).status).toBe(304);
    const all = await (await fetch(`${base}/policies`)).json();
    expect(all.policies).toContainEqual(
      expect.objectContaining({
        name: `privacy-${count}`,
        version: 1,
        audience: 'visitors',
        titles: { en: 'Privacy policy', de: 'Datenschutzerklärung' },
      }),
    );
    for (const name of [`privacy-${count}.fr.html`, `privacy-${count}.en.exe`, 'nothing', `privacy-${count}?version=7`])
      expect((await read(name)).status, name).toBe(404);
  });

  it('of visitors, changed in something that matters, asks them again with the next release; a smaller change does not', async () => {
    const majors = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup.policies ?? {};
    const change = async (words: string, number: number, major: boolean) => {
      await say(words, number - 1);
      await handIn({ revision: number, major });
      await live(number);
      return (await majors())[`privacy-${count}`];
    };
    await handIn({ major: true });
    await live(1);
    expect(await majors()).toEqual({});
    expect(await change('The second.', 2, false)).toBeUndefined();
    expect(await change('The third.', 3, true)).toBe(3);
    expect(await change('The fourth.', 4, false)).toBe(3);
    await ines.call('DELETE', at);
    expect(await majors()).toEqual({});
  });

  it('of earlier versions is read only where its history is open', async () => {
    await handIn();
    await live(1);
    await say('The second.', 1);
    await handIn({ revision: 2 });
    await live(2);
    const first = () => read(`privacy-${count}.en.txt?version=1`);
    expect((await first()).status).toBe(404);
    await ines.call('PUT', at, { name: `privacy-${count}`, agree: 'no', places: [], history: true });
    expect(await (await first()).text()).not.toContain('The second.');
    expect(await (await read(`privacy-${count}.en.txt`)).text()).toContain('The second.');
    const listed = async () => [
      ...(await (await read(`privacy-${count}`)).text()).matchAll(/<a href="\?version=(\d)">v/g),
    ];
    expect((await listed()).map(([, number]) => number)).toEqual(['2', '1']);
    await ines.call('PUT', at, { name: `privacy-${count}`, agree: 'no', places: [], history: false });
    expect(await listed()).toEqual([]);
  });

  it('a cookie policy that was written takes the place of the one that is made of the release', async () => {
    const name = `cookies-${count}`;
    policyId = (await ines.call('POST', `/sites/${siteId}/policies`, { kind: 'cookies', name })).body.id;
    at = `/sites/${siteId}/policies/${policyId}`;
    await say('In our own words.', 1);
    await handIn({ revision: 2 });
    const policy = async () => (await fetch(`${base}/policy.en.html`)).text();
    expect(await policy()).not.toContain('In our own words.');
    await live(1);
    expect(await policy()).toContain('In our own words.');
    const declaration = await (await fetch(`${base}/declaration.de.html`)).text();
    expect(declaration).toContain('id="purpose-necessary"');
    await ines.call('DELETE', at);
  });
});

it('for the people of some places only: the reader’s place decides which cookie policy he gets', async () => {
  const name = `cookies-us-${count}`;
  policyId = (await ines.call('POST', `/sites/${siteId}/policies`, { kind: 'cookies', name })).body.id;
  at = `/sites/${siteId}/policies/${policyId}`;
  const places = (of: string[]) => ines.call('PUT', at, { name, agree: 'no', places: of, history: false });
  expect((await places(['US-XX'])).body.fields[0].path).toBe('places[0]');
  await places(['US-CA', 'eea']);
  await say('For some places.', 1);
  await handIn({ revision: 2 });
  await live(1);
  const from = async (place: string) => {
    const answer = await fetch(`${base}/policy.en.txt`, { headers: { 'x-visitor-place': place } });
    return [(await answer.text()).includes('For some places.'), answer.headers.get('cache-control')];
  };
  expect(await from('US-CA')).toEqual([true, 'private, max-age=60']);
  expect((await from('NO'))[0]).toBe(true);
  expect((await from('BR'))[0]).toBe(false);
  await ines.call('DELETE', at);
});

describe('a copy on a page of the site’s', () => {
  it('is looked at: as it is live, gone stale with the difference, taken away, not answering', async () => {
    let answer = '';
    let fetched = '';
    const shop = createServer((req, res) =>
      res.setHeader('content-type', 'text/html').end(req.url === '/text' ? fetched : answer),
    ).listen(0, '127.0.0.1');
    await once(shop, 'listening');
    const address = `http://127.0.0.1:${(shop.address() as AddressInfo).port}/privacy`;
    await handIn();
    await live(1);
    const pasted = async () => {
      const page = await (await read(`privacy-${count}.en.html`)).text();
      return `<!doctype html><title>Shop</title><nav>Home</nav><script>var a = 1</script>${/<main>.*<\/main>/s.exec(page)![0]}<p>© us</p>`;
    };
    answer = await pasted();
    const { id } = (await ines.call('POST', `${at}/copies`, { address, language: 'en' })).body;
    const found = async () => (await own()).copies[0].found;
    expect(await found()).toEqual({ state: 'current', missing: [], old: [] });
    expect((await ines.call('POST', `${at}/copies`, { address, language: 'en' })).status).toBe(409);

    await say('Something else is said now.', 1);
    await handIn({ revision: 2 });
    await live(2);
    const look = () => ines.call('POST', `${at}/copies/${id}/looks`);
    await look();
    expect(await found()).toMatchObject({
      state: 'stale',
      missing: expect.arrayContaining(['Something else is said now.']),
      old: expect.arrayContaining([expect.stringContaining('This policy says what Skerry & Sound Ferries does')]),
    });
    answer = '<p>We have moved.</p>';
    await look();
    expect((await found()).state).toBe('absent');
    // A page that fetches what it shows.
    fetched = await pasted();
    answer =
      '<main id="x"></main><script>fetch("/text").then((r) => r.text()).then((t) => { x.innerHTML = t })</script>';
    await look();
    expect(await found()).toEqual({ state: 'current', missing: [], old: [] });
    shop.closeAllConnections();
    shop.close();
    await look();
    expect(await found()).toEqual({ why: 'the host refused the connection.' });
    await ines.call('DELETE', `${at}/copies/${id}`);
    expect((await own()).copies).toEqual([]);
  });
});

it('the board says how policies stand', async () => {
  const stage = async () => {
    const site = (await ines.call('GET', `/sites/${siteId}`)).body;
    return [site.state.policies, site.stages.policies];
  };
  const { you } = await list();
  const [before] = await stage();
  await handIn({ reviewers: [you] });
  const [now, { mark }] = await stage();
  expect([now.inReview, mark]).toEqual([before.inReview + 1, 'waits']);
});
