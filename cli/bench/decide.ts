import { type Choice, compileRules, decide, type Place, parsePlace, REGIMES } from '@douane/core/regimes';
import { newSetup } from '@douane/core/setup';
import { today } from '../say';
import { median, say } from './say';

const DECISIONS = 200_000;
const TIMES = 7;

/** The decision for visitors from everywhere, on a site that serves every regime there is. */
export function benchDecide(): void {
  const { purposes } = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  const compiled = compileRules(purposes, { regimes: REGIMES.map(({ id }) => id), fallback: 'world' }, today());
  // As gate and server have them: read from what is kept of a release.
  const rules = JSON.parse(JSON.stringify(compiled)) as typeof compiled;
  const places: (Place | null)[] = [...Object.keys(rules.places), 'US', 'ZM', ''].map(parsePlace);
  const yes: Choice = { purposes: Object.fromEntries(purposes.map(({ id }) => [id, true])), ageDays: 20 };
  const choices = [null, yes, { purposes: Object.fromEntries(purposes.map(({ id }) => [id, false])), ageDays: 200 }];
  const signals = [{ gpc: false }, { gpc: true }, { gpc: false, age: 15 }, { gpc: true, age: 12 }, { gpc: false }];
  const rates = Array.from({ length: TIMES }, () => {
    const begin = performance.now();
    let asked = 0;
    for (let i = 0; i < DECISIONS; i++) {
      const decision = decide(places[i % places.length]!, signals[i % signals.length]!, choices[i % 3]!, rules);
      if (decision.ask) asked += 1;
    }
    if (asked === 0 || asked === DECISIONS) throw new Error('everybody was treated alike, so nothing was measured');
    return (1000 * DECISIONS) / (performance.now() - begin);
  }).slice(1); // the first warms up
  say('decide.per_second', median(rates), `decisions/s (${REGIMES.length} regimes, ${purposes.length} purposes)`, 0);
  say('decide.per_second_slowest', Math.min(...rates), 'decisions/s', 0);
}
