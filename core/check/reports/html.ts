import { plainText } from '../../observe/plain-text';
import { linkWords } from '../../observe/words';
import { plural } from '../../words/index';
import { mendsFor } from '../mends/index';
import { exposedOn } from '../shown';
import { isMistold, slippedFrom, slippedThings, verdictTable } from '../summary';
import type { CheckedCase, CheckReport, Verdict } from '../types';
import { exposureWords, luckWords, slipWords, toldWords } from '../words';

/** What a report says of the check besides what was found. */
export interface ReportFacts {
  organisation: string;
  site: string;
  /** When the report was made, ISO 8601. */
  madeAt: string;
  madeBy: string;
  release: { number: number; hash: string };
  /** The ledger's end at that time; `null`: it is empty. */
  head: { number: number; hash: string } | null;
}

/**
 * The whole of a check as one HTML file for whoever has to be shown it: nothing is loaded from anywhere, nothing runs, and
 * it prints. Everything that came from a page is text.
 */
export function checkAsHtml(report: CheckReport, facts: ReportFacts): string {
  const { cases, pages, target, exposed = [], summary } = report;
  const things = slippedThings(cases);
  const title = `Check of ${facts.site}, ${facts.madeAt.slice(0, 10)}`;
  const result = things.length === 0 ? 'Nothing slipped' : `${plural(things.length, 'item')} slipped`;
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<meta http-equiv="content-security-policy" content="default-src 'none'; style-src 'unsafe-inline'">
<title>${text(title)}</title><style>${STYLE}</style></head><body>
<h1>${text(result)}</h1>
<p>${text(`${facts.site} (${target}), checked for ${facts.organisation} by ${facts.madeBy}.`)}
${text(`${summary.held} held, ${summary.cleared} cleared, ${summary.slipped} slipped, ${summary.silent} silent, counted over all visits.`)}
${exposed.length > 0 ? text(`${plural(exposed.length, 'place')} where only luck could hold.`) : ''}</p>
${section('What was tested', table(['', ''], testedRows(report, facts)))}
${things.length > 0 ? section('What slipped', things.map((thing) => slip(thing, report)).join('')) : ''}
${exposed.length > 0 ? section('Exposed', `<p>${text(EXPOSED)}</p><ul>${exposed.map((one) => `<li><code>${text(one.page)}</code> ${text(exposureWords(one))} ${text(luckWords(one, slippedFrom(one, cases)))}<pre>${text(one.text)}</pre></li>`).join('')}</ul>`) : ''}
${section('Every visit', matrix(cases))}
${section('When each choice was on record', table(['Visit', 'Choice', 'Record', 'Clicked', 'Known to be written'], recordRows(cases)))}
${problems(cases)}
${section('Pages', `<ul>${pages.map((page) => `<li><code>${text(page)}</code></li>`).join('')}</ul>`)}
${section('How, and what it cannot tell', METHOD.map((one) => `<p>${text(one)}</p>`).join(''))}
</body></html>
`;
}

function testedRows(report: CheckReport, { madeAt, release, head }: ReportFacts): string[][] {
  const carried = report.version === null ? 'none was found on the first page' : `v${report.version}`;
  return [
    ['Begun', `${report.startedAt}, took ${report.seconds.toFixed(0)} s`],
    ['With', report.browser],
    ['Visits', `${report.cases.length}, over ${plural(report.pages.length, 'page')} each`],
    ['Release in force', `v${release.number}, SHA-256 ${release.hash}`],
    ['Release that the site carried', carried],
    ['End of the ledger', head ? `record ${head.number}, ${head.hash}` : 'empty'],
    ['This report made', madeAt],
  ];
}

function slip({ item, cases }: ReturnType<typeof slippedThings>[number], { exposed }: CheckReport): string {
  const rows = [
    ['For', item.purpose ?? 'nobody has ruled it'],
    ['When', slipWords(item)],
    ['On', item.page ?? ''],
    ['Address', item.url ?? ''],
    ['Brought in by', (item.chain ?? []).map((link) => `${link.url} (${linkWords(link)})`).join(' → ')],
    ['In', cases.map(({ id }) => id).join(', ')],
    ...mendsFor({ ...item, exposed: exposedOn(item, exposed) }).map(({ words, code }) => [
      'To be done',
      code ? `${words}\n\n${code}` : words,
    ]),
  ];
  return `<h3>${text(`${item.host}: ${item.kind} ${item.name}`)}</h3>${table(
    ['', ''],
    rows.filter(([, value]) => value),
  )}`;
}

const LETTERS: Record<Verdict, string> = { held: 'H', cleared: 'C', slipped: 'S', silent: '–' };

function matrix(cases: readonly CheckedCase[]): string {
  const cell = (worst: Verdict | null) => (worst ? `<td class="${worst}">${LETTERS[worst]}</td>` : '<td></td>');
  const head = cases.map(({ id }) => `<th scope="col">${text(id)}</th>`).join('');
  const rows = [...verdictTable(cases)]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([service, row]) => `<tr><th scope="row">${text(service)}</th>${row.map(cell).join('')}</tr>`);
  return `<p>H held, C cleared, S slipped, – silent: allowed, and never fired.</p><div class="wide"><table class="matrix"><thead><tr><th scope="col">Service</th>${head}</tr></thead><tbody>${rows.join('')}</tbody></table></div>`;
}

const recordRows = (cases: readonly CheckedCase[]): string[][] =>
  cases.flatMap(({ id, recorded }) =>
    recorded.map((one) => [
      id,
      one.step,
      one.id ?? '',
      `${Math.round(one.clickedAtMs)} ms`,
      `${Math.round(one.atMs)} ms`,
    ]),
  );

function problems(cases: readonly CheckedCase[]): string {
  const all = cases.flatMap(({ id, problems: own, told = [] }) => [
    ...told.filter(isMistold).map((one) => `${id}: ${toldWords(one)}`),
    ...own.map((one) => `${id}: ${one}`),
  ]);
  return all.length === 0
    ? ''
    : section('What could not be told', `<ul>${all.map((one) => `<li>${text(one)}</li>`).join('')}</ul>`);
}

const EXPOSED =
  'Read from the page as its server sends it, whatever came of it in these visits: a browser may ask for these before the gate can hold them.';

const METHOD = [
  'A real browser visited the pages as each kind of visitor, each with a browser context of its own that knew nothing of the others, and made each choice by clicks in the site’s own banner.',
  'What left the browser was told by the browser and by a proxy through which all of it went; both accounts were held against each other. What only the proxy saw counts.',
  'A request, cookie or key counts as slipped where it came before the browser knew that the record which permits it had been written, or without such a record. Times are milliseconds from the first navigation of a visit.',
  'It tells of these pages, at this time, from this place in the network. A site may serve other things to others, or at other times; what a visitor does beyond choosing and going on (signing in, buying) was not done. Of encrypted connections the proxy knows the host and not the address. It is no legal advice.',
];

const section = (title: string, body: string): string => `<section><h2>${text(title)}</h2>${body}</section>`;

function table(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const head = heads.some(Boolean)
    ? `<thead><tr>${heads.map((one) => `<th scope="col">${text(one)}</th>`).join('')}</tr></thead>`
    : '';
  const body = rows.map(
    ([first = '', ...rest]) =>
      `<tr><th scope="row">${text(first)}</th>${rest.map((one) => `<td>${text(one)}</td>`).join('')}</tr>`,
  );
  return `<table>${head}<tbody>${body.join('')}</tbody></table>`;
}

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const text = (of: string): string => plainText(of).replace(/[&<>"']/g, (sign) => SIGNS[sign]!);

const STYLE = `body{font:15px/1.45 system-ui,sans-serif;color:#18212b;max-width:60rem;margin:2rem auto;padding:0 1rem}
h1{font-size:1.7rem}h2{font-size:1.15rem;border-top:1px solid #18212b;padding-top:.5rem;margin-top:2rem}h3{font-size:1rem;margin-bottom:.3rem}
table{border-collapse:collapse;width:100%}th,td{text-align:left;vertical-align:top;padding:.2rem .5rem .2rem 0;border-bottom:1px solid #d5d0c4;overflow-wrap:anywhere}
tbody th{font-weight:600;width:11rem}td{white-space:pre-wrap}.wide{overflow-x:auto}.matrix th,.matrix td{padding:.2rem .35rem;font-size:.8rem}.matrix td{text-align:center}
code,pre{font:13px/1.4 ui-monospace,monospace;overflow-wrap:anywhere;white-space:pre-wrap}.slipped{background:#b3261e;color:#fff;font-weight:700}.held{background:#f3e3bd}.cleared{background:#cfe5d8}
@media print{body{margin:0;max-width:none}section{break-inside:auto}h2,h3{break-after:avoid}}`;
