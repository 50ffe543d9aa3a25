import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { build, type Plugin } from 'esbuild';

/** Hosts that stand for a namespace and are never contacted. */
const NAMESPACES = /(^|\.)w3\.org$|^schemas?\./;

/**
 * A kit as one classic script that puts what it exports into `kit`, as a site would build it. Throws where it cannot be
 * built for a browser, with the first reason.
 */
export async function bundleKit(folder: string, name: string): Promise<string> {
  const contents = `import * as all from ${JSON.stringify(name)}; globalThis.kit = all;`;
  const result = await build({
    stdin: { contents, resolveDir: folder, loader: 'js' },
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    platform: 'browser',
    target: 'es2022',
    legalComments: 'none',
    logLevel: 'silent',
    mainFields: ['browser', 'module', 'main'],
    define: { 'process.env.NODE_ENV': '"production"', global: 'globalThis', 'import.meta.env': '{}' },
    loader: Object.fromEntries(
      ['.css', '.svg', '.png', '.gif', '.html', '.woff', '.woff2', '.ttf', '.node', '.wasm', '.md'].map((one) => [
        one,
        'empty' as const,
      ]),
    ),
    plugins: [withoutNode],
  });
  return result.outputFiles[0]!.text;
}

/** What only runs on a server is empty in a browser. */
const withoutNode: Plugin = {
  name: 'without-node',
  setup({ onResolve, onLoad }) {
    const builtin =
      /^(node:.*|fs|path|os|crypto|http|https|http2|zlib|stream|util|url|net|tls|dns|child_process|assert|buffer|events|querystring|worker_threads|vm|module|perf_hooks|async_hooks|string_decoder|timers|tty|constants|process|fs\/promises|stream\/web|util\/types)$/;
    onResolve({ filter: builtin }, ({ path: name }) => ({ path: name, namespace: 'node' }));
    onLoad({ filter: /.*/, namespace: 'node' }, () => ({
      contents: 'module.exports = new Proxy(function () {}, { get: (f, k) => (k === "__esModule" ? false : f) })',
      loader: 'js',
    }));
  },
};

/** Hosts that stand in a script as addresses, in order of their first place. */
export function hostsIn(script: string): string[] {
  const found = new Set<string>();
  for (const [, host] of script.matchAll(ADDRESS))
    if (!NAMESPACES.test(host!.toLowerCase())) found.add(host!.toLowerCase());
  return [...found];
}

const ADDRESS = /\b(?:https?|wss?):\/\/((?:[a-z0-9-]+\.)+[a-z]{2,})/gi;

/** The script with every address in it leading to the stand-in backend: `https://a.example/` → `http://a.example.away…/`. */
export function ledAway(script: string, suffix: string): string {
  return script.replace(ADDRESS, (whole, host: string) => {
    if (NAMESPACES.test(host.toLowerCase())) return whole;
    return `${whole.startsWith('ws') ? 'ws' : 'http'}://${host}.${suffix}`;
  });
}

/** Version of an installed package. */
export async function versionOf(folder: string, name: string): Promise<string> {
  return JSON.parse(await readFile(path.join(folder, 'node_modules', name, 'package.json'), 'utf8')).version;
}
