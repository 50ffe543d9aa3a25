import { X509Certificate } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { type Baseline, baselineSchema } from '@douane/core/check';
import type { CatalogueEntry } from '@douane/core/classify';
import { parseAddressList, type ScanPlan, scanPlanSchema } from '@douane/core/coverage';
import { readCatalogue } from '@douane/core/exchange';
import {
  DEFAULT_PURPOSES,
  type Parsed,
  parseSetupText,
  parseSignInText,
  parseText,
  type Setup,
  type SignIn,
} from '@douane/core/setup';
import type { Resolve } from '@douane/scanner';
import { Refused } from './say';

/** Reads a setup file; every field at fault is named in the refusal. */
export const readSetup = (file: string): Promise<Setup> => readFileAs(file, parseSetupText);

/** Reads a recipe for signing in. */
export const readSignIn = (file: string): Promise<SignIn> => readFileAs(file, parseSignInText);

/** Reads which slips are known. */
export const readBaseline = (file: string): Promise<Baseline> =>
  readFileAs(file, (text) => parseText(baselineSchema, text));

/** Reads a certificate. */
export const readCertificate = (file: string): Promise<string> =>
  readFileAs(file, (text) => {
    try {
      new X509Certificate(text);
      return { ok: true, value: text };
    } catch {
      const message = 'is no certificate; give one as PEM, which begins with -----BEGIN CERTIFICATE-----';
      return { ok: false, problems: [{ path: '', message }] };
    }
  });

/** Reads a scan plan. */
export const readScanPlan = (file: string): Promise<ScanPlan> =>
  readFileAs(file, (text) => parseText(scanPlanSchema, text));

/** Reads catalogue entries, as CSV or JSON, for the purposes that ship. */
export const readOwnCatalogue = (file: string): Promise<CatalogueEntry[]> =>
  readFileAs(file, (text) => {
    const { entries, problems } = readCatalogue(
      text,
      DEFAULT_PURPOSES.map(({ id }) => id),
    );
    return problems.length > 0 ? { ok: false, problems } : { ok: true, value: entries };
  });

/** Reads a list of addresses, plain or as a column of a CSV. */
export const readList = (file: string): Promise<string[]> =>
  readFileAs(file, (text) => {
    const { addresses, problems } = parseAddressList(text);
    return problems.length > 0 ? { ok: false, problems } : { ok: true, value: addresses };
  });

async function readFileAs<T>(file: string, parse: (text: string) => Parsed<T>): Promise<T> {
  const text = await readFile(file, 'utf8').catch((cause) => {
    throw new Refused(`${file} cannot be read: ${cause.code === 'ENOENT' ? 'there is no such file' : cause.message}`);
  });
  const parsed = parse(text);
  if (parsed.ok) return parsed.value;
  const [first, ...more] = parsed.problems.map(({ path, message }) => (path ? `${path}: ${message}` : message));
  throw new Refused(
    `${file}: ${first}${more.length > 0 ? `; and ${more.length} more: ${more.slice(0, 5).join('; ')}` : ''}`,
  );
}

/** Writes to a file, or to standard output for `-`. */
export async function writeOut(file: string, text: string): Promise<void> {
  if (file === '-') process.stdout.write(`${text}\n`);
  else await writeFile(file, `${text}\n`);
}

/** `HOST=ADDRESS:PORT` */
export function parseResolve(text: string): Resolve {
  const match = /^([^=\s]+)=(\[[0-9a-f:]+\]|[^:\s]+)(:\d+)?$/i.exec(text);
  if (!match) throw new Refused(`--resolve ${text}: give HOST=ADDRESS or HOST=ADDRESS:PORT`);
  return { host: match[1]!, to: `${match[2]}${match[3] ?? ''}` };
}

/** A whole number of at least 1. */
export function parseCount(option: string) {
  return (text: string): number => {
    const n = Number(text);
    if (!Number.isInteger(n) || n < 1) throw new Refused(`${option} ${text}: give a whole number of at least 1`);
    return n;
  };
}
