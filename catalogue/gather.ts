import { existsSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import type { Item } from '@douane/core/observe';
import type { ScanReport } from '@douane/core/scan';
import { type ScanOptions, scanSite } from '@douane/scanner';
import { bundleKit, hostsIn, versionOf } from './bundle';
import { folderOf } from './install';
import type { Kit } from './kits';
import { namesOf } from './marks';
import { namesIn, type ReadName } from './read';
import { type BuiltKit, type StandIn, serveKits } from './stand-in';

/** What one kit was seen to store and contact, and what stands in it. */
export interface Evidence {
  package: string;
  version: string;
  service: string;
  activity: Kit['activity'];
  bytes: number;
  observed: Pick<Item, 'kind' | 'name' | 'host' | 'lifetimeSeconds'>[];
  /** `null`: it could not be parsed. */
  read: ReadName[] | null;
  hosts: string[];
}

export interface NotBuilt {
  kit: string;
  why: string;
}

/** Largest bundle that is looked at; one of more is not loaded by sites as it is. */
const LARGEST = 12_000_000;

/** Builds every version of the kits that is installed. What cannot be built for a browser is told. */
export async function buildKits(
  scratch: string,
  kits: readonly Kit[],
): Promise<{ built: BuiltKit[]; notBuilt: NotBuilt[] }> {
  const built: BuiltKit[] = [];
  const notBuilt: NotBuilt[] = [];
  for (const kit of kits) {
    for (const wanted of kit.versions) {
      const folder = folderOf(scratch, kit, wanted);
      if (!existsSync(folder)) {
        notBuilt.push({ kit: kit.package, why: 'is not installed' });
        continue;
      }
      try {
        const script = await bundleKit(folder, kit.package);
        if (script.length > LARGEST) throw new Error(`comes to ${Math.round(script.length / 1e6)} MB`);
        const [version, ownNames] = await Promise.all([
          versionOf(folder, kit.package),
          ownNamesOf(folder, kit.package),
        ]);
        built.push({ kit, version, script, ownNames });
      } catch (cause) {
        notBuilt.push({ kit: kit.package, why: String((cause as Error).message).split('\n')[1] ?? String(cause) });
      }
    }
  }
  return { built, notBuilt };
}

/** Of files of a package so much is read. */
const MOST_READ = 30_000_000;

async function ownNamesOf(folder: string, name: string): Promise<Set<string>> {
  const root = path.join(folder, 'node_modules', name);
  const names = new Set<string>();
  let left = MOST_READ;
  for (const file of await readdir(root, { recursive: true })) {
    if (!/\.[cm]?js$/.test(file) || file.includes('node_modules') || left <= 0) continue;
    const text = await readFile(path.join(root, file), 'utf8').catch(() => ''); // a folder called so
    left -= text.length;
    for (const one of namesOf(text)) names.add(one);
  }
  return names;
}

/** Scans a site of these kits, each on a page of its own, with our own scanner. */
export async function scanKits(
  standIn: StandIn,
  kits: readonly BuiltKit[],
  options: { stayMs?: number; classify?: ScanOptions['classify'] } = {},
): Promise<ScanReport> {
  const { stayMs = 3000, classify } = options;
  const listed = kits.map((built) => standIn.pageOf(built));
  return scanSite(standIn.site, {
    plan: { listed, pages: listed.length, stayMs, ownSite: true, parallel: 4 },
    allowPrivate: true,
    classify,
  });
}

/** Builds, reads and runs the kits. */
export async function gather(
  scratch: string,
  kits: readonly Kit[],
): Promise<{ evidence: Evidence[]; notBuilt: NotBuilt[] }> {
  const { built, notBuilt } = await buildKits(scratch, kits);
  const standIn = await serveKits(built);
  try {
    const report = await scanKits(standIn, built);
    const evidence = built.map((one): Evidence => {
      const page = standIn.pageOf(one);
      const observed = report.items.filter(
        (item) => item.pages.includes(page) && !item.host.endsWith('.kit.localhost'),
      );
      return {
        package: one.kit.package,
        version: one.version,
        service: one.kit.service,
        activity: one.kit.activity,
        bytes: one.script.length,
        observed: observed.map(({ kind, name, host, lifetimeSeconds }) => ({
          kind,
          name,
          host: host.replace(/\.away\.localhost$/, ''),
          ...(lifetimeSeconds !== undefined && { lifetimeSeconds }),
        })),
        read: namesIn(one.script),
        hosts: hostsIn(one.script),
      };
    });
    return { evidence, notBuilt };
  } finally {
    await standIn.close();
  }
}
