import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { startStandInWeb } from '@douane/demo';
import { gateFiles } from '@douane/gate';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import type { Command } from 'commander';
import { benchClassify } from '../bench/classify';
import { benchDecide } from '../bench/decide';
import { benchEdge } from '../bench/edge';
import { benchInventory } from '../bench/inventory';
import { benchPageCost } from '../bench/page-cost';
import { benchPolicy } from '../bench/policy';
import { benchRecorder } from '../bench/recorder';
import { say } from '../bench/say';
import { benchHostilePages, benchMemory, benchQuietSite, benchShop } from '../bench/scan';
import { Refused, today } from '../say';

const PARTS = [
  'gate',
  'page',
  'edge',
  'recorder',
  'policy',
  'classify',
  'decide',
  'items',
  'hostile',
  'quiet',
  'shop',
  'memory',
];

/** `douane bench [parts…]`: measures, one line a figure. */
export function benchCommand(program: Command, root: string): void {
  program
    .command('bench')
    .description('measure; one line per figure, ratios side by side in one run')
    .argument('[parts...]', `only some of ${PARTS.join(', ')}`)
    .action(async (parts: string[]) => {
      const unknown = parts.find((part) => !PARTS.includes(part));
      if (unknown) throw new Refused(`there is no part "${unknown}"; there are ${PARTS.join(', ')}`);
      const wanted = (part: string) => parts.length === 0 || parts.includes(part);
      if (wanted('gate')) await benchGate(root);
      if (wanted('page')) await benchPageCost(root);
      if (wanted('edge')) await benchEdge(root);
      if (wanted('recorder')) await benchRecorder(root);
      if (wanted('policy')) await benchPolicy(root);
      if (wanted('classify')) benchClassify();
      if (wanted('decide')) benchDecide();
      if (wanted('items')) await benchInventory(root);
      if (wanted('hostile')) await benchHostilePages();
      const web = await startStandInWeb({ port: 0, root });
      try {
        if (wanted('quiet')) await benchQuietSite(web);
        if (wanted('shop')) await benchShop(web);
        if (wanted('memory')) await benchMemory(web);
      } finally {
        await web.close();
      }
    });
}

async function benchGate(root: string): Promise<void> {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  const gzip = (text: string) => gzipSync(text, { level: 9 }).length;
  const { pointer } = gateFiles(compileRelease(setup, 1, today()), await loadGateCode(root), sha256);
  say('gate.hold_gzip', gzip(pointer), 'bytes', 0);
  say('gate.banner_gzip', gzip(await readFile(path.join(root, 'dist/gate/banner.js'), 'utf8')), 'bytes', 0);
}
