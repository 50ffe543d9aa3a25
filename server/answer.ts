import type { Response } from 'express';

/** What is `T` once it has been sent as JSON: a time may still be a `Date`. */
type BeforeSending<T> = T extends string
  ? T | (string extends T ? Date : never)
  : T extends readonly (infer U)[]
    ? readonly BeforeSending<U>[]
    : T extends object
      ? { [K in keyof T]: BeforeSending<T[K]> }
      : T;

/** Sends what the interface reads as `T` (`api/`). */
export function answer<T = never>(res: Response, value: BeforeSending<NoInfer<T>>, status = 200): void {
  res.status(status).json(value);
}
