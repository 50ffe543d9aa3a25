import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { GATE_SCRIPTS, type GateCode, type HashText } from '@douane/gate';

/** The gate's built scripts. Throws a sentence that says to build where they are missing. */
export async function loadGateCode(root: string): Promise<GateCode> {
  const read = (name: string) =>
    readFile(path.join(root, 'dist/gate', name), 'utf8').catch(() => {
      throw new Error(`dist/gate/${name} is missing; run npm run build`);
    });
  const code = await Promise.all(GATE_SCRIPTS.map(async (name) => [name, await read(`${name}.js`)] as const));
  return Object.fromEntries(code) as unknown as GateCode;
}

export const sha256 = ((of: string | Buffer) => createHash('sha256').update(of).digest('hex')) satisfies HashText;
