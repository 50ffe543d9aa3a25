import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { printedPage, withBrowser } from '@douane/scanner';
import type { Browser } from 'playwright-core';
import { afterAll, expect, it } from 'vitest';

const asked: string[] = [];
const other = http.createServer((req, res) => {
  asked.push(req.url!);
  res.end();
});
await new Promise<void>((done) => other.listen(0, '127.0.0.1', done));
afterAll(() => other.close());

it('prints every script in type that has it, tagged, and neither runs nor loads anything', async () => {
  const { port } = other.address() as AddressInfo;
  const pdf = await printedPage(`<!doctype html><html lang="en"><meta charset="utf-8"><title>Policy</title>
    <script>document.title = 'ran'</script><img src="http://127.0.0.1:${port}/a.gif" alt="">
    <h1>Policy</h1><p lang="ar" dir="rtl">سياسة الخصوصية</p><p lang="he" dir="rtl">מדיניות</p><p lang="hi">गोपनीयता</p>
    <p lang="ja">プライバシー</p><p lang="ko">개인정보</p><p lang="zh-Hant">隱私權</p></html>`);
  const text = pdf.toString('latin1');
  expect(text.slice(0, 5)).toBe('%PDF-');
  for (const font of ['DejaVuSans', 'Lohit', 'DroidSansFallback']) expect(text).toContain(font);
  expect(text).toMatch(/\/Title \(Policy\)/);
  expect(text).toContain('/StructTreeRoot');
  expect(asked).toEqual([]);
});

it('a browser is ended in time, whatever a page does in it', async () => {
  let browser: Browser | undefined;
  const stuck = withBrowser({ allowPrivate: false, timeoutMs: 1_500 }, async (one) => {
    browser = one;
    const page = await (await one.newContext()).newPage();
    await page.setContent('<script>setTimeout(() => { for (;;); })</script>');
    return page.content();
  });
  await expect(stuck).rejects.toThrow('it took longer than 1.5 s');
  expect(browser!.isConnected()).toBe(false);
});
