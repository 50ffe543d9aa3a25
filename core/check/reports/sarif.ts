import { plainText } from '../../observe/plain-text';
import { plural } from '../../words/index';
import type { Parted } from '../baseline';
import { mendsFor } from '../mends/index';
import { exposedOn } from '../shown';
import type { CheckedItem, CheckReport } from '../types';
import { exposureWords, slipWords } from '../words';

const RULES = [
  { id: 'slipped', text: 'A tag fired without consent, or before its record', level: 'error' },
  { id: 'exposed', text: 'A tag is held by luck alone', level: 'warning' },
] as const;

/** Where a tag stands in the source of a site: path of the file, line counted from 1. */
export interface SourcePlace {
  file: string;
  line: number;
}
/** Finds a tag by its text as the page has it; `undefined` where it stands nowhere, or in more places than one. */
export type FindSource = (tag: string) => SourcePlace | undefined;

interface Result {
  ruleId: (typeof RULES)[number]['id'];
  level: 'error' | 'warning';
  message: { text: string };
  locations: object[];
  partialFingerprints: { douane: string };
  suppressions?: { kind: 'external'; justification: string }[];
}

/**
 * SARIF 2.1.0 (OASIS), with one result for each thing that slipped on a page and for each that is exposed there. What a
 * baseline knows is suppressed. A page's address stands as the file, since that is what was read; where a tag is found in
 * the site's own source, its file and line there.
 */
export function checkAsSarif(report: CheckReport, parted?: Parted, sourceOf: FindSource = () => undefined): string {
  const results = [...slips(report, parted, sourceOf), ...exposures(report, sourceOf)];
  const driver = {
    name: 'Douane',
    rules: RULES.map(({ id, text, level }) => ({ id, shortDescription: { text }, defaultConfiguration: { level } })),
  };
  return JSON.stringify(
    {
      $schema: 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
      version: '2.1.0',
      runs: [{ tool: { driver }, results }],
    },
    null,
    2,
  );
}

function slips({ cases, exposed, target }: CheckReport, parted: Parted | undefined, sourceOf: FindSource): Result[] {
  const all = new Map<string, { item: CheckedItem; inCases: string[]; known?: string }>();
  for (const { id, items } of cases) {
    for (const item of items.filter(({ verdict }) => verdict === 'slipped')) {
      const key = [item.kind, item.host, item.name, item.page].join(' ');
      const slip = all.get(key) ?? { item, inCases: [] };
      slip.inCases.push(id);
      const by = parted?.known.find((one) => one.item === item)?.by;
      if (by) slip.known = `${by.owner}, until ${by.until}${by.why ? `: ${by.why}` : ''}`;
      all.set(key, slip);
    }
  }
  return [...all].map(([key, { item, inCases, known }]) => {
    const line = item.chain?.findLast(({ how }) => how === 'markup')?.line;
    const here = exposedOn(item, exposed);
    const [mend] = mendsFor({ ...item, exposed: here });
    const tag = here.find(({ what, hosts }) => what === 'tag' && hosts.includes(item.host));
    const what = `${item.host}: ${item.kind} ${item.name} (${item.purpose ?? 'open'}).`;
    const text = `${what} ${slipWords(item)} In ${plural(inCases.length, 'case')}: ${inCases.join(', ')}. ${mend?.words ?? ''}`;
    return {
      ...{ ruleId: 'slipped', level: 'error', message: { text: plainText(text).trim() } },
      locations: [location(item.page ?? target, line, tag && sourceOf(tag.text))],
      partialFingerprints: { douane: key },
      ...(known !== undefined && { suppressions: [{ kind: 'external', justification: known }] }),
    };
  });
}

function exposures({ exposed = [] }: CheckReport, sourceOf: FindSource): Result[] {
  return exposed.map((one) => ({
    ...{ ruleId: 'exposed', level: 'warning', message: { text: plainText(exposureWords(one)) } },
    locations: [location(one.page, one.line, one.what === 'tag' ? sourceOf(one.text) : undefined)],
    partialFingerprints: { douane: [one.what, one.page, one.text].join(' ') },
  }));
}

function location(page: string, pageLine?: number, source?: SourcePlace) {
  const startLine = source?.line ?? pageLine;
  return {
    physicalLocation: {
      artifactLocation: { uri: encodeURI(decodeSafely(source?.file ?? page)) },
      ...(startLine !== undefined && { region: { startLine } }),
    },
  };
}

/** An address may hold stray percent signs. */
function decodeSafely(uri: string): string {
  try {
    return decodeURI(uri);
  } catch {
    return uri;
  }
}
