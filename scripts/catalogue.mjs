// Grows and measures the catalogue from real kits: `npm run catalogue -- install`, then `-- propose`. See docs/catalogue.md.
import { spawnSync } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import path from 'node:path';
import { bundleTool } from './build.mjs';

const root = path.resolve(import.meta.dirname, '..');
const out = await mkdtemp(path.join(root, 'node_modules', '.catalogue-'));
let status = 1;
try {
  const outfile = path.join(out, 'main.mjs');
  await bundleTool('catalogue/main.ts', outfile);
  const env = { ...process.env, DOUANE_ROOT: root };
  status = spawnSync(process.execPath, [outfile, ...process.argv.slice(2)], { stdio: 'inherit', env }).status ?? 1;
} finally {
  await rm(out, { recursive: true, force: true });
}
process.exit(status);
