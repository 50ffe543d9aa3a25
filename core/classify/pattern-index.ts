import { matchesName } from '../hold/match';

interface Node<T> {
  next: Map<number, Node<T>> | null;
  here: Entry<T>[] | null;
}
interface Entry<T> {
  pattern: string;
  value: T;
  order: number;
}

const newNode = <T>(): Node<T> => ({ next: null, here: null });

/**
 * Finds among many name patterns those that fit a name, without trying all of them. Whole names are in a map. Patterns
 * are in tries by their first literal part, their last one where they begin with `*`, or a part in their middle where
 * they also end with one; a name walks down each only as far as its characters lead.
 */
export class PatternIndex<T> {
  private readonly exact = new Map<string, Entry<T>[]>();
  private readonly starts = newNode<T>();
  private readonly ends = newNode<T>();
  private readonly middles = newNode<T>();
  private hasMiddles = false;
  private size = 0;

  add(pattern: string, value: T): void {
    const entry = { pattern, value, order: this.size++ };
    if (!pattern.includes('*')) {
      const same = this.exact.get(pattern);
      if (same) same.push(entry);
      else this.exact.set(pattern, [entry]);
      return;
    }
    const parts = pattern.split('*');
    const first = parts[0]!;
    const last = parts.at(-1)!;
    if (first) insert(this.starts, first, entry);
    else if (last) insert(this.ends, reversed(last), entry);
    else {
      this.hasMiddles = true;
      insert(this.middles, longest(parts), entry);
    }
  }

  /** The value that was added first among those that fit the name and `also`; whole names go before patterns. */
  find(name: string, also: (value: T) => boolean = () => true): T | undefined {
    const whole = this.exact.get(name)?.find((entry) => also(entry.value));
    if (whole) return whole.value;
    let best: Entry<T> | undefined;
    const visit = (entry: Entry<T>) => {
      if (best && best.order <= entry.order) return;
      if (matchesName(entry.pattern, name) && also(entry.value)) best = entry;
    };
    walk(this.starts, name, 0, 1, visit);
    walk(this.ends, name, name.length - 1, -1, visit);
    if (this.hasMiddles) for (let i = 0; i < name.length; i++) walk(this.middles, name, i, 1, visit);
    return best?.value;
  }
}

function insert<T>(root: Node<T>, text: string, entry: Entry<T>): void {
  let node = root;
  for (let i = 0; i < text.length; i++) {
    node.next ??= new Map();
    let child = node.next.get(text.charCodeAt(i));
    if (!child) {
      child = newNode();
      node.next.set(text.charCodeAt(i), child);
    }
    node = child;
  }
  node.here ??= [];
  node.here.push(entry);
}

/** Visits what stands at every node that the characters of `name` lead to, from `at` on in steps of `step`. */
function walk<T>(root: Node<T>, name: string, at: number, step: 1 | -1, visit: (entry: Entry<T>) => void): void {
  let node: Node<T> | undefined = root;
  for (let i = at; node; i += step) {
    if (node.here) for (const entry of node.here) visit(entry);
    if (i < 0 || i >= name.length) return;
    node = node.next?.get(name.charCodeAt(i));
  }
}

const reversed = (text: string) => text.split('').reverse().join('');
const longest = (parts: readonly string[]) => parts.reduce((a, b) => (b.length > a.length ? b : a), '');
