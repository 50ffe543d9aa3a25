import { readFile } from 'node:fs/promises';
import { compileRelease, type Release } from '@douane/core/release';
import { parseSetup, parseSetupText, type Setup } from '@douane/core/setup';

/** A site's setup: the address of a file, or what stands in one. */
export type GivenSetup = string | Setup | Record<string, unknown>;

/** The release that a setup makes. Throws a sentence that names what is wrong with it. */
export async function releaseOf(setup: GivenSetup): Promise<Release> {
  const parsed = typeof setup === 'string' ? parseSetupText(await readFile(setup, 'utf8')) : parseSetup(setup);
  if (!parsed.ok) {
    const [first] = parsed.problems.map(({ path, message }) => (path ? `${path}: ${message}` : message));
    throw new Error(`${typeof setup === 'string' ? setup : 'the setup'}: ${first}`);
  }
  return compileRelease(parsed.value, 1, new Date().toISOString().slice(0, 10));
}
