import { itemKey } from '../observe/fold';
import type { Because } from './because';
import { serviceNameFor } from './service-name';
import type { ClassifySettings, LayerId } from './settings';
import { LAYERS } from './settings';
import { NO_SIGNS } from './sign-book';
import { rulingFromSuggestion, type Suggestion, suggest } from './suggest';
import type { Classifiable, Classifier, Evidence, Ruling, Sibling, SignBook } from './types';

/** What each layer knows; one that is missing knows nothing. */
export type Layers = Partial<Record<Exclude<LayerId, 'heuristics'>, Classifier>> & {
  /** The gate itself, which no setting switches off. */
  gate?: Classifier;
  signs?: SignBook;
  /** All items of the site, so that one can tell of others of its host. */
  inventory?: readonly Ruled[];
  settings: ClassifySettings;
  /** Purposes that the site has; a ruling for another does not count there. */
  purposes?: readonly string[];
};

/** One layer's answer, for the trace. `off`: switched off. `silent`: says nothing. */
export interface LayerAnswer {
  layer: LayerId | 'gate';
  state: 'rules' | 'says' | 'suggests' | 'silent' | 'off';
  ruling?: Ruling;
  suggestion?: Suggestion;
  /** The site has no such purpose, so the answer does not count. */
  unknownPurpose?: boolean;
}

/** An item with the ruling that stands, where one does. */
type Ruled = Classifiable & { ruling?: Ruling | null };

/** A suggestion less sure than this helps nobody. */
const WORTH_SAYING = 0.4;

export interface Desk {
  /** What the first layer that knows the item rules; `null` leaves it open. */
  rule: Classifier;
  /** What the heuristics make of an item, whether or not it reaches the bar. */
  suggestion(item: Classifiable): Suggestion | null;
  /** What is known of a third-party host, whatever item it is asked for. */
  known(host: string): Ruling | null;
  /** What every layer says, in the order in which they are asked. */
  answers(item: Classifiable): LayerAnswer[];
}

const ORDER = LAYERS.filter((id): id is Exclude<LayerId, 'heuristics'> => id !== 'heuristics');
/** What these know of a host tells whose script wrote something. */
const KNOWING: (keyof Layers)[] = ['house-rules', 'own-catalogue', 'kits', 'catalogue', 'entities'];

/**
 * All that rules without a person, in order: the gate itself, rulings on other sites, house rules, the own catalogue, kits
 * by their scripts, the open catalogue, open data on hosts, and suggestions that reach the bar. The first that knows
 * decides; `answers` asks them all in the same way, so what is explained is what was done.
 */
export function deskOf(layers: Layers): Desk {
  const { settings, signs = NO_SIGNS, purposes } = layers;
  const off = new Set<string>(settings.off);
  const heuristicsOff = new Set(settings.heuristicsOff);
  const hasPurpose = purposes ? new Set(purposes) : null;
  const counts = (ruling: { purpose: string; depends?: string } | null) =>
    ruling !== null && !ruling.depends && (!hasPurpose || hasPurpose.has(ruling.purpose));

  const asked = [
    ...(layers.gate ? [{ id: 'gate' as const, rule: layers.gate }] : []),
    ...ORDER.flatMap((id) => {
      const rule = layers[id];
      return rule && !off.has(id) ? [{ id, rule }] : [];
    }),
  ];
  const knowing = asked.filter(({ id }) => KNOWING.includes(id));
  const hosts = new Map<string, Ruling | null>();
  const known = (host: string): Ruling | null => {
    let found = hosts.get(host);
    if (found === undefined) {
      const script: Classifiable = { kind: 'request', name: 'script', host, party: 'third' };
      found = null;
      for (const { rule } of knowing) {
        found = rule(script);
        if (found?.depends) found = null;
        if (found) break;
      }
      hosts.set(host, found);
    }
    return found;
  };

  let surest: Map<string, Sibling> | undefined;
  const siblings =
    layers.inventory &&
    ((host: string) => {
      surest ??= surestByHost(layers.inventory!, (item) => suggest({ item, signs, known }, heuristicsOff));
      return surest.get(host) ?? null;
    });
  /** What is said of an item without ruling it. */
  const dependingOn = (item: Classifiable) => {
    for (const { rule } of knowing) {
      const found = rule(item);
      if (found?.depends) return found;
      if (counts(found)) return null;
    }
    return null;
  };
  const suggestion = (item: Classifiable, atLeast = WORTH_SAYING, depending = dependingOn(item)) => {
    if (off.has('heuristics')) return null;
    const evidence: Evidence = { item, signs, known, siblings, depending };
    return suggest(evidence, heuristicsOff, atLeast);
  };
  const fromHeuristics = (item: Classifiable, found: Suggestion | null) =>
    found && found.confidence >= settings.bar ? rulingFromSuggestion(found, serviceNameFor(item)) : null;

  return {
    suggestion: (item) => suggestion(item),
    known,
    rule(item) {
      let depending: Ruling | null = null;
      for (const { rule } of asked) {
        const ruling = rule(item);
        if (ruling && counts(ruling)) return ruling;
        if (ruling?.depends) depending ??= ruling;
      }
      const ruling = fromHeuristics(item, suggestion(item, settings.bar, depending));
      return counts(ruling) ? ruling : null;
    },
    answers(item) {
      let decided = false;
      const answerOf = (layer: LayerAnswer['layer'], ruling: Ruling | null): LayerAnswer => {
        if (!ruling) return { layer, state: 'silent' };
        if (ruling.depends) return { layer, state: 'says', ruling };
        if (!counts(ruling)) return { layer, state: 'says', ruling, unknownPurpose: true };
        const first = !decided;
        decided = true;
        return { layer, state: first ? 'rules' : 'says', ruling };
      };
      const answers = asked.map(({ id, rule }) => answerOf(id, rule(item)));
      const found = suggestion(item);
      const ruling = fromHeuristics(item, found);
      if (ruling) answers.push({ ...answerOf('heuristics', ruling), suggestion: found! });
      else if (found) answers.push({ layer: 'heuristics', state: 'suggests', suggestion: found });
      else if (!off.has('heuristics')) answers.push({ layer: 'heuristics', state: 'silent' });
      for (const id of LAYERS) if (off.has(id)) answers.push({ layer: id, state: 'off' });
      return answers;
    },
  };
}

/** For each host what persons ruled of its items, where they agree, else the surest of what is suggested for them. */
function surestByHost(
  inventory: readonly Ruled[],
  suggestAlone: (item: Classifiable) => Suggestion | null,
): Map<string, Sibling> {
  const surest = new Map<string, Sibling>();
  const torn = new Set<string>();
  for (const item of inventory) {
    if (item.party === 'first' || torn.has(item.host)) continue;
    const known = surest.get(item.host);
    if (item.ruling?.by === 'person') {
      const { purpose, service } = item.ruling;
      if (known?.confidence === 1 && known.purpose !== purpose) {
        torn.add(item.host);
        surest.delete(item.host);
      } else {
        const because: Because = { code: 'ruled-so', kind: item.kind, name: item.name };
        surest.set(item.host, { key: itemKey(item), purpose, service, confidence: 1, because });
      }
      continue;
    }
    const found = suggestAlone(item);
    if (!found || found.confidence <= (known?.confidence ?? 0)) continue;
    const { purpose, confidence, because } = found;
    surest.set(item.host, { key: itemKey(item), purpose, confidence, because });
  }
  return surest;
}

/** The first classifier that knows the item decides. */
export function firstOf(...classifiers: Classifier[]): Classifier {
  return (item) => {
    for (const classify of classifiers) {
      const ruling = classify(item);
      if (ruling) return ruling;
    }
    return null;
  };
}
