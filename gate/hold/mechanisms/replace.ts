/** Takes away again what a mechanism has put in force. */
export type Undo = () => void;

/** What was replaced so far, and by its name there; see `realms.ts`. */
export const REPLACED: [of: object, name: string][] = [];

/** Puts something in the place of a property of the browser's, and gives back how to undo it; nothing where it has none. */
export function replace<T extends object, K extends keyof T>(
  of: T,
  name: K,
  made: (own: PropertyDescriptor) => PropertyDescriptor,
): Undo {
  const own = Object.getOwnPropertyDescriptor(of, name);
  if (!own?.configurable) return () => {};
  Object.defineProperty(of, name, { ...own, ...made(own) });
  REPLACED.push([of, name as string]);
  return () => Object.defineProperty(of, name, own);
}
