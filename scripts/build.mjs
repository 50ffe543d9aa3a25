// Builds the command, the gate and the interface into dist/.
import { existsSync, readFileSync } from 'node:fs';
import { mkdir, readdir, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { minify } from 'terser';

const root = path.resolve(import.meta.dirname, '..');
const at = (...parts) => path.join(root, ...parts);

/** Our own packages go into the bundle as sources; everything else is left to node_modules. */
export const ownPackagesInside = {
  name: 'own-packages-inside',
  setup({ onResolve }) {
    onResolve({ filter: /^[^./]/ }, ({ path: name, kind }) =>
      kind === 'entry-point' || name.startsWith('@douane/') ? undefined : { path: name, external: true },
    );
  },
};

/** Bundles a tool of the repository, to be run from where node_modules is found. */
export const bundleTool = (entry, outfile) =>
  build({
    entryPoints: [at(entry)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'error',
    plugins: [ownPackagesInside],
  });

const HOLD = 'gate/hold/main.ts';

/**
 * Tells V8 to compile all of a script at once, since nearly all of it runs at once: else it goes through each function
 * twice (github.com/WICG/explicit-javascript-compile-hints-file-based). To others it is a comment.
 */
const ALL_RUNS = '//# allFunctionsCalledOnLoad\n';

/**
 * Bundles a script that visitors load, as small as can be: every page waits for the first of them. `module`: it is
 * imported by the first. `define`: names in it that stand for something known now.
 */
async function buildForVisitors(name, entry, module, define) {
  const { outputFiles } = await build({
    entryPoints: [at(entry)],
    bundle: true,
    write: false,
    format: module ? 'esm' : 'iife',
    target: 'es2022',
    minify: true,
    define,
    legalComments: 'none',
    // Why something is decided: nobody reads it in a visitor's browser.
    dropLabels: ['REASON'],
    logLevel: 'error',
  });
  const { code } = await minify(outputFiles[0].text, {
    ecma: 2020,
    module,
    compress: {
      passes: 6,
      unsafe_comps: true,
      unsafe_proto: true,
      hoist_funs: true,
      unsafe_arrows: true,
      unsafe_methods: true,
      pure_getters: true,
      keep_fargs: false,
      booleans_as_integers: false,
      hoist_props: true,
    },
  });
  await writeFile(at(`dist/gate/${name}.js`), entry === HOLD ? ALL_RUNS + code : code);
}

/** The scripts that visitors load. */
export async function buildGate() {
  await mkdir(at('dist/gate'), { recursive: true });
  await Promise.all([
    buildForVisitors('hold', HOLD, false, { __ALONE__: 'false' }),
    // Where no policy holds, or none can say all: it holds more itself.
    buildForVisitors('alone', HOLD, false, { __ALONE__: 'true' }),
    buildForVisitors('worker', 'gate/worker/main.ts', false),
    buildForVisitors('told', 'gate/told/main.ts', false),
    buildForVisitors('common', 'gate/common/main.ts', false),
    ...['banner', 'button', 'field', 'held', 'late', 'panel', 'visit'].map((name) =>
      buildForVisitors(name, `gate/${name}/main.ts`, true),
    ),
  ]);
}

export async function buildEverything() {
  const { build: viteBuild } = await import('vite');
  await rm(at('dist/cli'), { recursive: true, force: true });
  await Promise.all([
    buildGate(),
    build({
      entryPoints: {
        cli: at('cli/index.ts'),
        'lib/index': at('lib/index.ts'),
        ...Object.fromEntries(
          ['pdf', 'ledger', 'import'].map((name) => [`cli/${name}-thread`, at(`server/threads/${name}-thread.ts`)]),
        ),
      },
      outdir: at('dist'),
      entryNames: '[dir]/[name]',
      // Each command is a piece of its own, so that none loads what another needs.
      splitting: true,
      chunkNames: 'cli/[name]-[hash]',
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      sourcemap: true,
      plugins: [ownPackagesInside],
      logLevel: 'error',
    }),
    viteBuild({ root: at('web'), configFile: at('web/vite.config.ts'), logLevel: 'warn' }),
  ]);
  await writeFile(at('dist/.built'), String(await newestSource()));
}

/** Whether dist/ is as new as the sources. */
export async function isBuilt() {
  const stamp = at('dist/.built');
  return existsSync(stamp) && Number(readFileSync(stamp, 'utf8')) >= (await newestSource());
}

async function newestSource() {
  let newest = (await stat(at('package-lock.json'))).mtimeMs;
  const look = async (folder) => {
    for (const entry of await readdir(folder, { withFileTypes: true })) {
      if (entry.name === 'node_modules' || entry.name.includes('.test.')) continue;
      const full = path.join(folder, entry.name);
      if (entry.isDirectory()) await look(full);
      else newest = Math.max(newest, (await stat(full)).mtimeMs);
    }
  };
  for (const folder of ['core', 'api', 'gate', 'edge', 'scanner', 'server', 'web', 'cli', 'lib', 'demo', 'scripts'])
    await look(at(folder));
  return newest;
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) await buildEverything();
