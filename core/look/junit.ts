import junit from 'junit-report-builder';
import { plainText } from '../observe/plain-text';
import { isInOrder } from './in-order';
import type { LookReport } from './types';
import { GATE_WORDS, meansWords } from './words';

/** JUnit XML: one test for each page, which fails with what stands above the gate, and one for the way back. */
export function lookAsJunit({ pages, wayBack }: Pick<LookReport, 'pages' | 'wayBack'>): string {
  const builder = junit.newBuilder();
  const suite = builder.testSuite().name('install');
  for (const page of pages) {
    const { url, state, why, before } = page;
    const test = suite.testCase().className('gate').name(plainText(url));
    if (isInOrder(page)) test.standardOutput(plainText(meansWords(page)));
    else test.failure([GATE_WORDS[state], why ?? [], before].flat(2).map(plainText).join('\n'));
  }
  if (wayBack) {
    const test = suite.testCase().className('way-back').name(plainText(wayBack.url));
    if (!wayBack.there)
      test.failure(plainText(`does not lead back to the choice${wayBack.why ? `: ${wayBack.why}` : ''}`));
  }
  return builder.build();
}
