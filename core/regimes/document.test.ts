import { describe, expect, it } from 'vitest';
import { treatmentChangesAsCsv, treatmentsAsCsv } from '../exchange/index';
import { type DocumentedSite, treatmentChanges, treatmentRows } from './index';

const PURPOSES = [
  { id: 'necessary', name: 'Necessary', necessary: true },
  { id: 'stats', name: 'Statistics' },
  { id: 'ads', name: 'Advertising', activities: ['sale', 'targeted-advertising'] as const },
];
const PLACES = ['DE', 'FR', 'IT', 'US', 'US-CA', 'US-CO', 'US-NV', 'ZM', ''];
const site = (change: Partial<DocumentedSite['regions']> = {}, on = '2026-11-25'): DocumentedSite => ({
  purposes: PURPOSES,
  regions: { regimes: ['eu', 'us-ca', 'us-co'], fallback: 'eu', ...change },
  on,
});

describe('who is asked what, and why', () => {
  it('is one row for each treatment: the site’s rules, then laws, then the fallback', () => {
    const rules = [{ places: ['US-NV', 'US-CO'], treat: 'stricter' as const, regime: 'eu', reason: 'one team' }];
    const rows = treatmentRows(site({ rules }), PLACES);
    expect(rows.map(({ places, cells }) => [places.join(' '), cells['Treated by']])).toEqual([
      ['US-CO', 'rule 1: the stricter of Colorado and European Economic Area'],
      ['US-NV', 'rule 1: the stricter of United States, other states and European Economic Area'],
      ['DE FR', 'the law of the place: European Economic Area'],
      // Its law lets a child decide alone earlier than the rest, and is not served.
      ['IT', 'the law of the place: European Economic Area'],
      ['US', 'state unknown: the stricter of California, Colorado and European Economic Area'],
      ['US-CA', 'the law of the place: California'],
      ['ZM ', 'fallback: European Economic Area'],
    ]);
  });

  it('says how each purpose is treated, what children need, and which link the law names', () => {
    const [row] = treatmentRows(site(), ['US-CA']);
    expect(row!.cells).toMatchObject({
      Statistics: 'may run with a notice (Civil Code 1798.100(a))',
      Advertising: 'may run until the visitor objects (Civil Code 1798.120)',
      Children: 'under 13: a guardian’s yes for Advertising. under 16: the child’s own yes for Advertising',
      Links: 'Your Privacy Choices',
      'Asked again': 'after 365 days at the earliest',
    });
  });

  it('shows the organisation’s own values with their reasons, and where less is asked than the law does', () => {
    const overrides = {
      eu: { yesDays: 365, modes: { 'own-statistics': 'notice' as const }, reason: 'board of 3 May' },
    };
    const [row] = treatmentRows(site({ overrides }), ['DE']);
    expect(row!.cells).toMatchObject({
      'A yes stands': '365 days',
      'Own values':
        'statistics of one’s own visitors, and of nobody else may run with a notice; a yes stands for 365 days',
      'Less than the law': 'how long a yes stands',
      Reason: 'board of 3 May',
    });
  });

  it('is a CSV in which a reason cannot be taken for a formula', () => {
    const overrides = { eu: { yesDays: 90, reason: '=cmd' } };
    const csv = treatmentsAsCsv(treatmentRows(site({ overrides }), ['DE', 'ZM']));
    expect(csv.split('\r\n')).toHaveLength(3);
    expect(csv).toContain("'=cmd");
  });
});

describe('two states of a site', () => {
  it('differ by day where the law changed', () => {
    const changes = treatmentChanges(site({}, '2024-06-30'), site({}, '2024-07-01'), ['DE', 'US-CO']);
    expect(changes.map(({ places }) => places)).toEqual([['US-CO']]);
    expect(changes[0]!.changes).toEqual([
      {
        column: 'Global Privacy Control',
        before: 'counts as a refusal of sale, sharing and targeted advertising, until a knowing yes',
        after: 'has to be obeyed: it objects to sale, sharing and targeted advertising',
      },
    ]);
  });

  it('differ by version where somebody changed it, also by a purpose that only one has', () => {
    const after = { ...site({ fallback: 'us-ca' }), purposes: [...PURPOSES, { id: 'maps', name: 'Maps' }] };
    const changes = treatmentChanges(site(), after, PLACES);
    const of = (place: string) => changes.find(({ places }) => places.includes(place))!.changes;
    expect(of('DE')).toContainEqual({
      column: 'Maps',
      before: '',
      after: 'waits for a yes (ePrivacy Directive art. 5(3); GDPR art. 4(11))',
    });
    expect(of('ZM').map(({ column }) => column)).toEqual(expect.arrayContaining(['Treated by', 'Advertising', 'Maps']));
    expect(treatmentChangesAsCsv(changes)).toContain('Maps,,waits for a yes (ePrivacy');
  });

  it('do not differ where nothing does', () => {
    expect(treatmentChanges(site(), site(), PLACES)).toEqual([]);
  });
});
