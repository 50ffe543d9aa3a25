import { workerData } from 'node:worker_threads';
import { decodeText, type ImportFor, importObservations } from '@douane/core/exchange';
import { type FamilySettings, foldObservations, type Item } from '@douane/core/observe';
import type { FieldProblem } from '@douane/core/setup';
import { answerWith } from './answer';

export interface ImportThreadData {
  body: Uint8Array;
  about: ImportFor;
  families: FamilySettings;
}

export interface ReadFile {
  format: string;
  items: Item[];
  problems: FieldProblem[];
}

// A HAR of a hundred megabytes takes seconds to read and much memory, which this thread alone may run out of.
async function read({ body, about, families }: ImportThreadData): Promise<ReadFile> {
  const { format, observations, problems } = importObservations(decodeText(body).text, about);
  return { format, items: foldObservations(observations, families), problems };
}

answerWith(read(workerData as ImportThreadData));
