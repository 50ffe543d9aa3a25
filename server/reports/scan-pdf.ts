import type { SignedHead } from '@douane/api';
import { lifetimeWords, signWords } from '@douane/core/observe';
import type { ScanReport } from '@douane/core/scan';
import type { Purpose } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { factLines, heading, pdfOf, reportFrame, table, title } from './pdf';

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

/** A4 for an audit, as bytes of a PDF. */
export const scanReportPdf = (about: PdfAbout): Promise<Buffer> => pdfOf(scanReport(about));

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
    ...reportFrame(`Scan of ${site}`),
    content: [
      title(`What ${site} stores and contacts`),
      ...factLines(facts),
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
