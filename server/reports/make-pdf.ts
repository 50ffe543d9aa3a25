import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { PdfAbout } from './scan-pdf';

const TIMEOUT_MS = 120_000;

/** Makes the PDF of a scan beside the server's own work. `root` is the project's folder, where the built thread lies. */
export async function makePdf(root: string, about: PdfAbout): Promise<Buffer> {
  const thread = new Worker(path.join(root, 'dist/cli/pdf-thread.js'), { workerData: about });
  let timer: NodeJS.Timeout | undefined;
  try {
    return await new Promise<Buffer>((done, fail) => {
      timer = setTimeout(() => fail(new Error(`the PDF took longer than ${TIMEOUT_MS / 1000} s`)), TIMEOUT_MS);
      thread.on('message', (pdf: Uint8Array) => done(Buffer.from(pdf)));
      thread.on('error', fail);
      thread.on('exit', (code) => fail(new Error(`the thread that makes PDFs ended with ${code}`)));
    });
  } finally {
    clearTimeout(timer);
    await thread.terminate();
  }
}
