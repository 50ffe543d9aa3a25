import Papa from 'papaparse';
import { z } from 'zod';
import { type CatalogueEntry, catalogueEntrySchema, catalogueSchema } from '../classify/catalogue-format';
import { type FieldProblem, parseText } from '../setup/parse';
import { readTable } from './table';

/** JSON Schema (draft 2020-12) of `douane.catalogue/2`, and of `/1` that is read too. */
export const catalogueJsonSchema = (): object => z.toJSONSchema(catalogueSchema, { io: 'input' });

const REQUIRED = ['service', 'purpose'] as const;
const OPTIONAL = [
  ...(['name', 'host', 'kinds'] as const),
  ...(['description', 'policyUrl', 'lifetimeSeconds', 'provider', 'depends', 'from'] as const),
];

/** What tells one entry from another: name, host and kinds. */
export function entryKey({ name = '', host = '', kinds = [] }: CatalogueEntry): string {
  return `${name}\n${host}\n${[...kinds].sort().join(' ')}`;
}

/** Entries of a catalogue from a CSV or a JSON file of format `douane.catalogue/2` or `/1`; `purposes`: those that may be used. */
export function readCatalogue(
  text: string,
  purposes: readonly string[],
): { entries: CatalogueEntry[]; problems: FieldProblem[] } {
  const problems: FieldProblem[] = [];
  const entries: CatalogueEntry[] = [];
  const seen = new Map<string, string>();
  const take = (entry: CatalogueEntry, where: string, at: (column: string) => string) => {
    if (!purposes.includes(entry.purpose)) {
      problems.push({
        path: at('purpose'),
        message: `"${entry.purpose}" is no purpose of any site; there are ${purposes.join(', ')}`,
      });
    }
    const before = seen.get(entryKey(entry));
    if (before)
      problems.push({ path: at(entry.name ? 'name' : 'host'), message: `the same entry stands in ${before}` });
    seen.set(entryKey(entry), where);
    entries.push(entry);
  };
  if (/^\s*\{/.test(text)) {
    const parsed = parseText(catalogueSchema, text);
    if (!parsed.ok) return { entries, problems: parsed.problems };
    for (const [i, entry] of parsed.value.entries.entries()) {
      take(entry, `entries[${i}]`, (column) => `entries[${i}].${column}`);
    }
    return { entries, problems };
  }
  const table = readTable(text, { required: REQUIRED, optional: OPTIONAL });
  problems.push(...table.problems);
  for (const { line, cells } of table.rows) {
    const at = (column: string) => `line ${line}, ${column}`;
    const { kinds, lifetimeSeconds, ...rest } = Object.fromEntries(Object.entries(cells).filter(([, cell]) => cell));
    if (lifetimeSeconds && !/^(\d{1,12}|session)$/.test(lifetimeSeconds)) {
      problems.push({
        path: at('lifetimeSeconds'),
        message: `"${lifetimeSeconds}" is neither a number of seconds nor "session"`,
      });
      continue;
    }
    const parsed = catalogueEntrySchema.safeParse({
      ...rest,
      ...(kinds && { kinds: kinds.split(/[\s;,]+/) }),
      ...(lifetimeSeconds && { lifetimeSeconds: lifetimeSeconds === 'session' ? null : Number(lifetimeSeconds) }),
    });
    if (parsed.success) take(parsed.data, `line ${line}`, at);
    else
      for (const { path, message } of parsed.error.issues)
        problems.push({ path: at(String(path[0] ?? 'name')), message });
  }
  return { entries, problems };
}

/** What taking in a catalogue would do to the one that is there. */
export interface CatalogueChange {
  added: CatalogueEntry[];
  changed: { before: CatalogueEntry; after: CatalogueEntry }[];
  removed: CatalogueEntry[];
  same: number;
  /** The catalogue afterwards. */
  result: CatalogueEntry[];
}

/** `replace`: what the file does not hold goes; else it stays. */
export function mergeCatalogue(
  before: readonly CatalogueEntry[],
  file: readonly CatalogueEntry[],
  replace: boolean,
): CatalogueChange {
  const byKey = new Map(before.map((entry) => [entryKey(entry), entry]));
  const inFile = new Set(file.map(entryKey));
  const change: CatalogueChange = { added: [], changed: [], removed: [], same: 0, result: [] };
  for (const entry of file) {
    const old = byKey.get(entryKey(entry));
    if (!old) change.added.push(entry);
    else if (JSON.stringify(sorted(old)) === JSON.stringify(sorted(entry))) change.same += 1;
    else change.changed.push({ before: old, after: entry });
  }
  const kept = before.filter((entry) => !inFile.has(entryKey(entry)));
  if (replace) change.removed = kept;
  change.result = replace ? [...file] : [...kept, ...file];
  return change;
}

const sorted = (entry: CatalogueEntry) => Object.entries(entry).sort(([a], [b]) => (a < b ? -1 : 1));

/** Entries as CSV, which `readCatalogue` reads back. */
export function catalogueAsCsv(entries: readonly CatalogueEntry[]): string {
  return Papa.unparse(
    {
      fields: [...OPTIONAL.slice(0, 3), ...REQUIRED, ...OPTIONAL.slice(3)],
      data: entries.map((entry) => [
        entry.name ?? '',
        entry.host ?? '',
        entry.kinds?.join(' ') ?? '',
        entry.service,
        entry.purpose,
        entry.description ?? '',
        entry.policyUrl ?? '',
        entry.lifetimeSeconds === undefined ? '' : (entry.lifetimeSeconds ?? 'session'),
        entry.provider ?? '',
        entry.depends ?? '',
        entry.from ?? '',
      ]),
    },
    { escapeFormulae: true },
  );
}
