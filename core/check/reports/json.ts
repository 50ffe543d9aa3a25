import type { CheckReport } from '../types';
import { slipWords } from '../words';

/** The report as `douane check --json` writes it: every slip with its cause in words, too. */
export function checkAsJson(report: CheckReport): string {
  const cases = report.cases.map((checked) => ({
    ...checked,
    items: checked.items.map((item) => ({ ...item, ...(item.cause && { why: slipWords(item) }) })),
  }));
  return JSON.stringify({ ...report, cases }, null, 2);
}
