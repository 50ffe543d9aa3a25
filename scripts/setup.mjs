// Makes a fresh machine ready: Debian's PostgreSQL and Chromium, npm packages, build. Needs nothing but Node.js.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

const root = path.resolve(import.meta.dirname, '..');
const at = (...parts) => path.join(root, ...parts);

/** Ends with one line that says what to do. */
function giveUp(line) {
  console.error(`douane: ${line}`);
  process.exit(2);
}

function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) giveUp(`${command} could not be started: ${error.message}`);
  if (status !== 0) giveUp(`${command} ${args.join(' ')} ended with ${status}`);
}

const SHELL = '/usr/lib/chromium/chromium-headless-shell';
/**
 * Type for what the browser draws and prints beyond Latin, Greek and Cyrillic: Arabic and Hebrew, Devanagari, and Chinese,
 * Japanese and Korean. Without it all works, and those scripts show as boxes.
 */
const TYPE = {
  'fonts-dejavu-core': 'dejavu/DejaVuSans.ttf',
  'fonts-lohit-deva': 'lohit-devanagari/Lohit-Devanagari.ttf',
  'fonts-droid-fallback': 'droid/DroidSansFallbackFull.ttf',
};
const canInstall = () => existsSync('/usr/bin/apt-get') && process.getuid?.() === 0;

function missingPrograms() {
  const missing = [];
  const browsers = [
    '/usr/lib/chromium/chromium',
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ];
  // The whole browser does, too; the shell without windows needs a third of the processor time, so it is worth getting.
  const enough = [process.env.DOUANE_CHROMIUM ?? '', SHELL, ...(canInstall() ? [] : browsers)];
  if (!enough.some((place) => place && existsSync(place))) missing.push('chromium');
  const hasCluster =
    existsSync('/usr/lib/postgresql') &&
    readdirSync('/usr/lib/postgresql').some((v) => existsSync(`/usr/lib/postgresql/${v}/bin/initdb`));
  const hasUser = process.getuid?.() !== 0 || /^postgres:/m.test(readFileSync('/etc/passwd', 'utf8'));
  if (!process.env.DATABASE_URL && !(hasCluster && hasUser)) missing.push('postgresql');
  const type = Object.entries(TYPE).filter(([, file]) => !existsSync(`/usr/share/fonts/truetype/${file}`));
  if (canInstall()) missing.push(...type.map(([name]) => name));
  return missing;
}

function installPrograms() {
  const missing = missingPrograms();
  if (missing.length === 0) return;
  const wanted = missing.join(' and ');
  const advice = `install ${wanted}, or set ${missing.map((name) => (name === 'chromium' ? 'DOUANE_CHROMIUM' : 'DATABASE_URL')).join(' and ')}`;
  if (!existsSync('/usr/bin/apt-get')) giveUp(`this is no Debian: ${advice}, then start again`);
  if (process.getuid?.() !== 0)
    giveUp(`not root: run "sudo apt-get install ${missing.join(' ')}", or ${advice}, then start again`);
  console.log(`Installing ${wanted} from Debian's packages`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  // A cluster of Debian's own would only take the port and the memory; ours is made when it is needed.
  if (missing.includes('postgresql') && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    execFileSync('mkdir', ['-p', '/etc/postgresql-common']);
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
  }
  run('apt-get', ['update', '-qq'], { env });
  const hasShell = spawnSync('apt-cache', ['show', 'chromium-headless-shell'], { stdio: 'ignore' }).status === 0;
  const packages = missing.map((name) => (name === 'chromium' && hasShell ? 'chromium-headless-shell' : name));
  run(
    'apt-get',
    ['install', '-y', '-qq', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packages],
    { env },
  );
}

function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(at('package-lock.json')))
    .digest('hex');
  const stamp = at('node_modules/.douane-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing npm packages');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, lock);
}

async function buildAll() {
  const { isBuilt, buildEverything } = await import(pathToFileURL(at('scripts/build.mjs')).href);
  if (await isBuilt()) return;
  console.log('Building');
  await buildEverything();
}

export async function setUp() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 11))
    giveUp(`Node.js 20.11 or newer is needed; this is ${process.version}`);
  installPrograms();
  installPackages();
  await buildAll();
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) await setUp();
