import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { printedPage } from '@douane/scanner';
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
