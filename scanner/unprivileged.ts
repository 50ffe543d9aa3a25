import { execFile } from 'node:child_process';
import { chown, mkdir, readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);
/** Has programs run as somebody else; of util-linux, which every Debian has. */
const SETPRIV = '/usr/bin/setpriv';
/** Who belongs to nothing, in the order in which they are looked for. */
const NOBODIES = ['douane', 'nobody'];

export interface Launch {
  executablePath: string;
  /** The browser's own sandbox around each renderer can be used. */
  sandbox: boolean;
}

const told = new Set<string>();

/** What whoever runs it should know, once. */
function tell(words: string): void {
  if (told.has(words)) return;
  told.add(words);
  console.warn(`douane: ${words}`);
}

/**
 * How to start the browser so that a hostile page that breaks out of its renderer gains little: never as root, and with
 * the browser's sandbox where the kernel allows it. `profile` is handed to whoever runs it. What cannot be had is said.
 */
export async function unprivilegedLaunch(executablePath: string, profile: string): Promise<Launch> {
  const root = process.getuid?.() === 0;
  const user = root ? await nobody() : null;
  const as = (command: string, ...args: string[]): [string, string[]] =>
    user ? [SETPRIV, [...identity(user), command, ...args]] : [command, args];
  const works = (...command: Parameters<typeof as>) =>
    run(...as(...command)).then(
      () => true,
      () => false,
    );

  if (root && !(user && (await works('/usr/bin/test', '-x', executablePath)))) {
    tell('the browser runs as root and without its sandbox, since there is no user "nobody" that could run it');
    return { executablePath, sandbox: false };
  }
  const sandbox = await works('/usr/bin/unshare', '--user', '/bin/true');
  if (!sandbox) tell('the browser runs without its sandbox, since this kernel lets nobody make user namespaces');
  if (!user) return { executablePath, sandbox };

  const home = path.join(profile, 'home');
  await mkdir(home);
  const wrapper = path.join(profile, 'browser');
  const quoted = [SETPRIV, ...identity(user), executablePath].map((part) => `'${part.replaceAll("'", "'\\''")}'`);
  await writeFile(wrapper, `#!/bin/sh\nHOME='${home}' exec ${quoted.join(' ')} "$@"\n`, { mode: 0o755 });
  await handOver(profile, user);
  return { executablePath: wrapper, sandbox };
}

interface User {
  uid: number;
  gid: number;
}

const identity = ({ uid, gid }: User) => [`--reuid=${uid}`, `--regid=${gid}`, '--clear-groups'];

async function nobody(): Promise<User | null> {
  const lines = (await readFile('/etc/passwd', 'utf8').catch(() => '')).split('\n').map((line) => line.split(':'));
  for (const name of NOBODIES) {
    const [, , uid, gid] = lines.find(([its]) => its === name) ?? [];
    if (Number(uid) > 0 && gid) return { uid: Number(uid), gid: Number(gid) };
  }
  return null;
}

async function handOver(folder: string, { uid, gid }: User): Promise<void> {
  await chown(folder, uid, gid);
  for (const entry of await readdir(folder, { withFileTypes: true })) {
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) await handOver(full, { uid, gid });
    else await chown(full, uid, gid);
  }
}
