import { type ChildProcess, spawn } from 'node:child_process';
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

/** A command that goes on until it is told to end. */
export interface Running {
  child: ChildProcess;
  /** Waits until it has said something like this, on either output; rejects where it ends first. */
  says(what: RegExp): Promise<void>;
  /** Its exit code. */
  ended: Promise<number>;
}

/** Starts a command, and waits until it says that it is there. */
export async function startDouane(args: readonly string[], there: RegExp): Promise<Running> {
  const child = spawn(process.execPath, [path.join(ROOT, 'bin/douane'), ...args], {
    env: { ...process.env, NO_COLOR: '1', DATABASE_URL: '' },
  });
  let said = '';
  const heard = new EventTarget();
  for (const stream of [child.stdout, child.stderr]) {
    stream.on('data', (text) => {
      said += text;
      heard.dispatchEvent(new Event('said'));
    });
  }
  const ended = new Promise<number>((resolve) => child.on('close', (code) => resolve(code ?? -1)));
  const says = (what: RegExp) =>
    new Promise<void>((resolve, reject) => {
      const look = () => what.test(said) && resolve();
      heard.addEventListener('said', look);
      void ended.then(() => reject(new Error(`it ended and said: ${said}`)));
      look();
    });
  await says(there);
  return { child, says, ended };
}
