import type { CheckedItem, Exposed, Shown } from '../types';

/** Who can do it. */
export type Mender = 'developer' | 'specialist' | 'operator' | 'provider';

/** What can be done about something that slipped, or is held by luck alone; with code to copy where it is certain. */
export interface Mend {
  who: Mender;
  words: string;
  code?: string;
}

/** What is to be mended, with what was found of the page it happened on. */
export interface ToMend extends Pick<CheckedItem, 'kind' | 'name' | 'host' | 'purpose' | 'chain' | 'cause'> {
  shown?: Shown;
  /** Of the page on which it happened. */
  exposed: readonly Exposed[];
}

/** `null`: it would not help here. */
export type MendRule = (about: ToMend) => Mend | null;
