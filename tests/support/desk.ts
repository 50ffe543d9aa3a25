import type { Because } from '@douane/core/classify';
import { type Answer, Client, startWorld, type World } from './world';

/** An item as the API gives it, as far as tests of the desk look into it. */
export interface Kept {
  id: string;
  host: string;
  name: string;
  kind: string;
  ruling: { purpose: string; by: string; because: Because; service: string } | null;
  suggestion: { purpose: string } | null;
  findings: string[];
}

/** A world in which the specialist has taken on the ticket site and scanned it. */
export interface ScannedSite {
  world: World;
  ines: Client;
  siteId: string;
  items(): Promise<Kept[]>;
  /** The item of this name whose host begins so. */
  find(host: string, name: string): Promise<Kept>;
  rule(body: object): Promise<Answer>;
  /** Takes back whatever persons ruled on the site, so that no test finds what another left. */
  takeAllBack(): Promise<void>;
}

export async function startScannedSite(): Promise<ScannedSite> {
  const world = await startWorld();
  const ines = await new Client(world.url).signIn();
  const address = `http://skerrysound.localhost:${world.web.port}/`;
  const siteId = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address })).body.id;
  await ines.run(siteId, 'scan');
  const items = async (): Promise<Kept[]> => (await ines.call('GET', `/sites/${siteId}/items`)).body.items;
  return {
    world,
    ines,
    siteId,
    items,
    find: async (host, name) => (await items()).find((item) => item.host.startsWith(host) && item.name === name)!,
    rule: (body) => ines.call('POST', `/sites/${siteId}/rulings`, body),
    async takeAllBack() {
      for (;;) {
        const acts = new Set<string>();
        for (const { ruling, aside } of (await ines.call('GET', `/sites/${siteId}/items`)).body.items) {
          if (ruling?.by === 'person') acts.add(ruling.act);
          if (aside) acts.add(aside.act);
        }
        if (acts.size === 0) return;
        for (const act of acts) await ines.call('DELETE', `/sites/${siteId}/rulings/${act}`);
      }
    },
  };
}
