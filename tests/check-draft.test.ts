import { visitorCase } from '@douane/core/check';
import { setupClassifier } from '@douane/core/classify';
import { compileRelease } from '@douane/core/release';
import type { Setup } from '@douane/core/setup';
import { gateFiles } from '@douane/gate';
import { launchBrowser, type RunningBrowser, visitCase } from '@douane/scanner';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { LeakyWeb } from './support/leaky-web';
import { ROOT } from './support/world';
import type { Way } from './ways/types';

/** A check before publishing: the page carries what is in force, and the visit alone gets the draft. */
const WAYS: Way[] = ['held now', 'freed by the draft', 'of another address'].map((id) => ({
  id,
  script: 'document.body.append(Object.assign(new Image(), { src: "__AT__.gif" }));',
}));

let web: LeakyWeb;
let running: RunningBrowser;
beforeAll(async () => {
  web = await LeakyWeb.open(WAYS);
  running = await launchBrowser({ allowPrivate: true });
});
afterAll(async () => {
  await running?.close();
  await web?.close();
});

async function visit(way: Way, change?: (setup: Setup) => Setup) {
  const inForce = web.releaseOf(way, 'script');
  const release = change ? compileRelease(change(inForce.setup), 7, '2026-11-26') : inForce;
  const { checked, version } = await visitCase(running.browser, visitorCase('DE', ['refuse']), {
    ...{ release, classify: setupClassifier(release.setup), allowPrivate: true, resolve: [] },
    pages: [web.pageOf(way, 'script')],
    ...(change && { draft: gateFiles(release, await loadGateCode(ROOT), sha256) }),
  });
  const leak = checked.items.find(({ host }) => host === 'leak.localhost');
  return { checked, version, verdict: leak?.verdict };
}

it('judges the draft by what it does, and not what is in force', async () => {
  expect(await visit(WAYS[0]!)).toMatchObject({ version: 1, verdict: 'held' });
  expect(web.hasReached(WAYS[0]!, 'script')).toBe(false);

  const freed = await visit(WAYS[1]!, (setup) => ({
    ...setup,
    services: setup.services.map((one) => (one.id === 'leak' ? { ...one, purpose: 'necessary' } : one)),
  }));
  expect(freed).toMatchObject({ version: 7, verdict: 'cleared' });
  expect(web.hasReached(WAYS[1]!, 'script')).toBe(true);
  expect(freed.checked.notChecked).toBeUndefined();
  expect(freed.checked.recorded).toMatchObject([{ step: 'refuse', committedAtMs: expect.any(Number) }]);
});

it('is no proof where the draft would take no choices from that address', async () => {
  const { checked } = await visit(WAYS[2]!, (setup) => ({
    ...setup,
    site: { ...setup.site, addresses: ['https://elsewhere.example'] },
  }));
  expect(checked.notChecked).toContain('The recorder did not confirm "refuse": it answered 403.');
});
