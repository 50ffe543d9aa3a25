import { decodeText } from '@douane/core/exchange';
import express, { type Request } from 'express';
import { Problem } from '../problems';

/** Takes in a file as it is, whatever it calls itself; a HAR of a large site is large. Only behind `requirePerson`. */
export const takeFile = express.raw({ type: () => true, limit: '120mb' });

/** The text of a file that was sent, by whatever encoding it was saved. */
export function fileOf(req: Request): ReturnType<typeof decodeText> {
  if (!Buffer.isBuffer(req.body) || req.body.length === 0) throw new Problem(422, 'The file is empty');
  const decoded = decodeText(req.body);
  if (!decoded.text.trim()) throw new Problem(422, 'The file is empty');
  return decoded;
}
