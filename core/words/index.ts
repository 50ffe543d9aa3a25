/** A number with its noun: "1 page", "2 pages". `many` where the plural is not made with an s. */
export const plural = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;
