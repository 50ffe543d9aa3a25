import junit from 'junit-report-builder';
import { plainText } from '../../observe/plain-text';
import type { Parted } from '../baseline';
import { isMistold } from '../summary';
import type { CheckReport } from '../types';
import { exposureWords, slipWords, toldWords } from '../words';

/** JUnit XML: one suite per case, one test per item; what slipped is a failure with its evidence. */
export function checkAsJunit({ cases, exposed = [] }: Pick<CheckReport, 'cases' | 'exposed'>, parted?: Parted): string {
  const builder = junit.newBuilder();
  for (const { id, items, told = [], problems, notChecked = [] } of cases) {
    const suite = builder.testSuite().name(plainText(id));
    for (const item of items) {
      const by = parted?.known.find((known) => known.item === item)?.by;
      const known = by ? `, known: ${by.owner}, until ${by.until}` : '';
      const test = suite
        .testCase()
        .className(plainText(item.host))
        .name(plainText(`${item.kind} ${item.name}: ${item.verdict}${known}`));
      if (by) test.skipped();
      else if (item.verdict === 'slipped') {
        test.failure(plainText(`${slipWords(item)} First at ${Math.round(item.firstAtMs ?? 0)} ms on ${item.page}.`));
      }
    }
    for (const one of told) {
      const test = suite
        .testCase()
        .className('told')
        .name(plainText(`${one.listener}: ${one.verdict}`));
      if (isMistold(one)) test.failure(plainText(toldWords(one)));
    }
    for (const problem of problems) {
      const test = suite.testCase().className('visit').name(plainText(problem));
      if (notChecked.includes(problem)) test.error(plainText(`could not be checked: ${problem}`));
      else test.skipped();
    }
  }
  const suite = exposed.length > 0 ? builder.testSuite().name('exposed') : null;
  for (const one of exposed)
    suite
      ?.testCase()
      .className(plainText(one.page))
      .name(plainText(exposureWords(one)))
      .skipped();
  return builder.build();
}
