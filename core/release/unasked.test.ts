import { expect, it } from 'vitest';
import { newSetup } from '../setup/index';
import { compileRelease, heldUnasked } from './index';

it('tells what is held while nobody is asked, laws that hold the same together', () => {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  setup.regions.regimes = ['eu', 'br', 'us-ca', 'us-co'];
  setup.purposes[1]!.activities = ['sensitive-data'];
  setup.services = [{ id: 'count', name: 'Count', purpose: 'measurement', hosts: [], items: [] }];
  const held = heldUnasked(compileRelease(setup, 1, '2026-11-25'));
  // California only lets object; Colorado asks for what is sensitive.
  expect(held.map(({ laws, purposes }) => [laws, purposes.map(({ name }) => name)])).toEqual([
    [['European Economic Area', 'Brazil'], expect.arrayContaining(['Functional', 'Measurement', 'Advertising'])],
    [['Colorado'], ['Functional']],
  ]);
  expect(held[0]!.purposes.find(({ name }) => name === 'Measurement')!.services).toEqual(['Count']);
});
