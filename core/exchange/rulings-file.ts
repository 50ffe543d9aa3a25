import Papa from 'papaparse';
import { z } from 'zod';
import type { Because } from '../classify/index';
import { becauseWords } from '../classify/index';
import { LEGAL_BASES, type LegalBasis, legalBasisSchema, type Ruling } from '../classify/types';
import { itemKey } from '../observe/fold';
import { ITEM_KINDS, type Item } from '../observe/types';
import { type FieldProblem, parseText } from '../setup/parse';
import { readTable } from './table';

/** A ruling in a file: for which item, and what. `ignored` and `open` have no purpose. */
export const fileRulingSchema = z
  .strictObject({
    kind: z.enum(ITEM_KINDS),
    name: z.string().min(1, 'must not be empty').max(5000),
    host: z.string().min(1, 'must not be empty').max(253),
    state: z.enum(['ruled', 'ignored', 'open']).default('ruled'),
    purpose: z.string().max(63).optional(),
    service: z.string().trim().max(200).optional(),
    description: z.string().trim().max(2000).optional(),
    /** As visitors are told; absent: as found. `null`: until the browser closes. */
    lifetimeSeconds: z.number().int().min(0).nullable().optional(),
    legalBasis: legalBasisSchema.optional(),
    reason: z.string().trim().max(2000).optional(),
    /** Who ruled; for the reader, not read back. */
    by: z.string().optional(),
  })
  .refine((row) => row.state !== 'ruled' || row.purpose, { path: ['purpose'], message: 'must not be empty' })
  .refine((row) => row.state !== 'ignored' || row.reason, { path: ['reason'], message: 'say why it is ignored' });
export type FileRuling = z.output<typeof fileRulingSchema>;

/** Format `douane.rulings/1`. */
export const rulingsFileSchema = z.strictObject({
  format: z.literal('douane.rulings/1'),
  site: z.string().optional(),
  rulings: z.array(fileRulingSchema).max(100_000, 'at most 100,000 rulings'),
});

const REQUIRED = ['kind', 'name', 'host', 'purpose'] as const;
const OPTIONAL = ['service', 'description', 'lifetime', 'legalBasis', 'reason', 'state'] as const;
const IGNORED = ['by', 'party', 'pages'] as const;

export interface ReadRulings {
  rulings: (FileRuling & { where: string })[];
  problems: FieldProblem[];
}

/** JSON Schema (draft 2020-12) of `douane.rulings/1`. */
export const rulingsJsonSchema = (): object => z.toJSONSchema(rulingsFileSchema, { io: 'input' });

/**
 * Rulings from a CSV or a JSON file. `purposes`: those of the site; a file may name them by id or by name. Nothing is
 * taken in where a problem is told: it is all or nothing.
 */
export function readRulings(text: string, purposes: readonly { id: string; name: string }[]): ReadRulings {
  const problems: FieldProblem[] = [];
  const rulings: ReadRulings['rulings'] = [];
  const idOf = new Map(
    purposes.flatMap(({ id, name }) => [
      [id, id],
      [name.toLowerCase(), id],
    ]),
  );
  const seen = new Map<string, string>();
  const take = (ruling: FileRuling, where: string, at: (column: string) => string) => {
    const purpose = ruling.state === 'ruled' ? idOf.get((ruling.purpose ?? '').toLowerCase()) : undefined;
    if (ruling.state === 'ruled' && !purpose) {
      const there = purposes.map(({ id }) => id).join(', ');
      problems.push({
        path: at('purpose'),
        message: `"${ruling.purpose}" is no purpose of this site; there are ${there}`,
      });
      return;
    }
    const key = itemKey(ruling);
    const before = seen.get(key);
    if (before)
      problems.push({ path: at('name'), message: `${ruling.name} of ${ruling.host} was ruled before, in ${before}` });
    seen.set(key, where);
    rulings.push({ ...ruling, purpose, where });
  };

  if (/^\s*\{/.test(text)) {
    const parsed = parseText(rulingsFileSchema, text);
    if (!parsed.ok) return { rulings, problems: parsed.problems };
    for (const [i, ruling] of parsed.value.rulings.entries()) {
      take(ruling, `rulings[${i}]`, (column) => `rulings[${i}].${column}`);
    }
    return { rulings, problems };
  }
  const table = readTable(text, { required: REQUIRED, optional: OPTIONAL, ignored: IGNORED });
  problems.push(...table.problems);
  for (const { line, cells } of table.rows) {
    const at = (column: string) => `line ${line}, ${column}`;
    const lifetime = lifetimeOf(cells.lifetime ?? '');
    if (lifetime === false) {
      problems.push({
        path: at('lifetime'),
        message: `"${cells.lifetime}" is neither a number of seconds nor "session"`,
      });
      continue;
    }
    const given = Object.fromEntries(
      Object.entries(cells).filter(
        ([name, cell]) => cell && name !== 'lifetime' && !IGNORED.some((one) => one === name),
      ),
    );
    const parsed = fileRulingSchema.safeParse({ ...given, ...lifetime });
    if (parsed.success) take(parsed.data, `line ${line}`, at);
    else {
      for (const { path, message } of parsed.error.issues) {
        const column = String(path[0] ?? '');
        const cell = cells[column];
        problems.push({ path: at(column), message: messageFor(column, cell, message) });
      }
    }
  }
  return { rulings, problems };
}

function messageFor(column: string, cell: string | undefined, message: string): string {
  if (!cell) return 'must not be empty';
  if (column === 'kind') return `"${cell}" is none of ${ITEM_KINDS.join(', ')}`;
  if (column === 'legalBasis') return `"${cell}" is none of ${Object.keys(LEGAL_BASES).join(', ')}`;
  if (column === 'state') return `"${cell}" is none of ruled, ignored, open`;
  return message;
}

/** `false`: no lifetime at all. Nothing given: as found. */
function lifetimeOf(cell: string): { lifetimeSeconds?: number | null } | false {
  if (cell === '') return {};
  if (/^session$/i.test(cell)) return { lifetimeSeconds: null };
  return /^\d{1,12}$/.test(cell) ? { lifetimeSeconds: Number(cell) } : false;
}

/** What an item has, as it stands in a file. */
interface Ruled extends Pick<Item, 'kind' | 'name' | 'host'> {
  ruling: Ruling | null;
  aside?: { state: 'open' | 'ignored'; because: Because } | null;
}

/** Items as rows of `douane.rulings/1`; what is open and nobody said so is left out. */
export function fileRulings(items: readonly Ruled[]): FileRuling[] {
  return items.flatMap(({ kind, name, host, ruling, aside }): FileRuling[] => {
    if (aside) return [{ kind, name, host, state: aside.state, reason: becauseWords(aside.because) }];
    if (!ruling) return [];
    const { purpose, service, description, lifetimeSeconds, legalBasis, because, by } = ruling;
    return [
      {
        kind,
        name,
        host,
        state: 'ruled',
        purpose,
        service,
        ...(description && { description }),
        ...(lifetimeSeconds !== undefined && { lifetimeSeconds }),
        ...(legalBasis && { legalBasis: legalBasis as LegalBasis }),
        reason: becauseWords(because),
        by,
      },
    ];
  });
}

/** The same as CSV, which `readRulings` reads back. */
export function rulingsAsCsv(rulings: readonly FileRuling[]): string {
  return Papa.unparse(
    {
      fields: [...REQUIRED, ...OPTIONAL, 'by'],
      data: rulings.map((one) => [
        one.kind,
        one.name,
        one.host,
        one.purpose ?? '',
        one.service ?? '',
        one.description ?? '',
        one.lifetimeSeconds === undefined ? '' : (one.lifetimeSeconds ?? 'session'),
        one.legalBasis ?? '',
        one.reason ?? '',
        one.state,
        one.by ?? '',
      ]),
    },
    // A cell that a spreadsheet would take for a formula is hostile text.
    { escapeFormulae: true },
  );
}
