import { spawn } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './world';

/** How a command ended, and what it said. */
export interface Said {
  code: number;
  out: string;
  err: string;
}

/** Runs the command line as an operator does. `env`: beside the environment of the tests. */
export function douane(args: readonly string[], env: Record<string, string> = {}): Promise<Said> {
  const child = spawn(process.execPath, [path.join(ROOT, 'bin/douane'), ...args], {
    env: { ...process.env, NO_COLOR: '1', DATABASE_URL: '', ...env },
  });
  let [out, err] = ['', ''];
  child.stdout.on('data', (text) => (out += text));
  child.stderr.on('data', (text) => (err += text));
  return new Promise((resolve) => child.on('close', (code) => resolve({ code: code ?? -1, out, err })));
}
