import { expect, it } from 'vitest';
import { nextStep, type SiteState, type Station, stagesOf } from './index';

const done: SiteState = {
  scan: { state: 'done', at: null, pages: 13, items: 38 },
  alarms: 0,
  openItems: 0,
  ruledItems: 38,
  regimes: ['eu'],
  siteRules: 0,
  version: 2,
  paused: false,
  newest: 2,
  draftDiffers: 0,
  gate: { state: 'done', first: 13, of: 13 },
  check: { state: 'done', at: null, cases: 6, slipped: 0, version: 2 },
  policies: { all: 1, live: 1, inReview: 0, approved: 0 },
  records: 1,
};

it.each<[string, Partial<SiteState>, string, string]>([
  ['nothing was done', { scan: null }, 'scan', 'Scan the site'],
  ['new things raised an alarm', { alarms: 2, openItems: 3 }, 'scan', 'See 2 alarms about new things'],
  ['a scan runs', { scan: { ...done.scan!, state: 'running' } }, 'scan', 'The scan is running'],
  ['items are open', { openItems: 1 }, 'classify', 'Rule 1 open item'],
  [
    'nothing is published',
    { version: null, newest: null, gate: null, check: null },
    'banner',
    'Publish the first release',
  ],
  ['the draft differs', { draftDiffers: 2 }, 'banner', 'Publish v3'],
  ['a law was withdrawn', { regimes: ['eu', 'moon'], draftDiffers: 2 }, 'regions', 'Decide about 1 law known no more'],
  ['the banner is paused', { paused: true }, 'banner', 'Show the banner again'],
  ['nobody looked', { gate: null }, 'install', 'Install the gate'],
  [
    'the gate is late somewhere',
    { gate: { state: 'done', first: 12, of: 13 } },
    'install',
    'Put the gate first on every page',
  ],
  ['the check is of an older version', { check: { ...done.check!, version: 1 } }, 'check', 'Check v2'],
  [
    'something slipped',
    { check: { ...done.check!, slipped: 3 }, openItems: 5 },
    'check',
    'See the 3 items that slipped',
  ],
  [
    'a check runs, of which no release is known yet',
    { check: { ...done.check!, state: 'running', version: null } },
    'check',
    'The check is running',
  ],
  ['there is no policy', { policies: { ...done.policies, all: 0, live: 0 } }, 'policies', 'Write the first policy'],
  [
    'one is approved',
    { policies: { all: 1, live: 0, inReview: 0, approved: 1 } },
    'policies',
    'Have what is approved be live',
  ],
  ['all is well', {}, 'check', 'Nothing to do'],
])('when %s', (_when, change, station, words) => {
  expect(nextStep({ ...done, ...change })).toMatchObject({ station, words });
});

it.each<[string, Partial<SiteState>, Station, object]>([
  [
    'a policy waits for a reviewer',
    { policies: { all: 2, live: 1, inReview: 1, approved: 0 } },
    'policies',
    { mark: 'waits', text: '1 live', detail: '1 in review' },
  ],
  [
    'a policy is a draft still',
    { policies: { all: 2, live: 1, inReview: 0, approved: 0 } },
    'policies',
    { mark: 'waits', text: '1 live', detail: '1 draft' },
  ],
  [
    'laws and rules are counted',
    { regimes: ['eu', 'us-ca'], siteRules: 1 },
    'regions',
    { mark: 'in-order', text: '2 laws, 1 rule', detail: 'European Economic Area · California' },
  ],
  [
    'a scan that failed says why',
    { scan: { ...done.scan!, state: 'failed', why: 'no answer' } },
    'scan',
    { mark: 'slipped', detail: 'no answer' },
  ],
  [
    'one that was cancelled is not in order',
    { scan: { ...done.scan!, state: 'cancelled' } },
    'scan',
    { mark: 'waits' },
  ],
  ['an alarm goes before that it is done', { alarms: 1 }, 'scan', { mark: 'slipped', text: '1 alarm' }],
  ['a gate that comes late somewhere', { gate: { state: 'done', first: 12, of: 13 } }, 'install', { mark: 'slipped' }],
  ['a clean check of an older version', { version: 3 }, 'check', { mark: 'waits', text: 'clean, but older' }],
  [
    'visits that could not be checked',
    { check: { ...done.check!, failed: 2 } },
    'check',
    { mark: 'slipped', text: '2 not checked' },
  ],
  ['a check that was cancelled', { check: { ...done.check!, state: 'cancelled' } }, 'check', { mark: 'slipped' }],
])('%s', (_what, change, station, stage) => {
  expect(stagesOf({ ...done, ...change })[station]).toMatchObject(stage);
});

it('marks each stage as it stands', () => {
  const marks = Object.values(
    stagesOf({ ...done, openItems: 2, draftDiffers: 1, check: { ...done.check!, slipped: 1 } }),
  ).map((s) => s.mark);
  expect(marks).toEqual(['in-order', 'waits', 'in-order', 'waits', 'in-order', 'in-order', 'slipped', 'in-order']);
});
