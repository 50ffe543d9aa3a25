import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Permits } from './permits';
import { NOTHING, permitsOfShop } from './permits-for-tests';

let permits: Permits;
beforeEach(() => {
  permits = permitsOfShop();
});
afterEach(() => vi.unstubAllGlobals());

describe('before anybody said anything', () => {
  it.each([
    ['https://gull.test/a.js', 'measurement'],
    ['//gull.test/a.js', 'measurement'],
    ['HTTPS://GULL.TEST/a.js', 'measurement'],
    [' https://gull.test./a.js\n', 'measurement'],
    ['https:\\\\gull.test\\a.js', 'measurement'],
    ['wss://cdn.gull.test/', 'measurement'],
    ['https://tern.test/ads/1', 'advertising'],
    ['https://stranger.test/', '*'],
    ['https://gull.test.stranger.test/', '*'],
    ['/own.js', null],
    ['https://shop.test/own.js', null],
    ['data:text/plain,x', null],
    ['https://', null],
  ])('%s is held as %s', (address, mark) => {
    expect(permits.holding(address)).toBe(mark);
  });

  it('whom nobody has ruled is held, but not ruled out', () => {
    expect(permits.isRuledOut('https://stranger.test/')).toBe(false);
    expect(permits.isRuledOut('https://gull.test/')).toBe(true);
    expect(permits.holdsAny()).toBe(true);
  });
});

describe('what waits', () => {
  const waiting = () => {
    const ran: string[] = [];
    permits.later('measurement', () => ran.push('first'));
    permits.later('advertising', () => ran.push('ad'));
    permits.later('measurement', () => ran.push('second'));
    return ran;
  };

  it('runs once what it waits for is granted, in the order it came, and once', () => {
    const ran = waiting();
    permits.grant({ ...NOTHING, measurement: true });
    expect(ran).toEqual(['first', 'second']);
    permits.grant({ functional: true, measurement: true, advertising: true, embedded: true });
    expect(ran).toEqual(['first', 'second', 'ad']);
    expect(permits.holdsAny()).toBe(false);
    expect(permits.holding('https://stranger.test/')).toBeNull();
  });

  it('is not lost where one of it throws', () => {
    vi.useFakeTimers();
    const ran: string[] = [];
    permits.later('measurement', () => {
      throw new Error('a tag of the page');
    });
    permits.later('measurement', () => ran.push('after'));
    permits.grant({ ...NOTHING, measurement: true });
    expect(ran).toEqual(['after']);
    // Told where errors of scripts are told.
    expect(() => vi.runAllTimers()).toThrow('a tag of the page');
    vi.useRealTimers();
  });

  it('is held again after a withdrawal', () => {
    permits.grant({ ...NOTHING, measurement: true });
    permits.grant(NOTHING);
    const ran = waiting();
    expect([permits.holding('https://gull.test/'), ran]).toEqual(['measurement', []]);
  });

  it('comes alone where the visitor asked for it: that address, and that element', () => {
    const ran: string[] = [];
    const [film, map] = [{}, {}] as [Element, Element];
    permits.later('embedded', () => ran.push('film'), film);
    permits.later('embedded', () => ran.push('map'), map);
    permits.admit('https://gull.test/film', film);
    expect(ran).toEqual(['film']);
    expect(permits.holding('https://gull.test/film')).toBeNull();
    expect(permits.holding('https://gull.test/other')).toBe('measurement');
  });
});
