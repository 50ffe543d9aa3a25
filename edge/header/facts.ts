/** What a server has to know to send the policy. It decides nothing: the gate tells it in a cookie what is granted. */
export interface HeaderFacts {
  release: number;
  cookie: string;
  /** Value of the cookie where nothing is held. */
  all: string;
  /** The policy without what needs a yes. */
  always: string;
  /** What each purpose adds to it; its cookies too, as expressions that a whole name fits. */
  purposes: { id: string; sources: string; cookies: string[] }[];
}

/** Fits the cookie where a purpose is granted. */
export const grants = ({ release, all }: HeaderFacts, id: string): string =>
  `^${release}\\.(${all}$|(.*\\.)?${id}(\\.|$))`;
