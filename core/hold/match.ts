import type { NamesByPurpose } from './types';

/**
 * Whether `name` fits `pattern`, in which `*` stands for any run of characters. Linear in both lengths: no expression
 * is built from outside text, so no pattern can run for ever.
 * `_og*` fits `_ogv`; `_og*` does not fit `x_ogv`.
 */
export function matchesName(pattern: string, name: string): boolean {
  const parts = pattern.split('*');
  const last = parts.pop()!;
  const [first, ...between] = parts;
  if (first === undefined) return pattern === name;
  if (name.length < first.length + last.length || !name.startsWith(first) || !name.endsWith(last)) return false;
  let from = first.length;
  for (const part of between) {
    const at = name.indexOf(part, from);
    if (at < 0 || at + part.length > name.length - last.length) return false;
    from = at + part.length;
  }
  return true;
}

/**
 * The value for `host` or the nearest parent domain that has one; `undefined` where none has.
 * `cdn.oddgull.localhost` finds `oddgull.localhost`; `notoddgull.localhost` does not.
 */
export function byHost<T>(hosts: Readonly<Record<string, T>>, host: string): T | undefined {
  for (let rest = host; rest; rest = rest.slice(rest.indexOf('.') + 1)) {
    if (Object.hasOwn(hosts, rest)) return hosts[rest];
    if (!rest.includes('.')) return undefined;
  }
  return undefined;
}

/** The purpose of something stored, by its name; one that is meant itself goes before one that a pattern fits. */
export function purposeOfStored(names: NamesByPurpose, name: string): string | undefined {
  const purposes = Object.keys(names);
  return (
    purposes.find((purpose) => names[purpose]!.includes(name)) ??
    purposes.find((purpose) => names[purpose]!.some((pattern) => matchesName(pattern, name)))
  );
}
