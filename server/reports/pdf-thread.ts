import { parentPort, workerData } from 'node:worker_threads';
import { type PdfAbout, scanReportPdf } from './scan-pdf';

// A thread of its own: a report of ten thousand items takes seconds of computation.
scanReportPdf(workerData as PdfAbout).then((pdf) => parentPort!.postMessage(pdf));
