import type { Carried } from '../observe/carried';
import type { Activity } from '../observe/script-terms';
import type { ChainLink, ItemKind, Party } from '../observe/types';
import type { ValueSeen } from '../observe/value';
import type { HouseRuleBody } from './house-rule';

/** Which catalogue an entry stands in: the one that ships, or one that people of the organisation keep. */
export type CatalogueOrigin = 'shipped' | 'own';

/** What a heuristic says of an item. */
export interface Hint {
  purpose: string;
  /** Where it also tells whose it is. */
  service?: string;
  /** From 0 to 1: how often a thing with these marks has this purpose, by our reading. */
  confidence: number;
  /** Too faint to be held against anything else, or to support it. */
  faint?: true;
  because: Because;
}

/** The same with the id of the heuristic. */
export interface Said extends Hint {
  heuristic: string;
}

/** What a person or a file gave as the reason, or how the ruling came about where none was given. */
type ByPerson =
  | { code: 'said'; text: string }
  | { code: 'by-hand'; person: string }
  | { code: 'kept-open' }
  | { code: 'by-file'; file: string; person: string }
  | { code: 'service-moved'; from: string; into: string; person: string };

/** What is known without looking at what the item does. */
type Known =
  | { code: 'elsewhere'; site: string; because: Because }
  | { code: 'house-rule'; when: HouseRuleBody['when']; text?: string }
  | {
      code: 'catalogue';
      of: CatalogueOrigin;
      kind?: ItemKind;
      name?: string;
      host?: string;
      lives?: number | null;
      depends?: string;
    }
  | { code: 'owner-of-host'; host: string; owner: string; category: string }
  | { code: 'setup-item'; kind: ItemKind; name: string }
  | { code: 'setup-host'; host: string }
  | { code: 'gate'; part: 'itself' | 'choice' | 'key' };

/** Marks that heuristics go by. Times in seconds, sizes in characters. */
type Mark =
  | { code: 'name-of'; what: 'token' | 'basket' | 'privacy-choice' | 'balancer' | 'language' }
  | { code: 'language' }
  | { code: 'setting' }
  | { code: 'lasting-identifier'; lives: number }
  | { code: 'device-read'; reads: string[] }
  | { code: 'markup-frame' }
  | { code: 'sent-to'; hosts: string[]; service?: string }
  | { code: 'script-of'; host: string; service: string }
  | { code: 'kit-of' | 'kit-within'; service: string }
  | { code: 'reads-like'; activity?: Activity; words: string[] }
  | { code: 'speaks-of'; activity: Activity; terms: string[] }
  | { code: 'posts'; count: number; size: number }
  | { code: 'posts-page' }
  | { code: 'session'; hidden: boolean }
  | { code: 'font' }
  | { code: 'tells'; what: Carried[] }
  | { code: 'ruled-so'; kind: ItemKind; name: string }
  | { code: 'same-host'; host: string; because: Because };

/**
 * Why something is ruled or suggested, as facts: a code and what goes with it. `marks`: heuristics, the surest first;
 * `against` are those that spoke for another purpose. Words are made of it by `becauseWords` and nowhere else, so a
 * reason that is worded anew is the same reason.
 */
export type Because = ByPerson | Known | Mark | { code: 'marks'; said: Said[]; against: Said[] };

/** What was seen of an item when a person ruled it, to be read years later. `chain`: addresses, the page first. */
export interface ItemSeen {
  party: Party;
  setBy?: 'http' | 'script';
  pages: number;
  lifetimeSeconds?: number | null;
  value?: ValueSeen;
  chain: ChainLink['url'][];
}

/** The same, or as it was kept in sentences before there were facts. */
export type SeenThen = ItemSeen | { told: string[] };
