import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { PdfThreadData } from './pdf-thread';

export interface ThreadOptions {
  /** The project's folder, where the built threads lie. */
  root: string;
  timeoutMs?: number;
  /** Most memory it may take, in MiB. */
  memoryMiB?: number;
  signal?: AbortSignal;
}

/** Heavy work beside the process's own, by the name of its file here. Each takes its data and posts one answer. */
export type ThreadName = 'pdf' | 'ledger' | 'import';

/** Runs a thread to its answer. Throws a sentence where it took too long, too much memory, or was stopped. */
export async function runThread<T>(name: ThreadName, data: unknown, options: ThreadOptions): Promise<T> {
  const { root, timeoutMs = 120_000, memoryMiB = 1024, signal } = options;
  const thread = new Worker(path.join(root, `dist/cli/${name}-thread.js`), {
    workerData: data,
    resourceLimits: { maxOldGenerationSizeMb: memoryMiB },
  });
  let timer: NodeJS.Timeout | undefined;
  let stop: (() => void) | undefined;
  try {
    return await new Promise<T>((done, fail) => {
      timer = setTimeout(() => fail(new Error(`it took longer than ${timeoutMs / 1000} s`)), timeoutMs);
      stop = () => fail(new Error('it was stopped'));
      signal?.addEventListener('abort', stop);
      thread.on('message', ({ answer, problem }: { answer?: T; problem?: string }) => {
        if (problem === undefined) done(answer as T);
        else fail(new Error(problem));
      });
      thread.on('error', (error: NodeJS.ErrnoException) => {
        fail(
          error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new Error(`it took more than ${memoryMiB} MiB of memory`) : error,
        );
      });
      thread.on('exit', (code) => fail(new Error(`the thread "${name}" ended with ${code}`)));
    });
  } finally {
    clearTimeout(timer);
    if (stop) signal?.removeEventListener('abort', stop);
    await thread.terminate();
  }
}

/** Bytes of a report as a PDF. */
export const pdfThread = async (data: PdfThreadData, { root }: Pick<ThreadOptions, 'root'>): Promise<Buffer> =>
  Buffer.from(await runThread<Uint8Array>('pdf', data, { root }));
