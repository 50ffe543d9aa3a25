import type { PlanIndex } from '@douane/core/hold';
import { vi } from 'vitest';
import { type Permits, permitsOf } from './permits';

export const NOTHING = { functional: false, measurement: false, advertising: false, embedded: false };

/** What a page of `shop.test` permits, where `gull.test` measures and `tern.test/ads/` advertises. Stubs what names the page. */
export function permitsOfShop(): Permits {
  vi.stubGlobal('__ALONE__', false);
  vi.stubGlobal('document', { baseURI: 'https://shop.test/page' });
  vi.stubGlobal('location', { hostname: 'shop.test', href: 'https://shop.test/page', origin: 'https://shop.test' });
  const plan: PlanIndex = {
    hosts: { 'gull.test': 'measurement', 'tern.test': [['/ads/', 'advertising']] },
    own: ['.shop.test'],
    unruled: 'by-regime',
  };
  const permits = permitsOf(plan, () => Promise.reject(new Error('There are no files here.')));
  permits.grant(NOTHING);
  return permits;
}
