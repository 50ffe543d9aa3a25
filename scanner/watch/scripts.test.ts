import type { Observation } from '@douane/core/observe';
import { expect, it } from 'vitest';
import type { PageSession } from './page-session';
import type { SeenRequest } from './requests';
import { PageScripts, type ScriptsRead } from './scripts';

const KIT = 'https://kit.example/kit.js';

/** A browser that has these scripts, and counts how often each is asked for. */
function browser(sources: Record<string, string>) {
  const asked: string[] = [];
  const send = async (_: string, { url }: { url: string }) => {
    asked.push(url);
    if (sources[url] === undefined) throw new Error('no resource');
    return { base64Encoded: false, content: sources[url] };
  };
  return { scripts: new PageScripts({ send } as unknown as PageSession, 'main'), asked };
}

const loaded = (url: string) => ({ url, kind: 'script', ended: true, frameId: 'main' }) as SeenRequest;

it('looks up the place of an item once in a scan, and each script once in a page', async () => {
  const { scripts, asked } = browser({ [KIT]: 'first();\nstore("id", 1);\n' });
  const taken = new Set<string>(['seen before']);
  const place = { url: KIT, line: 2, column: 1 };
  await scripts.takeExcerpts(
    [
      { key: 'local-storage id shop.example', place },
      { key: 'seen before', place },
      { key: 'local-storage other shop.example', place },
    ],
    taken,
  );
  expect(asked).toEqual([KIT]);
  expect(taken.size).toBe(3);
});

it('reads a script once in a scan, whatever its query, and none that has not come', async () => {
  const { scripts, asked } = browser({ [KIT]: 'x', [`${KIT}?v=2`]: 'x' });
  const read = new Map() as ScriptsRead;
  const open = { ...loaded('https://kit.example/late.js'), ended: false } as SeenRequest;
  await scripts.read([loaded(KIT), loaded(`${KIT}?v=2`), open], read, { marks: [] });
  expect(asked).toEqual([KIT]);
  expect([...read.keys()]).toEqual([KIT]);
});

it('says nothing of what no script did', () => {
  const { scripts } = browser({});
  const cookie: Observation = {
    kind: 'cookie',
    name: 'session',
    host: 'shop.example',
    party: 'first',
    page: 'https://shop.example/',
    setBy: 'http',
    chain: [{ url: 'https://shop.example/', how: 'page' }],
    atMs: 0,
  };
  expect(scripts.behind([cookie], [], [])(cookie)).toBeUndefined();
});
