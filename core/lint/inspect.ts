import { ruleFor } from '../regimes/decide';
import { parsePlace } from '../regimes/place';
import { resolveRegime } from '../regimes/resolve';
import type { DutyTopic, Mode, Rules } from '../regimes/types';
import { rulesOf } from '../setup/site-rules';
import type { Setup } from '../setup/types';
import { textsFor } from '../texts/index';
import type { Measured } from './measured';
import type { Drawn, Found, Inspected, Region } from './types';

/** Gathers what the rules look at. Everywhere that is treated alike is one region. */
export function inspect(setup: Setup, on: string, measured: readonly Measured[] = []): Inspected {
  return {
    setup,
    on,
    regions: regionsOf(rulesOf(setup, on), on),
    languages: setup.banner.languages.map((tag) => ({
      tag,
      texts: textsFor(setup.banner, tag),
      own: setup.banner.texts[tag] ?? {},
    })),
    measured,
  };
}

function regionsOf(table: Rules, on: string): Region[] {
  const codes = ['', ...Object.keys(table.places).filter((code) => table.places[code]! >= 0)];
  const byRule = new Map<Region['rule'], string[]>();
  for (const code of codes) {
    const rule = ruleFor(parsePlace(code), table);
    byRule.set(rule, [...(byRule.get(rule) ?? []), code]);
  }
  return [...byRule].map(([rule, places]) => {
    const modes: Mode[] = Object.values(rule.modes);
    return {
      rule,
      places,
      regimes: rule.regimes.map((id) => resolveRegime(id, on)),
      asks: modes.includes('opt-in'),
      objects: modes.includes('opt-out'),
    };
  });
}

/** What decides how the banner is drawn for the visitors of a region; those of equal keys see the same. */
export const drawnAlike = ({ rule: { modes, shows } }: Region): string => JSON.stringify([modes, shows]);

/** Everything of a layer that was drawn, with each region whose visitors see it so. */
export function drawn({ measured, regions }: Inspected, name: 'first' | 'panel'): Drawn[] {
  return measured.flatMap((of) => {
    const seen = regions.find(({ places }) => places.includes(of.place));
    const layer = of.layers.find((one) => one.layer === name);
    if (!seen || !layer) return [];
    return regions.filter((region) => drawnAlike(region) === drawnAlike(seen)).map((region) => ({ of, layer, region }));
  });
}

/**
 * Where the laws of a region say something of a topic: the article, and whose it is. Where a yes is asked, the law's own
 * notion of a yes stands in for what it does not spell out.
 */
export function lawOf(region: Region, topic: DutyTopic): { regimes: string[]; article: string } | null {
  const saying = region.regimes.filter(({ duties }) => duties.some(({ about }) => about?.includes(topic)));
  const duty = saying[0]?.duties.findLast(({ about }) => about?.includes(topic));
  if (duty) return { regimes: saying.map(({ id }) => id), article: duty.source };
  const asking = region.asks ? region.regimes : [];
  return asking.length > 0 ? { regimes: asking.map(({ id }) => id), article: asking[0]!.law } : null;
}

/** Findings that say the same of several regions, languages or devices, as one. */
export function gathered(found: readonly Found[]): Found[] {
  const byWords = new Map<string, Found>();
  for (const one of found) {
    const known = byWords.get(one.what);
    const regimes = [...new Set([...(known?.regimes ?? []), ...(one.regimes ?? [])])];
    byWords.set(one.what, { ...one, ...known, ...(regimes.length > 0 && { regimes }) });
  }
  return [...byWords.values()];
}

/** A change of the banner alone. */
export const inBanner =
  (change: (banner: Setup['banner']) => Partial<Setup['banner']>) =>
  (setup: Setup): Setup => ({ ...setup, banner: { ...setup.banner, ...change(setup.banner) } });

export const inFace = (face: Partial<Setup['banner']['face']>) =>
  inBanner((banner) => ({ face: { ...banner.face, ...face } }));

/** Goes back to the text that ships. */
export const asShipped = (tag: string, key: string) =>
  inBanner(({ texts }) => {
    const { [key as 'title']: _own, ...rest } = texts[tag] ?? {};
    return { texts: { ...texts, [tag]: rest } };
  });
