import type { Item, Sign } from '@douane/core/observe';
import type { ScannedPage, SiteLook } from '@douane/core/scan';

/** All that came of one page; a scan can go on from a list of these after a restart. */
export interface PageRecord {
  page: ScannedPage;
  /** Visited by somebody who had said yes to everything. */
  afterYes: boolean;
  /** Host of the site, where this page led there. */
  host: string;
  links: string[];
  shape: string;
  items: Item[];
  signs: Sign[];
  problems: string[];
  /** Of the site's first page. */
  look?: SiteLook;
  /** Hosts of the site's own that were contacted. */
  ownHosts: string[];
}
