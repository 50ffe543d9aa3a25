import { decodeText } from '@douane/core/exchange';
import express, { type Request } from 'express';
import { Problem } from '../problems';

/** Takes in a file as it is, whatever it calls itself; a HAR of a large site is large. Only behind `requirePerson`. */
export const takeFile = express.raw({ type: () => true, limit: '120mb' });

/** A table that is read at once, in the server itself; more than this is no list that people made. */
const LARGEST_TABLE = 16_000_000;

/** What was sent, as it is. Throws a problem where that is nothing. */
export function bytesOf(req: Request): Buffer {
  if (!Buffer.isBuffer(req.body) || req.body.length === 0) throw new Problem(422, 'The file is empty');
  return req.body;
}

/** The text of a table that was sent, by whatever encoding it was saved. */
export function fileOf(req: Request): ReturnType<typeof decodeText> {
  const bytes = bytesOf(req);
  if (bytes.length > LARGEST_TABLE) {
    throw new Problem(413, 'The file is too large', `At most ${LARGEST_TABLE / 1e6} MB are read; split it.`);
  }
  const decoded = decodeText(bytes);
  if (!decoded.text.trim()) throw new Problem(422, 'The file is empty');
  return decoded;
}
