import { linkWords } from '../../observe/words';
import { plural } from '../../words/index';
import { mendsFor } from '../mends/index';
import { exposedOn } from '../shown';
import { isMistold, slippedFrom, slippedThings, verdictTable } from '../summary';
import type { CheckedCase, CheckReport, Verdict } from '../types';
import { exposureWords, luckWords, pictureWords, slipWords, toldWords } from '../words';

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

/** One part of a section; all of it is text that may come from a page. */
export type ReportBlock =
  | { text: string }
  | { heading: string }
  | { code: string }
  | { list: string[] }
  | { picture: number; caption: string }
  | { facts: (readonly [name: string, value: string])[] }
  | { heads: string[]; rows: string[][] }
  | { visits: string[]; verdicts: { service: string; cells: (Verdict | null)[] }[] };

/** All that a report of a check to be given out says, in its order, whatever form it is given in. */
export interface ReportContent {
  title: string;
  result: string;
  lead: string[];
  sections: { title: string; blocks: ReportBlock[] }[];
}

/** Puts together what a report says. */
export function reportContent(report: CheckReport, facts: ReportFacts): ReportContent {
  const { cases, pages, target, exposed = [], summary } = report;
  const things = slippedThings(cases);
  const problems = problemsOf(cases);
  const lead = [
    `${facts.site} (${target}), checked for ${facts.organisation} by ${facts.madeBy}.`,
    `${summary.held} held, ${summary.cleared} cleared, ${summary.slipped} slipped, ${summary.silent} silent, counted over all visits.`,
    ...(exposed.length > 0 ? [`${plural(exposed.length, 'place')} where only luck could hold.`] : []),
  ];
  const places = exposed.flatMap((one): ReportBlock[] => [
    { text: `${one.page} ${exposureWords(one)} ${luckWords(one, slippedFrom(one, cases))}` },
    { code: one.text },
  ]);
  const sections: ReportContent['sections'] = [
    { title: 'What was tested', blocks: [{ facts: testedFacts(report, facts) }] },
    { title: 'What slipped', blocks: things.flatMap((thing) => slipBlocks(thing, report)) },
    { title: 'Exposed', blocks: places.length > 0 ? [{ text: EXPOSED }, ...places] : [] },
    { title: 'Every visit', blocks: [{ text: LETTERS_MEAN }, verdictBlock(cases)] },
    {
      title: 'When each choice was on record',
      blocks: [{ heads: ['Visit', 'Choice', 'Record', 'Clicked', 'Known to be written'], rows: recordRows(cases) }],
    },
    { title: 'What could not be told', blocks: problems.length > 0 ? [{ list: problems }] : [] },
    { title: 'Pages', blocks: [{ list: pages }] },
    { title: 'How, and what it cannot tell', blocks: METHOD.map((text) => ({ text })) },
  ];
  return {
    title: `Check of ${facts.site}, ${facts.madeAt.slice(0, 10)}`,
    result: things.length === 0 ? 'Nothing slipped' : `${plural(things.length, 'item')} slipped`,
    lead,
    sections: sections.filter(({ blocks }) => blocks.length > 0),
  };
}

function testedFacts(report: CheckReport, { madeAt, release, head }: ReportFacts): [string, string][] {
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

function slipBlocks(
  { item, cases }: ReturnType<typeof slippedThings>[number],
  { exposed }: CheckReport,
): ReportBlock[] {
  const facts: [string, string][] = [
    ['For', item.purpose ?? 'nobody has ruled it'],
    ['When', slipWords(item)],
    ['On', item.page ?? ''],
    ['Address', item.url ?? ''],
    ['Brought in by', (item.chain ?? []).map((link) => `${link.url} (${linkWords(link)})`).join(' › ')],
    ['In', cases.map(({ id }) => id).join(', ')],
  ];
  const mends = mendsFor({ ...item, exposed: exposedOn(item, exposed) });
  const { picture, firstAtMs = 0 } = item;
  return [
    { heading: `${item.host}: ${item.kind} ${item.name}` },
    { facts: facts.filter(([, value]) => value) },
    ...(picture ? [{ picture: picture.number, caption: pictureWords(picture.atMs, firstAtMs) }] : []),
    ...mends.flatMap(({ words, code }) => [{ text: `To be done: ${words}` }, ...(code ? [{ code }] : [])]),
  ];
}

/** Pictures (JPEG in base64) by their numbers; see `picturesOf`. */
export type ReportPictures = ReadonlyMap<number, string>;
/** A report is a file to be sent by mail. */
const MOST_PICTURES = 24;

/** Numbers of the pictures that a report shows. */
export const picturesOf = ({ cases }: Pick<CheckReport, 'cases'>): number[] =>
  [...new Set(slippedThings(cases).flatMap(({ item }) => item.picture?.number ?? []))].slice(0, MOST_PICTURES);

/** How a verdict stands in a table that is too narrow for words. */
export const VERDICT_LETTERS: Record<Verdict, string> = { held: 'H', cleared: 'C', slipped: 'S', silent: '–' };
const LETTERS_MEAN = 'H held, C cleared, S slipped, – silent: allowed, and never fired.';

const verdictBlock = (cases: readonly CheckedCase[]): ReportBlock => ({
  visits: cases.map(({ id }) => id),
  verdicts: [...verdictTable(cases)]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([service, cells]) => ({ service, cells: [...cells] })),
});

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

const problemsOf = (cases: readonly CheckedCase[]): string[] =>
  cases.flatMap(({ id, problems, told = [] }) => [
    ...told.filter(isMistold).map((one) => `${id}: ${toldWords(one)}`),
    ...problems.map((one) => `${id}: ${one}`),
  ]);

const EXPOSED =
  'Read from the page as its server sends it, whatever came of it in these visits: a browser may ask for these before the gate can hold them.';

const METHOD = [
  'A real browser visited the pages as each kind of visitor, each with a browser context of its own that knew nothing of the others, and made each choice by clicks in the site’s own banner.',
  'What left the browser was told by the browser and by a proxy through which all of it went; both accounts were held against each other. What only the proxy saw counts.',
  'A request, cookie or key counts as slipped where it came before the browser knew that the record which permits it had been written, or without such a record. Times are milliseconds from the first navigation of a visit.',
  'It tells of these pages, at this time, from this place in the network. A site may serve other things to others, or at other times; what a visitor does beyond choosing and going on (signing in, buying) was not done. Of encrypted connections the proxy knows the host and not the address. It is no legal advice.',
];
