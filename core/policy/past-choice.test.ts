import { expect, it } from 'vitest';
import { pastChoice } from './past-choice';

const choice = {
  record: '3f0f6c3e-0000-4000-8000-000000000001',
  release: 7,
  atSeconds: Date.UTC(2026, 10, 27, 12, 30) / 1000,
  purposes: { measurement: true, advertising: false, gone: true },
};
const words = {
  lang: 'de',
  names: { necessary: 'Notwendig', measurement: 'Messung', advertising: 'Werbung' },
  refused: 'Abgelehnt.',
  timeZone: 'UTC',
};

it('says what was granted, in the words of today, of purposes that there are', () => {
  expect(pastChoice(choice, words)).toBe(`${choice.record}, 27. November 2026 um 12:30:00 UTC, v7: Messung`);
});

it('says of a choice that grants nothing that it refused', () => {
  expect(pastChoice({ ...choice, purposes: { measurement: false } }, words)).toMatch(/, v7: Abgelehnt\.$/);
});

it('tells the time without its zone where that is the reader’s own', () => {
  const { timeZone: _, ...own } = words;
  expect(pastChoice(choice, own)).toMatch(/27\. November 2026 um \d\d:\d\d, v7: Messung$/);
});

it('stands by itself, as its text goes into pages', () => {
  const again = new Function(`return ${pastChoice}`)() as typeof pastChoice;
  expect(again(choice, words)).toBe(pastChoice(choice, words));
});
