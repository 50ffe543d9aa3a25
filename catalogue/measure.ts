import {
  type Classifiable,
  catalogueClassifier,
  catalogueServices,
  DEFAULT_SETTINGS,
  type Desk,
  deskOf,
  entityClassifier,
  kitClassifier,
  shippedCatalogue,
  signBook,
} from '@douane/core/classify';
import { type Item, type ReadsLike, readsLike, scriptNames } from '@douane/core/observe';
import { buildKits, scanKits } from './gather';
import { ACTIVITIES, type Kit } from './kits';
import { type Lesson, learnWords } from './learn';
import { type BuiltKit, serveKits } from './stand-in';

/** How much of what kits store and send was ruled or suggested, in per cent of their items. */
export interface Measured {
  items: number;
  right: number;
  suggested: number;
  wrong: number;
  /** Of these, by names and hosts that a catalogue knows. */
  wrong_by_catalogue: number;
  suggested_wrong: number;
  /** How many kits there are, and of how many of them something was ruled wrongly: items of one kit stand or fall together. */
  kits: number;
  wrong_kits: number;
}

/** Parts in which what is known is taken away, where kits are measured as if they were unknown. */
const PARTS = 4;

/**
 * Scans a site of kits, each from a host nobody knows, and compares what is made of their items with what each kit is
 * for. `teachers`: kits from which words are learned, while what is known of the services that are measured is not used,
 * neither names, nor hosts, nor marks, nor words: of a quarter of the services at a time, so that the others may still be
 * mistaken for them. `null`: with all that is known.
 */
export async function measure(
  scratch: string,
  kits: readonly Kit[],
  teachers: readonly Kit[] | null,
): Promise<{ figures: Measured; told: string[] }> {
  const known = teachers === null;
  const { built } = await buildKits(scratch, kits);
  const teaching = known ? [] : (await buildKits(scratch, teachers)).built;
  const serving = built.filter(({ kit }) => ACTIVITIES[kit.activity] !== null);
  const services = [...new Set(serving.map(({ kit }) => kit.service))].sort();
  const partOf = new Map(services.map((service, i) => [service, known ? 0 : i % PARTS]));
  // What is not known of a kit is not learned from it either.
  const models = known
    ? []
    : Array.from({ length: PARTS }, (_, part) =>
        learnWords(lessonsOf(teaching.filter(({ kit }) => partOf.get(kit.service) !== part))),
      );
  const standIn = await serveKits(serving);
  const scriptOfPage = new Map(serving.map((one) => [standIn.pageOf(one), one.script]));
  const partOfPage = new Map(serving.map((one) => [standIn.pageOf(one), partOf.get(one.kit.service)!]));
  try {
    const report = await scanKits(standIn, serving, {
      stayMs: 1500,
      classify: (found, signs) => {
        // What a kit is made to contact here stands for the host that it contacts on a real site.
        const real = (item: Item): Item =>
          known ? { ...item, host: item.host.replace(/\.away\.localhost$/, '') } : item;
        const items = found.map(real);
        const desks = Array.from({ length: known ? 1 : PARTS }, (_, part) => {
          const isKnown = ({ service }: { service: string }) => known || partOf.get(service) !== part;
          const entries = shippedCatalogue().entries.filter(isKnown);
          return deskOf({
            catalogue: catalogueClassifier(entries),
            entities: entityClassifier(),
            kits: kitClassifier(catalogueServices(shippedCatalogue().services.filter(isKnown))),
            signs: signBook(signs),
            inventory: items,
            settings: DEFAULT_SETTINGS,
          });
        });
        const asked = (item: Item) => {
          const part = partOfPage.get(item.pages[0]!) ?? 0;
          const unknown = (service: string) => !known && partOf.get(service) === part;
          const script = scriptOfPage.get(item.pages[0]!);
          const like = known || !script ? undefined : readsLike(scriptNames(script), models[part]!);
          return { desk: desks[part]!, item: known ? real(item) : asUnknown(real(item), unknown, like) };
        };
        const answer =
          <T>(by: (desk: Desk, item: Item) => T) =>
          (found: Classifiable) => {
            const { desk, item } = asked(found as Item);
            return by(desk, item);
          };
        return {
          rule: answer((desk, item) => desk.rule(item)),
          suggestion: answer((desk, item) => desk.suggestion(item)),
        };
      },
    });
    const purposeOf = new Map(serving.map((one) => [standIn.pageOf(one), ACTIVITIES[one.kit.activity] as string]));
    const counts = { right: 0, suggested: 0, wrong: 0, suggested_wrong: 0, open: 0 };
    const told: string[] = [];
    let byCatalogue = 0;
    const pages = { all: new Set<string>(), wrong: new Set<string>() };
    for (const item of report.items) {
      const truths = new Set(item.pages.map((page) => purposeOf.get(page)));
      if (truths.size !== 1 || truths.has(undefined)) continue;
      const [truth] = [...truths];
      const said = item.purpose ?? item.suggestion?.purpose;
      const ruled = item.purpose !== null;
      const how = !said
        ? 'open'
        : said === truth
          ? ruled
            ? 'right'
            : 'suggested'
          : ruled
            ? 'wrong'
            : 'suggested_wrong';
      counts[how] += 1;
      pages.all.add(item.pages[0]!);
      if (how === 'wrong') pages.wrong.add(item.pages[0]!);
      if (how === 'wrong' && item.ruling?.by === 'catalogue') byCatalogue += 1;
      if (how === 'right' || how === 'suggested') continue;
      const why = item.ruling?.reason ?? item.suggestion?.reason ?? '';
      told.push(
        `${how}: ${item.kind} ${item.name} of ${item.host} on ${item.pages[0]}: ${said ?? '-'} for ${truth} ${why}`,
      );
    }
    const items = Object.values(counts).reduce((a, b) => a + b, 0);
    const share = (count: number) => Math.round((1000 * count) / items) / 10;
    const { right, suggested, wrong, suggested_wrong } = counts;
    return {
      figures: {
        items,
        right: share(right),
        suggested: share(suggested),
        wrong: share(wrong),
        wrong_by_catalogue: share(byCatalogue),
        suggested_wrong: share(suggested_wrong),
        kits: pages.all.size,
        wrong_kits: pages.wrong.size,
      },
      told,
    };
  } finally {
    await standIn.close();
  }
}

/** An item as it is where nobody knows these kits. */
function asUnknown(item: Item, unknown: (service: string) => boolean, like: ReadsLike | undefined): Item {
  if (!item.script) return item;
  const { services, within, readsLike: _, ...script } = item.script;
  const known = (kits: string[] | undefined) => kits?.filter((service) => !unknown(service)) ?? [];
  const [left, leftWithin] = [known(services), known(within)];
  return {
    ...item,
    script: {
      ...script,
      ...(like && { readsLike: like }),
      ...(left.length > 0 && { services: left }),
      ...(leftWithin.length > 0 && { within: leftWithin }),
    },
  };
}

/**
 * What is to be learned from kits of which it is known what they do: of a program only the names that are the kit's own,
 * since those of what it is built upon tell nothing of it.
 */
export const lessonsOf = (built: readonly BuiltKit[]): Lesson[] =>
  built.map(({ kit: { service, activity }, script, ownNames }) => {
    return { service, activity, names: [...scriptNames(script)].filter((name) => ownNames.has(name)) };
  });
