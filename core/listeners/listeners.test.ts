import { expect, it } from 'vitest';
import { newSetup, parseSetup } from '../setup/index';
import { commandsFor, LISTENERS, listenersOf, listenersSeen } from './index';

const setup = () => newSetup({ key: 's', name: 'S', address: 'http://site.localhost' }, 'http://douane.localhost/g/s');
/** One with a signal of each kind, and one that is a function. */
const ofSignals = LISTENERS.find(({ takes }) => takes === 'arguments')!;
const ofFunction = LISTENERS.find(({ takes }) => takes === 'function')!;

it.each(LISTENERS.map((one) => [one.id, one] as const))('%s says all it has to, in its own words', (id, listener) => {
  const text = (granted: boolean, isFirst: boolean) =>
    JSON.stringify(commandsFor(listener, { advertising: granted, measurement: granted, functional: granted }, isFirst));
  // Whatever it is, its later word for a yes is another than for a no, unless it hands on all that is granted.
  expect(text(true, false)).not.toBe(text(false, false));
  expect(text(false, true)).not.toContain('$');
  expect(text(true, false)).not.toContain('$');
  expect(id).toMatch(/^[a-z]+(-[a-z]+)*$/);
  for (const purpose of Object.values(listener.signals ?? {}))
    expect(setup().purposes.map((one) => one.id)).toContain(purpose);
});

it('grants what is necessary, denies what is unknown, and lets tags wait only while more is to come', () => {
  const listener = ofSignals;
  const [[, , before]] = commandsFor(listener, {}, true, true) as [[string, string, Record<string, unknown>]];
  expect(before).toMatchObject({ ad_storage: 'denied', security_storage: 'granted', wait_for_update: 500 });
  const [[, word, after]] = commandsFor(listener, { advertising: true }, false, true) as [
    [string, string, Record<string, unknown>],
  ];
  expect([word, after.ad_storage, after.analytics_storage, after.wait_for_update]).toEqual([
    'update',
    'granted',
    'denied',
    undefined,
  ]);
});

it('takes the purposes that a site says its signals are for', () => {
  const site = setup();
  site.holding.tells = [{ listener: ofSignals.id, purposes: { analytics_storage: 'advertising' } }];
  expect(listenersOf(site)[0]!.signals).toMatchObject({ analytics_storage: 'advertising', ad_storage: 'advertising' });
});

it('sees by its services which tags a site has', () => {
  const [host] = ofFunction.hosts;
  const site = setup();
  site.services = [{ id: 'a', name: 'A', purpose: 'measurement', hosts: [`www.${host}`], items: [] }];
  expect(listenersSeen(site).map(({ id }) => id)).toEqual([ofFunction.id]);
  site.services[0]!.hosts = [`not${host}`];
  expect(listenersSeen(site)).toEqual([]);
});

it.each([
  [{ listener: 'none' }, /no form "none" is known/],
  [{ listener: ofSignals.id, purposes: { colour: 'advertising' } }, /no signal "colour"/],
  [{ listener: ofSignals.id, purposes: { ad_storage: 'ads' } }, /no purpose "ads"/],
])('refuses %j', (tell, why) => {
  const site = setup();
  site.holding.tells = [tell];
  const parsed = parseSetup(site);
  expect(parsed.ok ? [] : parsed.problems.map(({ message }) => message)).toEqual([expect.stringMatching(why)]);
});
