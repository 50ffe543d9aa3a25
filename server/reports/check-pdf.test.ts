import type { CheckedCase, CheckReport } from '@douane/core/check';
import { checkAsHtml } from '@douane/core/check/reports';
import { expect, it } from 'vitest';
import { checkReport, checkReportPdf } from './check-pdf';

const ITEM = {
  kind: 'request',
  name: 'image',
  host: 'ads.localhost',
  purpose: 'advertising',
  service: 'Ads',
  expected: 'hold',
} as const;
const visit = (n: number, verdict: 'held' | 'slipped'): CheckedCase => ({
  ...{
    id: `place=DE,visit=${n}`,
    place: 'DE',
    signals: [],
    choice: 'none',
    regimes: [],
    asks: true,
    recordedAtMs: null,
  },
  recorded: [],
  items: [
    { ...ITEM, verdict, firings: [], ...(verdict === 'slipped' && { firstAtMs: 12, page: 'http://s.localhost/' }) },
  ],
  problems: n === 2 ? ['http://s.localhost/b: answered 500'] : [],
});
const REPORT: CheckReport = {
  ...{ format: 'douane.check/1', target: 'http://s.localhost/', startedAt: '2026-11-26T10:00:00.000Z', seconds: 3 },
  ...{ browser: 'Chromium 1', version: 2, pages: ['http://s.localhost/'] },
  cases: Array.from({ length: 50 }, (_, n) => visit(n, n === 7 ? 'slipped' : 'held')),
  summary: { held: 49, cleared: 0, slipped: 1, silent: 0 },
};
const FACTS = {
  ...{ organisation: 'Org', site: 'Site', madeAt: '2026-11-26T11:00:00.000Z', madeBy: 'Ines' },
  release: { number: 2, hash: 'f'.repeat(64) },
  head: null,
};
const written = JSON.stringify(checkReport({ report: REPORT, facts: FACTS }).content).replaceAll('\u200b', '');

it('says what the HTML file says', () => {
  const html = checkAsHtml(REPORT, FACTS);
  for (const part of ['1 item slipped', 'f'.repeat(64), 'http://s.localhost/b: answered 500', 'place=DE,visit=49']) {
    expect(html).toContain(part);
    expect(written).toContain(part);
  }
});

it('parts many visits into tables that fit the page, and leaves none out', () => {
  const heads = [...written.matchAll(/"text":"(\d+)","bold":true,"alignment"/g)].map(([, n]) => Number(n));
  expect(heads).toEqual(Array.from({ length: 50 }, (_, i) => i + 1));
  expect(written.match(/"text":"Service"/g)).toHaveLength(3);
  expect(written.match(/"text":"S","alignment"/g)).toHaveLength(1);
});

it('is a PDF', async () => {
  const pdf = await checkReportPdf({ report: REPORT, facts: FACTS });
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
});
