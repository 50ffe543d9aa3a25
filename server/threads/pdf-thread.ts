import { workerData } from 'node:worker_threads';
import { type AppliesAbout, appliesPdf } from '../reports/applies-pdf';
import { type CheckAbout, checkReportPdf } from '../reports/check-pdf';
import { type PdfAbout, scanReportPdf } from '../reports/scan-pdf';
import { type TreatmentsAbout, treatmentsPdf } from '../reports/treatments-pdf';
import { answerWith } from './answer';

/** Which report, and what it is made from. */
export type PdfThreadData =
  | { report: 'scan'; about: PdfAbout }
  | { report: 'treatments'; about: TreatmentsAbout }
  | { report: 'applies'; about: AppliesAbout }
  | { report: 'check'; about: CheckAbout };

function made({ report, about }: PdfThreadData): Promise<Buffer> {
  switch (report) {
    case 'scan':
      return scanReportPdf(about);
    case 'treatments':
      return treatmentsPdf(about);
    case 'applies':
      return appliesPdf(about);
    case 'check':
      return checkReportPdf(about);
  }
}

// A report of ten thousand items takes seconds of computation.
answerWith(made(workerData as PdfThreadData));
