import type { SignedHead } from '@douane/api';
import { lifetimeWords, plainText, signWords } from '@douane/core/observe';
import type { ScanReport } from '@douane/core/scan';
import type { Purpose } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import pdfmake from 'pdfmake';
import roboto from 'pdfmake/fonts/Roboto.js';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

/** A scan as it is kept: an import has pages and items only. */
export type AuditScan = Pick<ScanReport, 'pages' | 'items'> &
  Partial<Omit<ScanReport, 'pages' | 'items'>> & {
    /** The end of the site's ledger as the report was made. */
    ledger?: SignedHead;
  };

/** What a report is made from: plain data, so that it can be handed to a thread. */
export interface PdfAbout {
  site: string;
  organisation: string;
  purposes: readonly Purpose[];
  scan: AuditScan;
}

pdfmake.setFonts(roboto);
// A report names addresses of scanned pages; nothing in it may make this program fetch or read anything.
const fontFiles = new Set(Object.values(roboto).flatMap((font) => Object.values(font)));
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((file) => fontFiles.has(file));

const INK = '#18222d';
const FAINT = '#53606c';

/** A4 for an audit, as bytes of a PDF. */
export const scanReportPdf = (about: PdfAbout): Promise<Buffer> => pdfmake.createPdf(scanReport(about)).getBuffer();

/** What an audit reads: what was scanned, when, how, with which browser, how much of it, and everything found. */
export function scanReport({ site, organisation, purposes, scan }: PdfAbout): TDocumentDefinitions {
  const { pages, items, signs = [], coverage, plan, problems = [] } = scan;
  const visited = pages.filter((page) => page.outcome === 'ok').length;
  const nameOf = (id: string | null) => (id === null ? 'open' : (purposes.find((p) => p.id === id)?.name ?? id));
  const facts: [string, string][] = [
    ['Site', `${site}, ${scan.target ?? ''}`],
    ['Organisation', organisation],
    ['Date', scan.startedAt ? new Date(scan.startedAt).toUTCString() : ''],
    ['Browser', scan.browser ?? ''],
    ['Duration', scan.seconds === undefined ? '' : `${scan.seconds.toFixed(0)} s`],
    [
      'Pages visited',
      `${visited} of ${coverage?.known ?? pages.length} known${scan.cancelled ? '; the scan was stopped before its end' : ''}`,
    ],
    [
      'Not visited',
      pages.length > visited ? `${pages.length - visited} pages failed or were skipped; they are listed below` : 'none',
    ],
    [
      'Sampled',
      coverage?.sampled.map((s) => `${s.family}: ${s.visited} visited, ${s.left} alike left`).join('; ') ||
        'nothing: no page was left for the budget',
    ],
    ['Method', method(plan)],
    [
      'Found',
      `${plural(items.length, 'item')}: ${items.filter((i) => i.party === 'third').length} of third parties, ${items.filter((i) => i.purpose === null).length} open`,
    ],
    ['Ledger', scan.ledger ? headWords(scan.ledger) : 'no consent was on record yet'],
  ];
  return {
    info: { title: `Scan of ${site}`, creator: 'Douane' },
    pageSize: 'A4',
    pageMargins: [40, 48, 40, 48],
    defaultStyle: { font: 'Roboto', fontSize: 8.5, color: INK, lineHeight: 1.15 },
    footer: (page, of) => ({
      text: `Scan of ${safe(site)}, page ${page} of ${of}`,
      margin: [40, 16],
      fontSize: 7.5,
      color: FAINT,
    }),
    content: [
      { text: `What ${safe(site)} stores and contacts`, fontSize: 18, bold: true, margin: [0, 0, 0, 10] },
      ...facts
        .filter(([, value]) => value)
        .map(
          ([name, value]): Content => ({
            columns: [{ text: name, width: 90, color: FAINT }, { text: safe(value, 1200) }],
            margin: [0, 1],
          }),
        ),
      heading('Items'),
      table(
        ['Name', 'Kind', 'Host', 'Party', 'Lives', 'Purpose', 'Service', 'Brought in by', 'Pages'],
        [72, 38, 72, 24, 32, 48, 56, 70, 26],
        items.map((i) => [
          i.name,
          i.kind,
          i.host,
          i.party,
          i.kind === 'cookie' ? lifetimeWords(i.lifetimeSeconds) : '',
          nameOf(i.purpose),
          i.service ?? '',
          parentOf(i.chain),
          String(i.pages.length),
        ]),
      ),
      ...(signs.length > 0
        ? [
            heading('Signs'),
            table(
              ['What', 'On'],
              [330, 160],
              signs.map((sign) => [signWords(sign), sign.page]),
            ),
          ]
        : []),
      heading('Pages'),
      table(
        ['Address', 'Outcome', 'Answer', 'Seconds'],
        [270, 130, 36, 40],
        pages.map((p) => [
          p.url,
          p.why ? `${p.outcome}: ${p.why}` : p.outcome,
          String(p.status ?? ''),
          p.seconds.toFixed(1),
        ]),
      ),
      ...(problems.length > 0
        ? [
            heading('Problems'),
            table(
              ['Page', 'What'],
              [210, 280],
              problems.slice(0, 500).map((p) => [p.page, p.what]),
            ),
          ]
        : []),
    ],
  };
}

/** All that a head file holds, so that one can be made of it by hand years later. */
function headWords({ number, hash, at, format, siteId, publicKey, signature }: SignedHead): string {
  const end = `${plural(number, 'consent record')} at ${at}, of which the last has hash ${hash} (${format}, site ${siteId})`;
  return signature ? `${end}; signed ${signature} under ${publicKey}` : `${end}; not signed`;
}

function method(plan: ScanReport['plan'] | undefined): string {
  if (!plan) return 'read from a file';
  return [
    `A browser opened each page as a new visitor (${plan.device}, ${plan.language}) without making a choice, scrolled to its end, waited until it was quiet, and left it.`,
    plan.afterYes && 'Each page was visited a second time by a visitor who had said yes to everything.',
    plan.listed.length > 0
      ? 'The pages were listed by hand.'
      : `Pages were found by links${plan.sitemaps ? ' and sitemaps' : ''}, at most ${plan.pages}.`,
    plan.include.length > 0 && `Only ${plan.include.join(', ')}.`,
    plan.exclude.length > 0 && `Without ${plan.exclude.join(', ')}.`,
    plan.steps.length > 0 &&
      `On pages that fit, ${plural(plan.steps.length, 'step')} ${plan.steps.length === 1 ? 'was' : 'were'} taken.`,
    plan.ownSite ? 'The owner allowed pages that robots.txt forbids.' : 'robots.txt was obeyed.',
  ]
    .filter(Boolean)
    .join(' ');
}

function parentOf(chain: ScanReport['items'][number]['chain']): string {
  const parent = chain.length > 2 ? chain.at(-2)!.url : '';
  return URL.canParse(parent) ? new URL(parent).host + new URL(parent).pathname : chain.length > 0 ? 'the page' : '';
}

const heading = (text: string): Content => ({ text, fontSize: 12, bold: true, margin: [0, 16, 0, 4] });

function table(head: string[], widths: number[], rows: string[][]): Content {
  return {
    layout: {
      hLineWidth: (i) => (i === 1 ? 0.8 : i === 0 ? 0 : 0.3),
      vLineWidth: () => 0,
      hLineColor: () => FAINT,
      paddingLeft: () => 0,
      paddingRight: () => 6,
    },
    fontSize: 7,
    table: {
      headerRows: 1,
      widths,
      body: [head.map((text) => ({ text, bold: true })), ...rows.map((row) => row.map((cell) => safe(cell)))],
    },
  };
}

/** Text from pages: no control characters, not endless, and broken where a long word would leave its column. */
const safe = (text: string, most = 160) => plainText(text.slice(0, most)).replace(/(\S{18})(?=\S)/g, '$1\u200B');
