import { describe, expect, it } from 'vitest';
import { compileRelease } from '../release/index';
import { newSetup } from '../setup/index';
import {
  answersSchema,
  blockHash,
  blockState,
  changedBlocks,
  contentOf,
  documentAs,
  KINDS,
  lintPolicy,
  mergedDrafts,
  newPolicyDraft,
  POLICY_KINDS,
  POLICY_LANGUAGES,
  type PolicyDraft,
  type PolicyKindId,
  policyDraftSchema,
  proposedAnswers,
  rewritten,
  transfersOf,
  translated,
  type WrittenFrom,
  withSection,
  wordsIn,
  writtenPolicy,
} from './index';
import { p } from './rich/build';

const ON = '2026-11-27';
function setupOf() {
  const setup = newSetup({ key: 's', name: 'Ferries', address: 'https://site.test/' }, 'https://d.test/g/s');
  setup.banner.languages = [...POLICY_LANGUAGES];
  setup.regions.regimes = ['eu', 'us-ca'];
  setup.services = [
    {
      ...{ id: 'oddgull', name: 'Oddgull', purpose: 'measurement', hosts: ['oddgull.test'], country: 'US' },
      items: [{ kind: 'cookie', name: 'og_id', lifetimeSeconds: 34_000_000 }],
    },
  ];
  return setup;
}
const from = (kind: PolicyKindId = 'privacy', change: (setup: ReturnType<typeof setupOf>) => void = () => {}) => {
  const setup = setupOf();
  change(setup);
  const answers = proposedAnswers(setup, 'Skerry Ltd', ON);
  Object.assign(answers.controller, { address: 'Quay 3', email: 'p@skerry.test' });
  answers.uses[0]!.retention = 'fourteen days';
  answers.safeguards.oddgull = 'clauses';
  return { kind, audience: KINDS[kind].audience, setup, answers, on: ON } satisfies WrittenFrom;
};
const text = (draft: Pick<PolicyDraft, 'blocks'>) => draft.blocks.map(wordsIn).join('\n');
const byHand = (draft: PolicyDraft, id: string, words: string): PolicyDraft => ({
  ...draft,
  blocks: draft.blocks.map((block) => (block.attrs.id === id ? p(id, words) : block)),
});

describe('every kind of policy', () => {
  it.each(POLICY_KINDS.flatMap((kind) => POLICY_LANGUAGES.map((language) => [kind, language] as const)))(
    '%s is written in %s, whole and readable again',
    (kind, language) => {
      const draft = newPolicyDraft(from(kind), language);
      expect(draft.source).toBe(language);
      expect(policyDraftSchema.parse(JSON.parse(JSON.stringify(draft)))).toEqual(draft);
      expect(JSON.stringify(draft)).not.toMatch(/undefined|\[object|\{\w+\}/);
      const release = compileRelease(from(kind).setup, 1, ON);
      const content = contentOf(draft, from(kind), ['en', 'de']);
      const page = documentAs(content, release, language, { number: 1, from: ON }, 'html', (one) => `x.${one}.html`);
      expect(page).toContain(`<h1>${writtenPolicy(from(kind), language)!.title}</h1>`);
      expect(page).not.toContain('<script');
    },
  );

  it('in a language that policies are not written in it begins in English', () => {
    expect(newPolicyDraft(from(), 'th').source).toBe('en');
  });
});

describe('what a policy says', () => {
  it('names what is used, on which basis, and what leaves the Economic Area under what', () => {
    const words = text(newPolicyDraft(from(), 'en'));
    expect(words).toContain('Measurement');
    expect(words).toContain('Legal basis: your consent (GDPR Art. 6(1)(a))');
    expect(words).toContain('Oddgull, United States: under standard contractual clauses');
    expect(words).toContain('Kept: fourteen days.');
  });

  it('of sale speaks only where a law of the site knows it', () => {
    const words = (regimes: string[]) =>
      text(
        newPolicyDraft(
          from('privacy', (s) => {
            s.regions.regimes = regimes;
          }),
          'en',
        ),
      );
    expect(words(['eu'])).not.toContain('sell');
    expect(words(['eu', 'us-ca'])).toContain('We do not sell your personal information');
  });

  it.each([
    ['US', undefined, undefined],
    ['US', 'clauses', 'clauses'],
    ['JP', undefined, 'adequacy'],
    ['FR', undefined, 'none needed'],
  ])('data that goes to %s with the answer %s is protected by %s', (country, said, by) => {
    const { setup, answers } = from('privacy', (s) => {
      s.services[0]!.country = country;
    });
    answers.safeguards = said ? { oddgull: said as 'clauses' } : {};
    const [transfer] = transfersOf(setup.services, answers);
    expect(transfer ? transfer.safeguard : 'none needed').toBe(by);
  });
});

describe('a draft', () => {
  it('keeps what was changed by hand when it is written anew, and shows what changed in two ways', () => {
    const before = from();
    const draft = byHand(newPolicyDraft(before, 'en'), 'intro', 'Welcome aboard. This policy says what we do.');
    const after = from();
    after.answers.uses[0]!.retention = 'a month';
    after.answers.controller.name = 'Sound Ltd';
    const anew = rewritten(draft, after);
    expect(text(anew)).toContain('Welcome aboard.');
    expect(text(anew)).toContain('Kept: a month.');
    expect(Object.keys(anew.conflicts)).toEqual(['intro']);
    expect(blockState(anew, anew.blocks[0]!)).toBe('changed');
    expect(rewritten(anew, after).blocks).toEqual(anew.blocks);
  });

  it('of two people loses nothing', () => {
    const base = newPolicyDraft(from(), 'en');
    const mine = byHand(base, 'intro', 'Mine.');
    const theirs = { ...byHand(base, 'stored.where', 'Theirs.'), titles: { en: 'Our policy' } };
    const both = mergedDrafts(base, mine, theirs);
    expect(text(both)).toContain('Mine.');
    expect(text(both)).toContain('Theirs.');
    expect(both.titles).toEqual({ en: 'Our policy' });
    expect(both.conflicts).toEqual({});
  });

  describe('translated by two people at once', () => {
    const base = newPolicyDraft(from(), 'en');
    const german = (of: Record<string, string>, titles = {}): PolicyDraft => ({
      ...{ ...base, titles },
      translations: {
        de: Object.fromEntries(Object.entries(of).map(([id, words]) => [id, { block: p(id, words), of: id }])),
      },
    });
    const merged = (was: PolicyDraft, mine: PolicyDraft, theirs: PolicyDraft) => {
      const { translations, translationConflicts, titles } = mergedDrafts(was, mine, theirs);
      const words = Object.fromEntries(Object.entries(translations.de!).map(([id, { block }]) => [id, wordsIn(block)]));
      return { words, titles, open: translationConflicts.de ?? {} };
    };

    it('keeps of each block what somebody changed in it', () => {
      const was = german({ a: 'Alt.', b: 'Alt.', c: 'Alt.' }, { de: 'Alt', fi: 'Vanha' });
      const mine = german({ a: 'Meins.', b: 'Alt.' }, { de: 'Alt', fi: 'Oma' });
      const theirs = german({ a: 'Alt.', b: 'Deins.', c: 'Alt.', d: 'Neu.' }, { de: 'Dein', fi: 'Vanha' });
      expect(merged(was, mine, theirs)).toEqual({
        words: { a: 'Meins.', b: 'Deins.', d: 'Neu.' },
        titles: { de: 'Dein', fi: 'Oma' },
        open: {},
      });
    });

    it('joins what was changed in other words of a block, and names what was in the same', () => {
      const was = german({ a: 'Wir haben ein Boot.', b: 'Alt.' });
      const mine = german({ a: 'Wir haben ein rotes Boot.', b: 'Meins.' });
      const theirs = german({ a: 'Wir alle haben ein Boot.', b: 'Deins.' });
      const { words, open } = merged(was, mine, theirs);
      expect(words).toEqual({ a: 'Wir alle haben ein rotes Boot.', b: 'Meins.' });
      expect(Object.entries(open).map(([id, block]) => [id, wordsIn(block!)])).toEqual([['b', 'Deins.']]);
    });

    it('brings back what one took out and the other changed', () => {
      expect(merged(german({ a: 'Alt.' }), german({}), german({ a: 'Deins.' })).words).toEqual({ a: 'Deins.' });
      expect(merged(german({ a: 'Alt.' }), german({ a: 'Meins.' }), german({})).words).toEqual({ a: 'Meins.' });
    });

    it('forgets what either has settled', () => {
      const open = { ...german({ a: 'Meins.' }), translationConflicts: { de: { a: p('a', 'Deins.') } } };
      const settled = { ...open, translationConflicts: { de: {} } };
      expect(merged(open, settled, open).open).toEqual({});
      expect(merged(open, open, settled).open).toEqual({});
      // What the other has come upon meanwhile is not settled with it.
      const another = { ...open, translationConflicts: { de: { a: p('a', 'Deins.'), b: p('b', 'Seins.') } } };
      expect(Object.keys(merged(open, settled, another).open)).toEqual(['b']);
    });
  });

  it('tells which blocks are other, in whichever language', () => {
    const draft = newPolicyDraft(from(), 'en');
    const [first, , third] = draft.blocks.map(({ attrs }) => attrs.id) as [string, string, string];
    const inGerman = (words: string, of: string) => ({ de: { [first]: { block: p(first, words), of } } });
    const next = { ...byHand(draft, third, 'Ours.'), translations: inGerman('Unsere.', 'a') };
    expect(changedBlocks(draft, next)).toEqual([third, first]);
    expect(changedBlocks(next, { ...next, translations: {} })).toEqual([first]);
    expect(changedBlocks(next, { ...next, translations: inGerman('Unsere.', 'b') })).toEqual([]);
  });

  it('is translated by itself where nobody changed it, and says what waits', () => {
    const of = from();
    const draft = byHand(newPolicyDraft(of, 'en'), 'intro', 'Our own words.');
    const state = (one: PolicyDraft, id: string) =>
      translated(one, of, 'de').find(({ source }) => source.attrs.id === id)!;
    expect(state(draft, 'intro').state).toBe('none');
    expect(wordsIn(state(draft, 'rights.h').block)).toBe('Ihre Rechte');
    // A retention that somebody answered stands in his words.
    expect(state(draft, 'uses.server-log').state).toBe('half');
    expect(state(draft, 'uses.purpose-measurement').state).toBe('written');
    expect(wordsIn(state(draft, 'uses.purpose-measurement').block)).toContain('Was: Kennungen in Cookies');

    const source = draft.blocks[0]!;
    const own = {
      ...draft,
      translations: { de: { intro: { block: p('intro', 'Unsere Worte.'), of: blockHash(source) } } },
    };
    expect(state(own, 'intro').state).toBe('own');
    expect(state(byHand(own, 'intro', 'Other words.'), 'intro').state).toBe('old');
    expect(contentOf(draft, of, ['en', 'de']).languages.de!.untranslated).toEqual(['intro']);
  });
});

/** What is done to a draft, or to what it is written from. */
type Change = (draft: PolicyDraft, of: WrittenFrom) => PolicyDraft | undefined;

describe('the lint', () => {
  const lint = (change: Change = (draft) => draft, kind: PolicyKindId = 'privacy', slipped: string[] = []) => {
    const of = from(kind, (s) => {
      s.banner.languages = ['en'];
    });
    const draft = newPolicyDraft(of, 'en');
    const changed = change(draft, of) ?? draft;
    return lintPolicy({ draft: changed, from: of, proposed: proposedAnswers(of.setup, '', ON), slipped });
  };
  const without = (section: string) => (draft: PolicyDraft) => ({
    ...draft,
    blocks: draft.blocks.filter(({ attrs: { id } }) => id !== section && !id.startsWith(`${section}.`)),
  });
  const saying = (words: string) => (draft: PolicyDraft) => ({ ...draft, blocks: [...draft.blocks, p('h-1', words)] });

  it('finds nothing in what was just written from whole answers', () => {
    for (const kind of ['privacy', 'cookies'] as const) expect(lint((draft) => draft, kind)).toEqual([]);
  });

  it.each<[string, PolicyKindId, Change]>([
    [
      'controller-named',
      'privacy',
      (draft, of) => {
        of.answers.controller.address = '';
        return draft;
      },
    ],
    ['controller-told', 'privacy', without('controller')],
    ['imprint-complete', 'imprint', (draft) => draft],
    [
      'uses-told',
      'privacy',
      (draft, of) => {
        delete of.answers.uses[1]!.basis;
        return draft;
      },
    ],
    [
      'interest-named',
      'privacy',
      (draft, of) => {
        of.answers.uses[0]!.interest = '';
        return draft;
      },
    ],
    [
      'retention-told',
      'privacy',
      (draft, of) => {
        of.answers.uses[0]!.retention = '';
        return draft;
      },
    ],
    ['recipients-told', 'privacy', without('recipients')],
    [
      'transfers-safeguarded',
      'privacy',
      (draft, of) => {
        of.answers.safeguards = {};
        return draft;
      },
    ],
    ['transfers-told', 'privacy', without('transfers')],
    ['no-transfer-denied', 'privacy', saying('Your data never leaves the European Union.')],
    ['no-transfer-denied', 'privacy', saying('Wir übermitteln Ihre Daten nicht in Drittländer.')],
    ['no-transfer-denied', 'privacy', saying('Vos données ne sont jamais transférées vers un pays tiers.')],
    ['no-transfer-denied', 'privacy', saying('I Suoi dati non escono mai fuori dall’Unione.')],
    ['lifetime-as-told', 'cookies', saying('Cookies are kept for 30 days.')],
    ['lifetime-as-told', 'cookies', saying('Cookies worden 6 maanden bewaard.')],
    ['lifetime-as-told', 'cookies', saying('Alle Cookies laufen nach 6 Monaten ab.')],
    ['rights-told', 'privacy', without('rights')],
    [
      'rights-reachable',
      'supplement',
      (draft, of) => {
        of.answers.controller.email = '';
        return draft;
      },
    ],
    ['complaint-told', 'privacy', without('complaint')],
    [
      'automated-told',
      'privacy',
      (draft, of) => {
        of.answers.automated.used = true;
        return draft;
      },
    ],
    [
      'children-told',
      'privacy',
      (draft, of) => {
        of.answers.children.directed = true;
        return without('children')(draft);
      },
    ],
    ['sale-told', 'privacy', without('sale')],
    [
      'sale-as-inventory',
      'privacy',
      (draft, of) => {
        of.setup.purposes.find(({ id }) => id === 'measurement')!.activities = ['sale'];
        return draft;
      },
    ],
    [
      'inventory-covered',
      'privacy',
      (draft, of) => {
        of.answers.uses.splice(1);
        return draft;
      },
    ],
    ['items-listed', 'cookies', without('items')],
    [
      'way-back',
      'cookies',
      (draft) => ({
        ...draft,
        blocks: draft.blocks.filter(({ attrs }) => !('what' in attrs && attrs.what === 'choices')),
      }),
    ],
    ['date-told', 'privacy', without('changes')],
    [
      'translated',
      'privacy',
      (draft, of) => {
        of.setup.banner.languages = ['en', 'fi'];
        return draft;
      },
    ],
    ['conflicts-settled', 'privacy', (draft) => ({ ...draft, conflicts: { intro: null } })],
    [
      'conflicts-settled',
      'privacy',
      (draft) => ({ ...draft, translationConflicts: { de: { intro: p('intro', 'Deins.') } } }),
    ],
    ['nothing-left-over', 'privacy', saying('Write to [company name].')],
    ['nothing-left-over', 'privacy', saying('Escriba a [nombre de la empresa].')],
  ])('%s is found in %s', (rule, kind, change) => {
    expect(lint(change, kind).map((found) => found.rule)).toContain(rule);
  });

  it('names a service that fired before a yes', () => {
    expect(lint((draft) => draft, 'cookies', ['oddgull'])).toMatchObject([
      { rule: 'slipped-services', weight: 'contradiction' },
    ]);
  });

  it.each([
    ['a longer time than any lives', 'Cookies are kept for at most 400 days.'],
    ['a time of something else', 'Applications are kept for 30 days.'],
    ['a rule about leaving the ship', 'You may not leave the ferry outside the harbour without a ticket to lands.'],
  ])('is silent about %s', (_what, words) => {
    const found = lint(saying(words), 'cookies').map(({ rule }) => rule);
    expect(found.filter((rule) => rule === 'lifetime-as-told')).toEqual([]);
  });

  it('one press puts in what is missing, where it belongs', () => {
    const of = from();
    const draft = newPolicyDraft(of, 'en');
    const mended = withSection(without('rights')(draft), of, 'rights');
    expect(mended.blocks).toEqual(draft.blocks);
    const choices = withSection({ ...draft, blocks: [] }, of, 'choices');
    expect(choices.blocks).toMatchObject([{ type: 'live', attrs: { what: 'choices' } }]);
  });
});

it('answers may all be empty, and what is wrong in them is named', () => {
  expect(answersSchema.safeParse({}).success).toBe(true);
  const { error } = answersSchema.safeParse({
    controller: { email: 'no address' },
    recipients: [{ id: 'a', country: 'Japan' }],
  });
  expect(error?.issues.map(({ path }) => path.join('.'))).toEqual(['controller.email', 'recipients.0.country']);
});
