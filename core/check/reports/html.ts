import { htmlText as text } from '../../observe/plain-text';
import type { CheckReport } from '../types';
import { type ReportBlock, type ReportFacts, type ReportPictures, reportContent, VERDICT_LETTERS } from './content';

/**
 * The whole of a check as one HTML file for whoever has to be shown it: nothing is loaded from anywhere, nothing runs, and
 * it prints. Everything that came from a page is text.
 */
export function checkAsHtml(report: CheckReport, facts: ReportFacts, pictures: ReportPictures = new Map()): string {
  const { title, result, lead, sections } = reportContent(report, facts);
  const block = (one: ReportBlock) => drawn(one, pictures);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<meta http-equiv="content-security-policy" content="default-src 'none'; style-src 'unsafe-inline'; img-src data:">
<title>${text(title)}</title><style>${STYLE}</style></head><body>
<h1>${text(result)}</h1>
<p>${lead.map(text).join('\n')}</p>
${sections.map((one) => `<section><h2>${text(one.title)}</h2>${one.blocks.map(block).join('\n')}</section>`).join('\n')}
</body></html>
`;
}

function drawn(of: ReportBlock, pictures: ReportPictures): string {
  if ('text' in of) return `<p>${text(of.text)}</p>`;
  if ('heading' in of) return `<h3>${text(of.heading)}</h3>`;
  if ('code' in of) return `<pre>${of.code.split('\n').map(text).join('\n')}</pre>`;
  if ('list' in of) return `<ul>${of.list.map((one) => `<li>${text(one)}</li>`).join('')}</ul>`;
  if ('picture' in of) {
    const jpeg = pictures.get(of.picture);
    return jpeg === undefined
      ? ''
      : `<figure><img alt="The page as the visitor saw it" src="data:image/jpeg;base64,${text(jpeg)}"><figcaption>${text(of.caption)}</figcaption></figure>`;
  }
  if ('facts' in of) return table([], of.facts);
  if ('rows' in of) return table(of.heads, of.rows);
  return matrix(of);
}

function matrix({ visits, verdicts }: Extract<ReportBlock, { visits: string[] }>): string {
  const head = visits.map((id) => `<th scope="col">${text(id)}</th>`).join('');
  const rows = verdicts.map(({ service, cells }) => {
    const drawn = cells.map((one) => (one ? `<td class="${one}">${VERDICT_LETTERS[one]}</td>` : '<td></td>'));
    return `<tr><th scope="row">${text(service)}</th>${drawn.join('')}</tr>`;
  });
  return `<div class="wide"><table class="matrix"><thead><tr><th scope="col">Service</th>${head}</tr></thead><tbody>${rows.join('')}</tbody></table></div>`;
}

function table(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const head =
    heads.length > 0
      ? `<thead><tr>${heads.map((one) => `<th scope="col">${text(one)}</th>`).join('')}</tr></thead>`
      : '';
  const body = rows.map(
    ([first = '', ...rest]) =>
      `<tr><th scope="row">${text(first)}</th>${rest.map((one) => `<td>${text(one)}</td>`).join('')}</tr>`,
  );
  return `<table>${head}<tbody>${body.join('')}</tbody></table>`;
}

const STYLE = `img{max-width:100%;border:1px solid #d5d0c4}figure{margin:.5rem 0}body{font:15px/1.45 system-ui,sans-serif;color:#18212b;max-width:60rem;margin:2rem auto;padding:0 1rem}
h1{font-size:1.7rem}h2{font-size:1.15rem;border-top:1px solid #18212b;padding-top:.5rem;margin-top:2rem}h3{font-size:1rem;margin-bottom:.3rem}
table{border-collapse:collapse;width:100%}th,td{text-align:left;vertical-align:top;padding:.2rem .5rem .2rem 0;border-bottom:1px solid #d5d0c4;overflow-wrap:anywhere}
tbody th{font-weight:600;width:11rem}td{white-space:pre-wrap}.wide{overflow-x:auto}.matrix th,.matrix td{padding:.2rem .35rem;font-size:.8rem}.matrix td{text-align:center}
code,pre{font:13px/1.4 ui-monospace,monospace;overflow-wrap:anywhere;white-space:pre-wrap}.slipped{background:#b3261e;color:#fff;font-weight:700}.held{background:#f3e3bd}.cleared{background:#cfe5d8}
@media print{body{margin:0;max-width:none}section{break-inside:auto}h2,h3{break-after:avoid}}`;
