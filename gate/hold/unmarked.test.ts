import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Permits } from './permits';

const set = vi.fn();
let permits: Permits;
class Script {
  constructor(readonly isRules: boolean) {}
  matches = () => this.isRules;
  remove = vi.fn();
}

beforeEach(() => {
  vi.resetModules();
  set.mockClear();
  vi.stubGlobal('Document', class {});
  vi.stubGlobal('Element', { prototype: { setAttribute: set, hasAttribute: () => false, querySelectorAll: () => [] } });
  vi.stubGlobal('HTMLScriptElement', Script);
  permits = { holdsAny: () => true } as Permits;
});
afterEach(() => vi.unstubAllGlobals());

const stopped = async (element: unknown) => {
  const { stopRules } = await import('./unmarked');
  stopRules(element as Element, permits);
  return set.mock.calls.length > 0;
};

it('speculation rules are taken out and made of no kind while anything is held', async () => {
  const rules = new Script(true);
  expect([await stopped(rules), rules.remove.mock.calls.length]).toEqual([true, 1]);
  expect(set.mock.contexts[0]).toBe(rules);
});

it('they stay where all may run, as does any other script', async () => {
  expect(await stopped(new Script(false))).toBe(false);
  permits = { holdsAny: () => false } as Permits;
  expect(await stopped(new Script(true))).toBe(false);
});

it('a form whose field hides the browser’s own function throws nothing', async () => {
  expect(await stopped({ localName: 'form', matches: { name: 'matches' } })).toBe(false);
});
