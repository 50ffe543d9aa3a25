/** In the address of a policy: the number of the record whose choice its reader wants to see with it. */
export const RECORD_ASKED = 'record';
/** So many choices of one browser are kept and told. */
export const MOST_PAST = 20;
/** Key under which a browser keeps what was chosen in it, for its own user to see. */
export const HISTORY_KEY = 'douane.history';
/** A choice that was made in this browser, the newest first in a list under that key. */
export interface PastChoice {
  record: string;
  release: number;
  atSeconds: number;
  /** By id of a purpose: whether it was granted. */
  purposes: Readonly<Record<string, boolean>>;
}
