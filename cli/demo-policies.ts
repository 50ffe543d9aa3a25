import { quoteOf } from '@douane/core/policy';
import { agreements } from '../lib/agreements';

type Call = <T>(method: string, path: string, body?: object) => Promise<T>;
interface Listed {
  answers: { controller: object; uses: { id: string; retention: string }[]; recipients: object[] };
  revision: number;
  you: string;
  policies: { id: string; revision: number; draft: { blocks: { attrs: { id: string } }[] } }[];
}

/** The ticket site's policies: one that is live with a change in review, terms that accounts agree to, and a draft. */
export async function writePolicies(call: Call, site: { id: string; key: string; api: string }): Promise<void> {
  const at = `/sites/${site.id}/policies`;
  const list = () => call<Listed>('GET', at);
  const { answers, revision, you } = await list();
  Object.assign(answers.controller, {
    address: '1 Ferry Terminal\nPort Ellery',
    email: 'privacy@skerrysound.example',
    phone: '+44 20 7946 0123',
  });
  for (const use of answers.uses) use.retention ||= 'fourteen days';
  answers.recipients = [{ id: 'hosting', name: 'Cairn Hosting Ltd', role: 'processor', country: 'IE', policyUrl: '' }];
  await call('PUT', `/sites/${site.id}/policy-answers`, { revision, answers });

  const add = async (kind: string) => (await call<{ id: string }>('POST', at, { kind, name: kind })).id;
  const handIn = (id: string, more: object) =>
    call<{ number: number }>('POST', `${at}/${id}/versions`, { major: false, reviewers: [], dueOn: null, ...more });
  const live = (id: string, number: number) => call('PUT', `${at}/${id}/versions/${number}/live`, { from: null });
  const privacy = await add('privacy');
  await handIn(privacy, { revision: 1, note: 'The first one' });
  await live(privacy, 1);
  const { policies } = await list();
  const { draft } = policies.find(({ id }) => id === privacy)!;
  const words = 'Whoever books a cabin for others gives us their names too; we use them for the passenger list alone.';
  const mine = { type: 'paragraph', attrs: { id: 'h-cabins' }, content: [{ type: 'text', text: words }] };
  const after = draft.blocks.findIndex(({ attrs }) => attrs.id === 'stored.h');
  const blocks = [...draft.blocks.slice(0, after), mine, ...draft.blocks.slice(after)];
  await call('PUT', `${at}/${privacy}/draft`, { revision: 1, draft: { ...draft, blocks } });
  const from = words.indexOf('the passenger list');
  await call('POST', `${at}/${privacy}/comments`, {
    blockId: 'h-cabins',
    quote: quoteOf(words, from, from + 'the passenger list'.length),
    words: 'The harbour master gets the list as well.',
  });
  await handIn(privacy, {
    revision: 2,
    note: 'Names of those for whom somebody books',
    reviewers: [you],
    dueOn: nextMonth(),
  });

  const terms = await add('terms');
  await call('PUT', `${at}/${terms}`, { name: 'terms', agree: 'must', places: [], history: true });
  await handIn(terms, { revision: 1, note: 'For the new accounts', major: true });
  await live(terms, 1);
  await add('cookies');
  await accountsAgree(call, site);
}

const nextMonth = () => new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10);

/** Accounts of the shop, as its own server asks and tells. */
async function accountsAgree(call: Call, { key, api }: { key: string; api: string }): Promise<void> {
  const { token } = await call<{ token: string }>('POST', '/access-tokens', { name: 'Ticket shop' });
  const asked = agreements({ server: api, site: key, token });
  for (let i = 0; i < 40; i++) {
    const person = `passenger-${1000 + i}`;
    const { policies } = await asked.standing({ person, country: 'IE', age: i % 13 === 12 ? 14 : 30 });
    const open = policies.filter(({ standing }) => standing === 'pending');
    if (i % 5 === 4 || open.length === 0) continue;
    const decision = i % 9 === 8 ? 'declined' : 'agreed';
    const answers = open.map(
      ({ policy, version }) => ({ id: crypto.randomUUID(), policy, version, decision }) as const,
    );
    await asked.answer(person, answers);
  }
}
