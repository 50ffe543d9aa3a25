/**
 * A form in which tags that manage themselves listen to what a visitor grants: they are told before anything else runs,
 * and again whenever it changes. Data, one file to a form in `catalogue/`.
 *
 * A command is a list of values. In it `$signals` stands for an object of all signals, each with the word for granted or
 * denied, and `$granted` for one of all purposes, each true or false.
 */
export interface Listener {
  /** Kebab case. */
  id: string;
  name: string;
  /** Hosts that such tags come from, by which a site is seen to have them; none where only the site's own code listens. */
  hosts: string[];
  /** The global variable that takes commands. */
  at: string;
  /**
   * How it takes one. `arguments`: a queue that is given one `arguments` object. `array`: a queue that is given one list.
   * `values`: a queue that is given the values themselves. `function`: one that the tag's own snippet makes, called
   * with the values; what it is to know first goes before the snippet's own first call.
   */
  takes: 'arguments' | 'array' | 'values' | 'function';
  /** By signal, the purpose that it is for, where the site says nothing else; `necessary` is always granted. */
  signals?: Record<string, string>;
  words?: { granted: unknown; denied: unknown };
  /** Commands before anything else. */
  first?: unknown[][];
  /** Whenever what is granted changes after that. */
  later?: unknown[][];
  /** Each time besides, where all signals are granted, and where any is not. */
  granted?: unknown[][];
  denied?: unknown[][];
  /** Under this name the first command's signals have how long, in ms, its tags are to wait for the next. */
  wait?: { name: string; ms: number };
}

/** A listener as it travels to visitors, with the site's own purposes. */
export type ToldListener = Omit<Listener, 'name' | 'hosts'>;
