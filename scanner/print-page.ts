import { withBrowser } from './with-browser';

/** Five thousand items are 770 pages, and took 18 s on two slow cores. */
const TIMEOUT_MS = 120_000;
/** Where the page seems to be; nobody's (RFC 2606). */
const ADDRESS = 'http://douane.invalid/';

let last: Promise<unknown> = Promise.resolve();

/**
 * A page of ours as bytes of a PDF: A4, tagged, with an outline and the number of each page, in every script that the
 * machine has type for. No script of it runs, and it loads nothing. One at a time, so that many who ask do not start many
 * browsers. Throws a sentence where it takes too long, `CannotRun` where there is no browser.
 *
 * @param html A whole document; what it says of print holds.
 */
export function printedPage(html: string): Promise<Buffer> {
  const made = last.then(() => print(html));
  last = made.catch(() => {});
  return made;
}

const print = (html: string): Promise<Buffer> =>
  withBrowser({ allowPrivate: false, timeoutMs: TIMEOUT_MS }, async (browser) => {
    const context = await browser.newContext({ javaScriptEnabled: false, serviceWorkers: 'block' });
    const page = await context.newPage();
    await page.route('**/*', (route) =>
      route.request().url() === ADDRESS
        ? route.fulfill({ contentType: 'text/html; charset=utf-8', body: html })
        : route.abort(),
    );
    await page.goto(ADDRESS, { timeout: TIMEOUT_MS });
    return page.pdf({
      ...{ format: 'A4', tagged: true, outline: true, displayHeaderFooter: true, headerTemplate: '<i></i>' },
      footerTemplate:
        '<p style="font:8px sans-serif;margin:0 auto"><span class="pageNumber"></span> / <span class="totalPages"></span></p>',
      margin: { top: '18mm', bottom: '20mm', left: '18mm', right: '18mm' },
    });
  });
