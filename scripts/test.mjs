// The same set-up as everything else, then every check and every test, and one line that sums them all.
import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { setUp } from './setup.mjs';

const root = path.resolve(import.meta.dirname, '..');
await setUp();

let passed = 0;
let failed = 0;

/** A check that passes or fails as a whole; what it says comes once it is done. */
async function step(name, script) {
  const child = spawn('npm', ['run', '--silent', script], { cwd: root });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => (said += part));
  const status = await new Promise((done) => child.on('close', done));
  console.log(`\n== ${name}\n${said}`);
  if (status === 0) passed += 1;
  else failed += 1;
}

console.log('\n== tests');
// What waits for pages leaves time for these.
const steps = Promise.all([step('types', 'typecheck'), step('imports', 'imports'), step('format and lint', 'lint')]);
const results = path.join(root, 'dist/test-results.json');
rmSync(results, { force: true });
const vitest = path.join(root, 'node_modules/vitest/vitest.mjs');
const tests = spawn(
  process.execPath,
  [vitest, 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${results}`, ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
const status = await new Promise((done) => tests.on('close', done));
await steps;
try {
  const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(results, 'utf8'));
  passed += numPassedTests;
  // A file that could not even be loaded has no failed test, but it has failed.
  failed +=
    numFailedTests +
    testResults.filter((file) => file.status === 'failed' && file.assertionResults.every((t) => t.status !== 'failed'))
      .length;
} catch (error) {
  console.error(`the tests left no results: ${error.message}`);
  failed += 1;
}
if (status !== 0 && failed === 0) failed += 1;
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
