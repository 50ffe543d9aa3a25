// Sets up, then kills and restarts server and database in a loop under load: `npm run soak -- --minutes 10`.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { setUp } from './setup.mjs';

await setUp();
const cli = path.resolve(import.meta.dirname, '../dist/cli.js');
process.exit(spawnSync(process.execPath, [cli, 'soak', ...process.argv.slice(2)], { stdio: 'inherit' }).status ?? 1);
