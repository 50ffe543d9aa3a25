import junit from 'junit-report-builder';
import { plainText } from '../observe/plain-text';
import type { LookedPage, LookReport } from './types';
import { GATE_WORDS, meansWords } from './words';

/** Whether a page holds from its first line on, by the version in force. */
export const isInOrder = ({ state }: Pick<LookedPage, 'state'>): boolean => state === 'first';

/** Whether all of a site is in order: each page, and the way back where there has to be one. */
export const isInstalled = ({ pages, wayBack }: Pick<LookReport, 'pages' | 'wayBack'>): boolean =>
  pages.length > 0 && pages.every(isInOrder) && wayBack?.there !== false;

/** JUnit XML: one test for each page, which fails with what stands above the gate, and one for the way back. */
export function lookAsJunit({ pages, wayBack }: Pick<LookReport, 'pages' | 'wayBack'>): string {
  const builder = junit.newBuilder();
  const suite = builder.testSuite().name('install');
  for (const page of pages) {
    const { url, state, why, before } = page;
    const test = suite.testCase().className('gate').name(plainText(url));
    if (isInOrder(page)) test.standardOutput(plainText(meansWords(page)));
    else test.failure(plainText([GATE_WORDS[state], why, ...before].filter(Boolean).join('\n')));
  }
  if (wayBack) {
    const test = suite.testCase().className('way-back').name(plainText(wayBack.url));
    if (!wayBack.there)
      test.failure(plainText(`does not lead back to the choice${wayBack.why ? `: ${wayBack.why}` : ''}`));
  }
  return builder.build();
}
