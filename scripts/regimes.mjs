// Writes docs/regimes/: a document for each regime as it stands today, from the data in core/regimes/. `npm run regimes`
import { mkdir, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { bundleTool } from './build.mjs';

const root = path.resolve(import.meta.dirname, '..');
const outfile = path.join(root, 'node_modules', `.regimes-${process.pid}.mjs`);
await bundleTool('core/regimes/index.ts', outfile);
try {
  const { REGIMES, resolveRegime, regimeMarkdown } = await import(outfile);
  const folder = path.join(root, 'docs/regimes');
  const on = new Date().toISOString().slice(0, 10);
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  const all = REGIMES.map(({ id }) => resolveRegime(id, on));
  for (const regime of all) await writeFile(path.join(folder, `${regime.id}.md`), regimeMarkdown(regime, on));
  const index = all.map(({ id, name, law }) => `- [${name}](${id}.md): ${law}`);
  await writeFile(
    path.join(folder, 'README.md'),
    `# Regimes\n\nWhat is known of the laws, written by \`npm run regimes\` from \`core/regimes/data/\`. This is no legal advice.\n\n${index.join('\n')}\n`,
  );
  console.log(`${all.length} documents in docs/regimes`);
} finally {
  await rm(outfile, { force: true });
}
