import { workerData } from 'node:worker_threads';
import { type PdfAbout, scanReportPdf } from '../reports/scan-pdf';
import { answerWith } from './answer';

// A report of ten thousand items takes seconds of computation.
answerWith(scanReportPdf(workerData as PdfAbout));
