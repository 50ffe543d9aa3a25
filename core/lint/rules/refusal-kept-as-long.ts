import { lawOf } from '../inspect';
import { daysWithin } from '../laxer-days';
import type { LintRule } from '../types';

export const refusalKeptAsLong: LintRule = {
  id: 'refusal-kept-as-long',
  title: 'A refusal is kept as long as a yes',
  weight: 'breach',
  means: 'If a no is forgotten sooner than a yes, refusing is the heavier choice.',
  section: 'regions',
  look: ({ regions }) =>
    regions.flatMap((region) => {
      const { yesDays, refusalDays } = region.rule;
      const law = region.asks ? (lawOf(region, 'symmetry') ?? lawOf(region, 'withdraw')) : null;
      if (!law || daysWithin(yesDays) <= daysWithin(refusalDays)) return [];
      const yes = yesDays === null ? 'without end' : `${yesDays} days`;
      return [{ what: `A refusal is kept ${refusalDays} days and a yes ${yes}`, ...law }];
    }),
};
