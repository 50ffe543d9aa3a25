import { newSetup } from '@douane/core/setup';
import { expect, it } from 'vitest';
import { HeadSigner } from '../ledger/heads';
import { type AuditScan, scanReport, scanReportPdf } from './scan-pdf';

const item = { kind: 'cookie', name: 'uid', host: 'ads.localhost', party: 'third', pages: ['/a'], chain: [] } as const;
const SCAN: AuditScan = {
  pages: [
    { url: 'http://site.localhost/', status: 200, seconds: 1, outcome: 'ok' },
    { url: 'http://site.localhost/gone', status: 404, seconds: 1, outcome: 'failed', why: 'answered 404' },
  ],
  items: [{ ...item, pages: [...item.pages], chain: [], purpose: null }],
  signs: [
    { what: 'cookie-syncing', host: 'pool.localhost', name: 'uid', from: 'ads.localhost', page: '/a', chain: [] },
  ],
};
const PURPOSES = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s').purposes;
const about = (scan: AuditScan) => ({ site: 'Site', organisation: 'Org', purposes: PURPOSES, scan });
/** All that is written, in its order, without the places where long words may be broken. */
const text = (scan: AuditScan) => JSON.stringify(scanReport(about(scan)).content).replaceAll('\u200b', '');

it('tells pages that failed, items that are open and signs in words', () => {
  const written = text(SCAN);
  expect(written).toContain('1 of 2 known');
  expect(written).toContain('1 item: 1 of third parties, 1 open');
  expect(written).toContain('failed: answered 404');
  expect(written).toContain('the identifier in uid of ads.localhost was sent to pool.localhost');
});

it('carries the signed end of the ledger, with all that is needed to prove it later', () => {
  const site = { key: 'site', siteId: '00000000-0000-4000-8000-000000000001' };
  const head = new HeadSigner('secret').sign(site, { number: 7, hash: 'a'.repeat(64) }, '2026-11-25T10:00:00.000Z');
  const written = text({ ...SCAN, ledger: head });
  for (const part of [head.hash, head.signature!, head.publicKey!, head.at, head.siteId, '7 consent records']) {
    expect(written).toContain(part);
  }
  expect(text(SCAN)).toContain('no consent was on record yet');
});

it('is a PDF, also where a page sent text that no font has', async () => {
  const odd = { ...SCAN.items[0]!, name: '\u0000\ud800\u{1F37A}'.repeat(400) };
  const pdf = await scanReportPdf(about({ ...SCAN, items: [odd] }));
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
});
