// Sets up, then measures: `npm run bench` all, `npm run bench -- classify items` some. One line per figure: name, value, unit.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { setUp } from './setup.mjs';

await setUp();
const cli = path.resolve(import.meta.dirname, '../dist/cli.js');
process.exit(spawnSync(process.execPath, [cli, 'bench', ...process.argv.slice(2)], { stdio: 'inherit' }).status ?? 1);
