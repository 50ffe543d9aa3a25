import type { NextStep, RunWord, SiteState, Stage, Station } from '@douane/core/board';
import type { CheckReport } from '@douane/core/check';
import type {
  Author,
  CatalogueEntry,
  ClassifySettings,
  HouseRuleBody,
  LayerId,
  Ruling,
  ServiceRecord,
  ServiceRecordBody,
} from '@douane/core/classify';
import type { ConsentRecord } from '@douane/core/consent';
import type { Sampled, ScanPlan } from '@douane/core/coverage';
import type { Item, ItemKind, ScanComparison, Sign } from '@douane/core/observe';
import type { Setup } from '@douane/core/setup';
import type { BannerContent } from '@douane/gate';

export interface Person {
  name: string;
  email: string;
  organisation: string;
}

export interface SiteSummary {
  id: string;
  key: string;
  name: string;
  address: string;
  state: SiteState;
  stages: Record<Station, Stage>;
  next: NextStep;
}

export interface KeptRuling extends Ruling {
  id: string;
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
  aside: {
    id: string;
    state: 'open' | 'ignored';
    reason: string;
    at: string;
    person: string | null;
    act: string;
  } | null;
  automatic: KeptRuling | null;
  notes: number;
  /** How much hangs on it; the weightiest is ruled first. */
  weight: number;
  /** While it is open. */
  suggestion: { purpose: string; service: string; confidence: number; reason: string } | null;
  /** What about its ruling wants a second look, a sentence each. */
  findings: string[];
}

/** A purpose and service as lists of changes show them; `null`: open. */
export type BriefRuling = { purpose: string; service: string; by: Author } | null;

export interface ItemDetail {
  item: RuledItem;
  history: (Partial<KeptRuling> & {
    state: 'ruled' | 'open' | 'ignored';
    reason: string;
    at: string;
    act: string;
    by: Author;
    undoneAt: string | null;
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

export interface Run<Report = unknown, Progress = unknown, Summary = unknown> {
  id: string;
  kind: 'scan' | 'check' | 'look' | 'sign-in' | 'import';
  state: RunWord;
  progress: Progress | null;
  summary: Summary | null;
  report?: Report | null;
  why: string | null;
  requestedAt: string;
  finishedAt: string | null;
}

export interface ScanProgress {
  done: number;
  waiting: number;
  failed: number;
  items: number;
  current: string[];
  latest: Pick<Item, 'kind' | 'name' | 'host' | 'party'>[];
}
export interface ScanSummary {
  pages: number;
  failed: number;
  items: number;
  signs: number;
  problems: number;
  seconds: number;
}
export interface ScannedPage {
  url: string;
  status: number | null;
  seconds: number;
  outcome: string;
  why?: string;
}
export interface ScanReport {
  target: string;
  seconds: number;
  browser: string;
  cancelled?: boolean;
  plan: ScanPlan;
  pages: ScannedPage[];
  signs: Sign[];
  coverage: {
    known: number;
    excluded: number;
    sitemaps: number;
    forbiddenByRobots: number;
    sampled: Sampled[];
    notVisited: string[];
  };
  problems: { page: string; what: string }[];
}
export type ScanRun = Run<ScanReport, ScanProgress, ScanSummary>;

export type ImportRun = Run<
  { format: string; file: string; problems: { path: string; message: string }[] },
  null,
  { items: number; problems: number; file: string; format: string }
>;

export type SignInRun = Run<
  { ok: boolean; why?: string; address: string; seconds: number; picture: string | null },
  null,
  { ok: boolean }
>;

export interface ScanSetup {
  plan: ScanPlan;
  signIn: { address: string; fields: { selector: string }[]; submit: string; success: string; savedAt: string } | null;
  schedule: { cron: string; zone: string; nextAt: string } | null;
  notices: { mail: string[]; webhook: string };
  canKeepSecrets: boolean;
  canMail: boolean;
}

export interface Comparison extends ScanComparison {
  before: Run;
  now: Run;
}

export interface Alarm {
  id: string;
  runId: string;
  beforeRunId: string;
  words: string;
  items: (Pick<Item, 'kind' | 'name' | 'host' | 'party'> & { page: string })[];
  at: string;
  seenAt: string | null;
  seenBy: string | null;
  deliveries: {
    id: string;
    way: 'mail' | 'webhook';
    target: string;
    state: 'waiting' | 'delivered' | 'failed';
    tries: number;
    why: string | null;
    at: string;
  }[];
}

export interface CheckSummary {
  held: number;
  cleared: number;
  slipped: number;
  silent: number;
  things: number;
  cases: number;
  pages: number;
  version: number;
}
export type CheckRun = Run<CheckReport, { done: number; of: number; current: string[] }, CheckSummary>;

export interface LookReport {
  seconds: number;
  pages: { url: string; state: string; why?: string; before: string[] }[];
}
export type LookRun = Run<LookReport, { done: number; of: number }, { first: number; of: number }>;

export interface Draft {
  revision: number;
  setup: Setup;
  differences: string[];
  versions: { number: number; publishedAt: string; publishedBy: string | null }[];
  open: number;
  snippet: string;
  contents: BannerContent[];
}

export interface RecordList {
  records: ConsentRecord[];
  counts: { counted: number; tests: number; acceptedAll: number; refusedAll: number };
}
