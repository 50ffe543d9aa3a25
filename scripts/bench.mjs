// Sets up, then measures. One line per figure: name, value, unit.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { setUp } from './setup.mjs';

await setUp();
const cli = path.resolve(import.meta.dirname, '../dist/cli.js');
process.exit(spawnSync(process.execPath, [cli, 'bench'], { stdio: 'inherit' }).status ?? 1);
