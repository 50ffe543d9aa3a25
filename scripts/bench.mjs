// Sets up, then measures: `npm run bench` all, `npm run bench -- classify items` some. One line per figure: name, value, unit.
// `known` scans real kits; it is left out where `npm run catalogue -- install` has not been run.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bundleTool } from './build.mjs';
import { setUp } from './setup.mjs';

const run = (script, ...args) =>
  spawnSync(process.execPath, [path.resolve(import.meta.dirname, script), ...args], { stdio: 'inherit' }).status ?? 1;
const asked = process.argv.slice(2);
const OWN = ['known', 'check'];
const others = asked.filter((one) => !OWN.includes(one));
const isAsked = (one) => asked.length === 0 || asked.includes(one);
await setUp();
let status = asked.length > 0 && others.length === 0 ? 0 : run('../dist/cli.js', 'bench', ...others);
if (isAsked('check')) {
  await bundleTool('tests/bench/check.ts', path.resolve(import.meta.dirname, '../dist/bench/check.mjs'));
  status ||= run('../dist/bench/check.mjs');
}
if (isAsked('known')) {
  if (existsSync(path.join(tmpdir(), 'douane-kits')))
    status ||= run('catalogue.mjs', 'measure') || run('catalogue.mjs', 'measure', '--used');
  else console.log('known: left out; run "npm run catalogue -- install" first');
}
process.exit(status);
