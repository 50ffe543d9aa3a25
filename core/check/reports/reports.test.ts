import { describe, expect, it } from 'vitest';
import { partByBaseline } from '../baseline';
import type { CheckedCase, CheckedItem, CheckReport, Exposure } from '../types';
import { checkAsHtml, checkAsJunit, checkAsMarkdown, checkAsSarif } from './index';

const PAGE = 'https://site.test/fares?a=b|c';
const slipped = (over: Partial<CheckedItem> = {}): CheckedItem => ({
  ...{ kind: 'request', name: 'image', host: 'ads.test', purpose: 'advertising', service: 'Ads', expected: 'hold' },
  ...{ verdict: 'slipped', page: PAGE, firings: [], cause: { code: 'not-permitted', ms: 12 } },
  chain: [
    { url: PAGE, how: 'page' },
    { url: 'https://ads.test/a.gif', how: 'markup', kind: 'image', line: 7 },
  ],
  ...over,
});
const held = slipped({ host: 'calm.test', verdict: 'held', cause: undefined });
const checked = (id: string, ...items: CheckedItem[]): CheckedCase => ({
  ...{ id, place: 'DE', signals: [], choice: 'refuse', regimes: ['eu'], asks: true, recordedAtMs: 1, recorded: [] },
  ...{ items, problems: [] },
});
const exposure: Exposure = {
  ...{ what: 'tag', page: PAGE, line: 9, text: '<img src=x>', marks: ['advertising'], hosts: ['ads.test'] },
  cases: ['DE refuse', 'DE none'],
};
const report = (cases: CheckedCase[], exposed: Exposure[] = []): CheckReport => ({
  ...{ format: 'douane.check/1', target: 'https://site.test/', startedAt: '', seconds: 3, browser: 'B', version: 1 },
  ...{ pages: [PAGE], cases, exposed, summary: { held: 1, cleared: 0, slipped: 2, silent: 0 } },
});
const BAD = report([checked('DE refuse', slipped(), held), checked('DE none', slipped())], [exposure]);
const KNOWN = partByBaseline(
  BAD,
  { format: 'douane.baseline/1', known: [{ host: 'ads.test', owner: 'shop team', until: '2026-12-31' }] },
  '2026-11-26',
);

describe('SARIF', () => {
  const results = (...given: Parameters<typeof checkAsSarif>) => JSON.parse(checkAsSarif(...given)).runs[0].results;
  it('has one result for each thing and page, with page and line', () => {
    const [slip, exposed, ...more] = results(BAD);
    expect(more).toEqual([]);
    expect(slip).toMatchObject({ ruleId: 'slipped', level: 'error' });
    expect(slip.message.text).toMatch(/^ads\.test: request image \(advertising\)\. It fired 12 ms .* In 2 cases: /);
    expect(slip.locations[0].physicalLocation).toEqual({
      artifactLocation: { uri: 'https://site.test/fares?a=b%7Cc' },
      region: { startLine: 7 },
    });
    expect(exposed).toMatchObject({ ruleId: 'exposed', level: 'warning' });
  });
  it('names the file of the source where a tag is found in it', () => {
    const sourceOf = (tag: string) => (tag === '<img src=x>' ? { file: 'pages/fares.html', line: 31 } : undefined);
    const place = { artifactLocation: { uri: 'pages/fares.html' }, region: { startLine: 31 } };
    const where = results(BAD, undefined, sourceOf).map(
      ({ locations }: { locations: { physicalLocation: object }[] }) => locations[0]?.physicalLocation,
    );
    expect(where).toEqual([place, place]);
  });
  it('suppresses what is known, with who answers for it', () => {
    expect(results(BAD, KNOWN)[0].suppressions).toEqual([
      { kind: 'external', justification: 'shop team, until 2026-12-31' },
    ]);
  });
  it('is empty where nothing is wrong', () => {
    expect(results(report([checked('DE refuse', held)]))).toEqual([]);
  });
});

describe('Markdown', () => {
  it('tells what slipped, why, what to do, and what luck holds', () => {
    const text = checkAsMarkdown(BAD);
    expect(text).toContain('## 1 item slipped on `https://site.test/`');
    expect(text).toContain('| `ads.test image` | advertising | `https://site.test/fares?a=b\\|c` | 2 |');
    expect(text).toContain('data-gate-src="https://ads.test/a.gif"');
    expect(text).toContain('It went out in 2 of 2 visits');
  });
  it('lets no text of a page be markup', () => {
    const hostile = slipped({ host: 'a.test', name: '`|](x)<b>' });
    const text = checkAsMarkdown(report([checked('DE refuse', hostile)]));
    expect(text).toContain('a.test ˋ\\|](x)<b>');
  });
  it('says so where nothing slipped', () => {
    expect(checkAsMarkdown(report([checked('DE refuse', held)]))).toContain('## Nothing slipped');
  });
});

it('makes an error of JUnit of what could not be checked, and none of what only did not answer', () => {
  const visit = { ...checked('DE refuse', held), problems: ['no gate', 'slow'], notChecked: ['no gate'] };
  const xml = checkAsJunit(report([visit]));
  expect([xml.match(/<error/g)?.length, xml.match(/<skipped/g)?.length]).toEqual([1, 1]);
});

describe('the report to be given out', () => {
  const facts = {
    ...{ organisation: 'Lightermen', site: 'Shop', madeAt: '2026-11-26T10:00:00.000Z', madeBy: 'Ines' },
    ...{ release: { number: 4, hash: 'f00d' }, head: { number: 12, hash: 'beef' } },
  };
  it('says what was tested, against which release, and how the ledger ended', () => {
    const html = checkAsHtml(BAD, facts);
    for (const told of ['1 item slipped', 'v4, SHA-256 f00d', 'record 12, beef', 'checked for Lightermen by Ines'])
      expect(html).toContain(told);
    expect(html).toContain('<td class="slipped">S</td>');
    expect(checkAsHtml(report([checked('DE refuse', held)]), { ...facts, head: null })).toContain('Nothing slipped');
  });
  it('loads nothing, runs nothing, and takes what pages say as text', () => {
    const hostile = slipped({ name: '</table><script src=//evil.test></script>', page: '"><img src=x onerror=1>' });
    const html = checkAsHtml(
      report([checked('DE refuse', hostile)], [{ ...exposure, text: '<script>1</script>' }]),
      facts,
    );
    expect(html.match(/<(script|img|link|iframe)/gi)).toBeNull();
    expect(html).toContain('&lt;/table&gt;&lt;script');
  });
});

it('fails no test of JUnit for what is known or exposed, and one for what is not', () => {
  const failures = (xml: string) => (xml.match(/<failure/g) ?? []).length;
  expect(failures(checkAsJunit(BAD))).toBe(2);
  const known = checkAsJunit(BAD, KNOWN);
  expect([failures(known), (known.match(/<skipped/g) ?? []).length]).toEqual([0, 3]);
});
