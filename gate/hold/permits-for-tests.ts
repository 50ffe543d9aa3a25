import { indexPlan } from '@douane/core/hold';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { vi } from 'vitest';
import { type Permits, permitsOf } from './permits';

export const NOTHING = { functional: false, measurement: false, advertising: false, embedded: false };

/** What a page of `shop.test` permits, where `gull.test` measures and `tern.test/ads/` advertises. Stubs what names the page. */
export function permitsOfShop(): Permits {
  vi.stubGlobal('__ALONE__', false);
  vi.stubGlobal('document', { baseURI: 'https://shop.test/page' });
  vi.stubGlobal('location', { hostname: 'shop.test', href: 'https://shop.test/page', origin: 'https://shop.test' });
  const setup = newSetup({ key: 's', name: 'S', address: 'https://shop.test/' }, 'https://d.test/g/s');
  setup.services = [
    { id: 'gull', name: 'Gull', purpose: 'measurement', hosts: ['gull.test'], items: [] },
    { id: 'tern', name: 'Tern', purpose: 'advertising', hosts: ['tern.test/ads/'], items: [] },
  ];
  const permits = permitsOf(indexPlan(compileRelease(setup, 1, '2026-11-28').plan));
  permits.grant(NOTHING);
  return permits;
}
