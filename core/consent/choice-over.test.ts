import { expect, it } from 'vitest';
import { type ChoiceOver, choiceDomains } from './choice-over';

const addresses = ['https://www.lighter.example', 'https://tickets.lighter.example', 'http://127.0.0.1:9'];
const domains = (choiceOver?: ChoiceOver, staging: string[] = []) => choiceDomains({ addresses, staging, choiceOver });

it('no domain shares a choice unless the site wants it', () => {
  expect([domains(), domains('address')]).toEqual([[], []]);
});

it.each<ChoiceOver>(['domain', 'all'])('over %s it is what one owner has registered, each once', (over) => {
  expect(domains(over, ['https://try.skerry.example'])).toEqual(['lighter.example', 'skerry.example']);
});

it('a name under which anybody may register is nobody’s domain', () => {
  expect(domains('domain', ['https://co.uk'])).toEqual(['lighter.example']);
});
