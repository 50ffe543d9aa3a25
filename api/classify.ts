import type {
  Author,
  Because,
  CatalogueEntry,
  ClassifySettings,
  HouseRuleBody,
  LayerId,
  ProposedRule,
  Ruling,
  ServiceRecord,
  ServiceRecordBody,
} from '@douane/core/classify';
import type { Item, ItemKind, Sign } from '@douane/core/observe';

/** A ruling as it is kept. */
export interface KeptRuling extends Ruling {
  id: string;
  at: string;
  person: string | null;
  /** Rulings made by one act are undone by one act. */
  act: string;
}

/** A person's decision that is no purpose: to keep an item open whatever is known of it, or to ignore it. */
export interface KeptAside {
  id: string;
  state: 'open' | 'ignored';
  because: Because;
  at: string;
  person: string | null;
  act: string;
}

export interface RuledItem extends Item {
  id: string;
  siteId: string;
  firstSeenAt: string;
  lastSeenAt: string;
  ruling: KeptRuling | null;
  /** A person kept it open or ignores it. */
  aside: KeptAside | null;
  automatic: KeptRuling | null;
  notes: number;
  /** How much hangs on it; the weightiest is ruled first. */
  weight: number;
  /** While it is open. */
  suggestion: { purpose: string; service: string; confidence: number; because: Because } | null;
  /** What about its ruling wants a second look, a sentence each. */
  findings: string[];
}

export interface ItemList {
  items: RuledItem[];
}

/** A purpose and service as lists of changes show them; `null`: open. */
export type BriefRuling = { purpose: string; service: string; by: Author } | null;

export interface ItemDetail {
  item: RuledItem;
  history: (Partial<KeptRuling> & {
    state: 'ruled' | 'open' | 'ignored';
    because: Because;
    at: string;
    act: string;
    by: Author;
    undoneAt: string | null;
    undoneBy: string | null;
  })[];
  entity: { name: string; homepage?: string; category: string } | null;
  /** What the newest scan noticed of this item or its host. */
  signs: Sign[];
  notes: { id: string; text: string; at: string; person: string }[];
  /** Why it is ruled as it is, a sentence for each layer. */
  trace: string[];
  /** What makes it weighty. */
  consequence: string[];
  /** What its value looks like. */
  value: string | null;
  /** By purpose: what it would mean in each region. */
  effects: Record<string, string[]>;
  /** The same host, or the same name, elsewhere in the organisation. */
  kin: { id: string; siteId: string; site: string; kind: ItemKind; name: string; host: string; ruling: BriefRuling }[];
  links: { title: string; url: string }[];
}

export interface NoteList {
  notes: ItemDetail['notes'];
}

/** What an act of ruling came to. */
export interface RulingAct {
  /** By which it can be taken back as a whole. */
  act: string;
  ruled: number;
  /** What the purpose means in each region. */
  effects: string[];
  /** How the items stand now, and others of their hosts. */
  standing: Pick<RuledItem, 'id' | 'ruling' | 'aside' | 'suggestion' | 'findings'>[];
}

/** What lies open after rulings, a sentence each. */
export interface LeftToDo {
  left: string[];
}

/** A filter of the list under a name; the list knows what its parts mean. */
export interface SavedFilter<Filter = object> {
  id: string;
  name: string;
  filter: Filter;
}

export interface FilterList<Filter = object> {
  filters: SavedFilter<Filter>[];
}

export interface ItemChange {
  itemId: string;
  siteId: string;
  site: string;
  kind: ItemKind;
  name: string;
  host: string;
  before: BriefRuling;
  after: BriefRuling;
}

/** What something that is tried would change, before it is saved. */
export interface WouldChange {
  total: number;
  opened: number;
  closed: number;
  /** By what is then suggested with enough confidence. */
  follow: number;
  changes: ItemChange[];
}

/** The same of a house rule, and how many items it fits; what persons ruled among them stays. */
export interface TriedHouseRule extends WouldChange {
  words: string;
  fits: number;
  byPersons: number;
}

export interface Knowledge {
  settings: ClassifySettings;
  layers: { id: LayerId; title: string; what: string; count: number | null }[];
  heuristics: { id: string; title: string; why: string }[];
  catalogue: { source: string; readOn: string; own: number; operator: number };
}

export interface HouseRule extends HouseRuleBody {
  id: string;
  siteId: string | null;
  site: string | null;
  enabled: boolean;
  words: string;
  person: string | null;
  createdAt: string;
}

export interface HouseRuleList {
  rules: HouseRule[];
  /** Rules that would have ruled as persons did, the one with most rulings first. */
  proposed: (ProposedRule & { words: string })[];
}

export interface FoundService {
  name: string;
  record: (ServiceRecord & { aliases: string[] }) | null;
  purposes: string[];
  hosts: string[];
  sites: string[];
  items: {
    id: string;
    siteId: string;
    site: string;
    kind: ItemKind;
    name: string;
    host: string;
    purpose: string;
    by: Author;
  }[];
  proposal: ServiceRecordBody;
}

export interface ServiceList {
  services: FoundService[];
}

export interface SiteDifference {
  kind: ItemKind;
  name: string;
  host: string;
  on: {
    itemId: string;
    siteId: string;
    site: string;
    ruling: (NonNullable<BriefRuling> & { person: string | null }) | null;
    ignored: boolean;
  }[];
}

/** `shared`: how many third-party things more than one site has. */
export interface SiteDifferences {
  shared: number;
  differences: SiteDifference[];
}

export interface RulingsImport {
  encoding: string;
  rows: number;
  total: number;
  same: number;
  overPersons: number;
  unknown: { total: number; shown: { where: string; kind: string; name: string; host: string }[] };
  changes: (Omit<ItemChange, 'siteId' | 'site' | 'after'> & {
    after: { purpose: string; service: string } | null;
    state: 'ruled' | 'open' | 'ignored';
  })[];
  /** When the items were looked at; sent back as `since`, so that what somebody ruled after it is told. */
  lookedAt: string;
  act?: string;
}

export interface CatalogueImport {
  encoding: string;
  entries: number;
  added: number;
  changed: number;
  removed: number;
  same: number;
  shown: { what: 'added' | 'changed' | 'removed'; entry: CatalogueEntry; before?: CatalogueEntry }[];
  effect: WouldChange;
}

/** What was made or changed, by its id. */
export interface Named {
  id: string;
}

/** Rulings of one act, by which they can be taken back, and for how many items. */
export interface Moved {
  act: string;
  items: number;
}
