import { matchesName } from '../hold/match';

interface Entry<T> {
  pattern: string;
  value: T;
  order: number;
}

/**
 * Finds among many name patterns those that fit a name, without trying all of them. Whole names are in a map. Of each
 * pattern its longest written part is in one automaton (Aho and Corasick, 1975), through which a name passes once,
 * character by character, however many patterns there are; those whose part it meets are then tried in full.
 */
export class PatternIndex<T> {
  private readonly exact = new Map<string, Entry<T>[]>();
  private readonly patterns: Entry<T>[] = [];
  /** Of stars alone: they fit every name. */
  private readonly always: Entry<T>[] = [];
  private automaton: Automaton | null = null;
  private size = 0;

  add(pattern: string, value: T): void {
    const entry = { pattern, value, order: this.size++ };
    if (/^\*+$/.test(pattern)) {
      this.always.push(entry);
      return;
    }
    if (pattern.includes('*')) {
      this.patterns.push(entry);
      this.automaton = null;
      return;
    }
    const same = this.exact.get(pattern);
    if (same) same.push(entry);
    else this.exact.set(pattern, [entry]);
  }

  /** The value that was added first among those that fit the name and `also`; whole names go before patterns. */
  find(name: string, also?: (value: T) => boolean): T | undefined {
    const whole = this.exact.size > 0 ? this.exact.get(name) : undefined;
    if (whole) for (const entry of whole) if (!also || also(entry.value)) return entry.value;
    const all = this.always.length > 0 ? this.always.find((entry) => !also || also(entry.value)) : undefined;
    if (this.patterns.length === 0) return all?.value;
    this.automaton ??= new Automaton(this.patterns.map(({ pattern }) => longestPart(pattern)));
    let best = all;
    const { next, classOf, classes, outputs, shorter } = this.automaton;
    let state = 0;
    for (let i = 0; i < name.length; i++) {
      const code = name.charCodeAt(i);
      state = next[state * classes + (code < classOf.length ? classOf[code]! : 0)]!;
      for (let met = state; met > 0; met = shorter[met]!) {
        const here = outputs[met];
        if (!here) continue;
        for (const at of here) {
          const entry = this.patterns[at]!;
          if (best && best.order <= entry.order) continue;
          if (matchesName(entry.pattern, name) && (!also || also(entry.value))) best = entry;
        }
      }
    }
    return best?.value;
  }
}

const longestPart = (pattern: string) => pattern.split('*').reduce((a, b) => (b.length > a.length ? b : a), '');

/** Meets every one of many texts in one pass over another. State 0: nothing of any of them. */
class Automaton {
  /** By state and class of character: the state that follows. */
  readonly next: Int32Array;
  /** Characters that stand in none of the texts share class 0. */
  readonly classOf: Uint16Array;
  readonly classes: number;
  /** By state: which texts end there. */
  readonly outputs: (number[] | undefined)[] = [];
  /** By state: the nearest shorter state at which a text ends; 0 where there is none. */
  readonly shorter: Int32Array;

  constructor(texts: readonly string[]) {
    let highest = 0;
    const characters = new Set<number>();
    for (const text of texts) {
      for (let i = 0; i < text.length; i++) {
        characters.add(text.charCodeAt(i));
        highest = Math.max(highest, text.charCodeAt(i));
      }
    }
    this.classOf = new Uint16Array(highest + 1);
    [...characters].forEach((code, i) => {
      this.classOf[code] = i + 1;
    });
    this.classes = characters.size + 1;

    const mostStates = texts.reduce((sum, text) => sum + text.length, 1);
    const next = new Int32Array(mostStates * this.classes);
    let states = 1;
    texts.forEach((text, at) => {
      let state = 0;
      for (let i = 0; i < text.length; i++) {
        const cell = state * this.classes + this.classOf[text.charCodeAt(i)]!;
        if (next[cell] === 0) next[cell] = states++;
        state = next[cell]!;
      }
      const here = this.outputs[state];
      if (here) here.push(at);
      else this.outputs[state] = [at];
    });
    this.next = next.slice(0, states * this.classes);
    this.shorter = new Int32Array(states);
    this.completeFailures(states);
  }

  /** Where the tries lead nowhere, the automaton goes on with the longest end of what it has read that begins a text. */
  private completeFailures(states: number): void {
    const { next, classes, outputs, shorter } = this;
    const failure = new Int32Array(states);
    const queue: number[] = [];
    for (let c = 0; c < classes; c++) if (next[c]! > 0) queue.push(next[c]!);
    for (let at = 0; at < queue.length; at++) {
      const state = queue[at]!;
      const back = failure[state]!;
      shorter[state] = outputs[back] ? back : shorter[back]!;
      for (let c = 0; c < classes; c++) {
        const cell = state * classes + c;
        const ahead = next[cell]!;
        const instead = next[back * classes + c]!;
        if (ahead === 0) next[cell] = instead;
        else {
          failure[ahead] = instead;
          queue.push(ahead);
        }
      }
    }
  }
}
