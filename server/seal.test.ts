import { expect, it } from 'vitest';
import { nextTime } from './schedules';
import { Seal } from './seal';

it('opens what it closed, for the same site and under the same secret alone', () => {
  const seal = new Seal('one');
  const closed = seal.close({ password: 'crates & barrels' }, 'site-1');
  expect(closed).not.toContain('crates');
  expect(seal.close({ password: 'crates & barrels' }, 'site-1')).not.toBe(closed);
  expect(seal.open(closed, 'site-1')).toEqual({ password: 'crates & barrels' });
  expect(() => seal.open(closed, 'site-2')).toThrow('cannot be opened');
  expect(() => new Seal('two').open(closed, 'site-1')).toThrow('cannot be opened');
  const bytes = Buffer.from(closed, 'base64');
  bytes[bytes.length - 1]! ^= 1;
  expect(() => seal.open(bytes.toString('base64'), 'site-1')).toThrow('cannot be opened');
});

it('keeps nothing where the operator set no secret', () => {
  expect(new Seal(null).ready).toBe(false);
  expect(() => new Seal(null).close('x', 'site-1')).toThrow('Secrets cannot be kept');
});

it.each([
  ['0 3 * * *', 'Europe/Berlin', '2026-11-23T12:00:00Z', '2026-11-24T02:00:00Z'],
  ['0 3 * * 1', 'UTC', '2026-11-23T03:00:00Z', '2026-11-30T03:00:00Z'],
  ['0 3 1 * *', 'UTC', '2026-12-31T00:00:00Z', '2027-01-01T03:00:00Z'],
  // In the night in which clocks go forward there is no half past two.
  ['30 2 * * *', 'Europe/Berlin', '2027-03-27T12:00:00Z', '2027-03-28T01:30:00Z'],
])('%s in %s after %s is at %s', (cron, zone, after, next) => {
  expect(nextTime(cron, zone, new Date(after))).toEqual({ at: new Date(next) });
});

it.each([
  ['0 3 * *', 'UTC', 'cron', 'five fields'],
  ['0 3 31 2 *', 'UTC', 'cron', 'names no time'],
  ['*/10 * * * *', 'UTC', 'cron', 'quarter of an hour'],
  ['0 3 * * *', 'Nowhere', 'zone', 'time zone'],
])('refuses %s in %s for its %s', (cron, zone, field, why) => {
  const next = nextTime(cron, zone, new Date('2026-11-23T12:00:00Z'));
  expect(next).toEqual({ field, problem: expect.stringContaining(why) });
});
