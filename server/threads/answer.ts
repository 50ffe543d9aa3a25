import { parentPort } from 'node:worker_threads';

/** Posts what a thread's work comes to, or why it came to nothing. */
export function answerWith(work: Promise<unknown>): void {
  work.then(
    (answer) => parentPort!.postMessage({ answer }),
    (cause) => parentPort!.postMessage({ problem: (cause as Error).message }),
  );
}
