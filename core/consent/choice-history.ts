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
