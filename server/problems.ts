import type { ServerResponse } from 'node:http';
import type { FieldProblem } from '@douane/core/setup';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { ZodError } from 'zod';
import { isAway } from './db/db';

/** An answer that says what is wrong, as problem details (RFC 9457). `fields` names each field at fault. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly fields?: FieldProblem[],
    /** Seconds after which the same may be tried again, where it is only a matter of time. */
    readonly retryAfter?: number,
  ) {
    super(title);
  }
}

/** 404, for what is not there and for what belongs to others alike. */
export const notFound = (what: string) => new Problem(404, `There is no such ${what}`);

/** Answers what no route took. */
export const noSuchPath: RequestHandler = (req) => {
  throw new Problem(404, 'There is nothing at this address', req.path);
};

/** The last handler of Express. */
export const answerProblem: ErrorRequestHandler = (error, _req, res, next) => {
  if (res.headersSent) next(error);
  else sendProblem(res, error);
};

/** Answers with what went wrong. What was not foreseen is logged whole and told without detail. */
export function sendProblem(res: ServerResponse, error: unknown): void {
  if (res.headersSent) {
    res.destroy(); // half an answer is taken for none
    return;
  }
  const problem = asProblem(error);
  if (problem.status >= 500 && problem.retryAfter === undefined) console.error(error);
  const { status, title, detail, fields, retryAfter } = problem;
  if (retryAfter !== undefined) res.setHeader('retry-after', String(retryAfter));
  res.statusCode = status;
  res.setHeader('content-type', 'application/problem+json');
  res.end(JSON.stringify({ type: 'about:blank', status, title, detail, fields }));
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  // Bodies are checked with words of their own; what is left are ids and switches in the address.
  if (error instanceof ZodError)
    return new Problem(404, 'There is no such thing', 'The address is not of the right form.');
  const { status, type, code } = error as { status?: number; type?: string; code?: string };
  if (type === 'entity.parse.failed') return new Problem(400, 'The body is not JSON');
  if (type === 'entity.too.large') return new Problem(413, 'The body is too large');
  if (isAway(error)) {
    return new Problem(
      503,
      'The database does not answer at the moment',
      'Nothing was changed; try again.',
      undefined,
      1,
    );
  }
  if (code === 'EBADCSRFTOKEN') return new Problem(403, 'The page is out of date; load it again');
  if (code === '22P02') return new Problem(404, 'There is no such thing', 'The id is not of the right form.');
  // PostgreSQL keeps no NUL, neither in text nor in JSON.
  if (code === '22021' || code === '22P05')
    return new Problem(422, 'It holds a character that cannot be kept', 'Leave the character NUL (U+0000) out.');
  if (status && status >= 400 && status < 500) return new Problem(status, (error as Error).message);
  return new Problem(500, 'Something went wrong on the server', 'It has been written to the log.');
}
