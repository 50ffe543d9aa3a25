import { expect, it } from 'vitest';
import { appliesReport } from './applies-pdf';
import { treatmentsPdf, treatmentsReport } from './treatments-pdf';

const text = (report: { content: unknown }) => JSON.stringify(report.content).replaceAll('\u200b', '');
const row = (places: string[], cells = {}) => ({
  places,
  cells: { 'Treated by': 'the law of the place: Germany', ...cells },
});
const about = { site: 'Ferry', organisation: 'Ferries', state: 'release 3 by the laws of 2026-11-25' };

it('is one part for each group of places, with all places where the heading names some', () => {
  const many = ['AF', 'AL', 'DZ', 'AO', 'AR', 'AM', 'AU', 'AZ', 'BD', 'BY', 'BT', 'BO', 'ZW'];
  const written = text(treatmentsReport({ ...about, rows: [row(['DE'], { Reason: 'as agreed' }), row(many)] }));
  for (const part of ['release 3 by the laws of', 'Germany', 'as agreed', 'and 1 more', 'Zimbabwe'])
    expect(written).toContain(part);
});

it('tells what differs, or that nothing does', () => {
  const rows = [row(['DE'])];
  const changes = [{ places: ['US-CO'], changes: [{ column: 'Global Privacy Control', before: 'x', after: '' }] }];
  const differs = text(treatmentsReport({ ...about, rows, comparison: { with: 'the draft', changes } }));
  for (const part of ['What differs from the draft', 'Colorado', 'Global Privacy Control', 'nothing'])
    expect(differs).toContain(part);
  const same = text(treatmentsReport({ ...about, rows, comparison: { with: 'release 2', changes: [] } }));
  expect(same).toContain('Nothing differs from release 2');
});

it('is a PDF, also with a reason of many words and none that a font has', async () => {
  const bytes = await treatmentsPdf({
    ...about,
    rows: [row(['DE', ''], { Reason: `${'why '.repeat(900)}理由\u0007` })],
  });
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
});

it('says what was answered and what each law comes to', () => {
  const facts = { established: ['DE'], offersTo: ['US'], people: { 'US-CA': 10 } };
  const written = text(
    appliesReport({ organisation: 'Ferries', facts, person: 'Ines', at: '2026-11-25T10:00:00Z', on: '2026-11-25' }),
  );
  for (const part of ['by Ines', 'California: 10', 'GDPR art. 3', 'applies', 'depends on what was not answered'])
    expect(written).toContain(part);
});
