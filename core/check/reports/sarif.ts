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
 * baseline knows is suppressed. A page's address stands as the file, since that is what was read.
 */
export function checkAsSarif(report: CheckReport, parted?: Parted): string {
  const results = [...slips(report, parted), ...exposures(report)];
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

function slips({ cases, exposed, target }: CheckReport, parted?: Parted): Result[] {
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
    const [mend] = mendsFor({ ...item, exposed: exposedOn(item, exposed) });
    const what = `${item.host}: ${item.kind} ${item.name} (${item.purpose ?? 'open'}).`;
    const text = `${what} ${slipWords(item)} In ${plural(inCases.length, 'case')}: ${inCases.join(', ')}. ${mend?.words ?? ''}`;
    return {
      ...{ ruleId: 'slipped', level: 'error', message: { text: plainText(text).trim() } },
      locations: [location(item.page ?? target, line)],
      partialFingerprints: { douane: key },
      ...(known !== undefined && { suppressions: [{ kind: 'external', justification: known }] }),
    };
  });
}

function exposures({ exposed = [] }: CheckReport): Result[] {
  return exposed.map((one) => ({
    ...{ ruleId: 'exposed', level: 'warning', message: { text: plainText(exposureWords(one)) } },
    locations: [location(one.page, one.line)],
    partialFingerprints: { douane: [one.what, one.page, one.text].join(' ') },
  }));
}

const location = (uri: string, startLine?: number) => ({
  physicalLocation: {
    artifactLocation: { uri: encodeURI(decodeSafely(uri)) },
    ...(startLine !== undefined && { region: { startLine } }),
  },
});

/** An address may hold stray percent signs. */
function decodeSafely(uri: string): string {
  try {
    return decodeURI(uri);
  } catch {
    return uri;
  }
}
