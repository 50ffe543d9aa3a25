import type { Observation } from '../observe/types';
import type { FieldProblem } from '../setup/parse';

/** What a file told, and which of its lines could not be read. */
export interface Imported {
  format: 'har' | 'netscape-cookies' | 'csv';
  observations: Observation[];
  problems: FieldProblem[];
}

/** Whose pages the observations belong to. */
export interface ImportFor {
  /** Address of the site, for things whose page the file does not tell. */
  address: string;
  ownDomains: readonly string[];
  /** Milliseconds since 1970. */
  now: number;
}
