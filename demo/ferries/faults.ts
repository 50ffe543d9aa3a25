/** Ways in which the ticket site can be served; all but `clean` hold a fault worth finding. */
export const FAULTS = ['clean', 'no-gate', 'gate-late', 'pixel-in-markup', 'ignores-refusal'] as const;
export type Fault = (typeof FAULTS)[number];

/** How the ticket site is served at the moment; changed at the control address. */
export interface SiteState {
  fault: Fault;
  /** The gate's snippet, as the specialist's developer pasted it; empty while it is not installed. */
  snippet: string;
  /** The gate's snippets on the small sites, by host. */
  snippets: Record<string, string>;
  /** A tag that somebody brought in lately without telling anybody. */
  newcomer: boolean;
}
