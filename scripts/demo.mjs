// One command from a fresh machine to a running demo.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { setUp } from './setup.mjs';

await setUp();
const root = path.resolve(import.meta.dirname, '..');
const child = spawn(process.execPath, [path.join(root, 'dist/cli.js'), 'demo', ...process.argv.slice(2)], {
  stdio: 'inherit',
});
// The child ends what it started, and we wait for that. At a terminal it gets Ctrl-C twice and takes it for one.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
child.on('exit', (code) => process.exit(code ?? 1));
