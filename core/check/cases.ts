import { type Mode, REGIMES } from '../regimes/index';
import { parsePlace, placeCode } from '../regimes/place';
import { rulesOf } from '../setup/rules';
import type { Setup } from '../setup/types';
import type { CaseChoice, VisitorCase } from './types';

const CHOICES = ['none', 'accept', 'refuse', 'withdraw'] as const;

export function visitorCase(place: string, choice: CaseChoice, signals: 'gpc'[] = []): VisitorCase {
  return { id: [place || 'unknown', choice, ...signals].join(' '), place, signals, choice };
}

/** The place that stands for a regime in checks: Germany for the EEA, else the first of its territory. */
function sampleOf(regimeId: string): string {
  const territory = REGIMES.find((regime) => regime.id === regimeId)?.territory ?? [];
  return territory.includes('DE') ? 'DE' : (territory[0] ?? '');
}

/** Each region of the setup × (no choice, accept, refuse, each purpose alone, accept then withdraw), and GPC where it binds. */
export function defaultCases(setup: Setup): VisitorCase[] {
  const askable = setup.purposes.filter((purpose) => !purpose.necessary);
  return setup.regions.regimes.flatMap((id) => {
    const place = sampleOf(id);
    const choices: CaseChoice[] = [...CHOICES.slice(0, 3), ...askable.map((p) => `only:${p.id}` as const), 'withdraw'];
    const cases = choices.map((choice) => visitorCase(place, choice));
    const binds = REGIMES.find((regime) => regime.id === id)?.gpc === 'binds';
    return binds ? [...cases, visitorCase(place, 'none', ['gpc'])] : cases;
  });
}

/** The cases that tell most in the least time: every choice where a yes is asked, else no choice and GPC. */
export function essentialCases(setup: Setup): VisitorCase[] {
  const asks = (id: string) => {
    const modes: Mode[] = Object.values(rulesOf(setup).regimes.find((regime) => regime.id === id)?.modes ?? {});
    return modes.includes('ask');
  };
  return setup.regions.regimes.flatMap((id) => {
    const place = sampleOf(id);
    if (asks(id)) return CHOICES.map((choice) => visitorCase(place, choice));
    return [visitorCase(place, 'none'), visitorCase(place, 'none', ['gpc'])];
  });
}

/** Reads `place=DE,choice=refuse,gpc`. A text: what is wrong with it. */
export function parseCase(text: string, setup: Pick<Setup, 'purposes'>): VisitorCase | string {
  let place = '';
  let choice: CaseChoice = 'none';
  const signals: 'gpc'[] = [];
  for (const part of text.split(',')) {
    const [key, value = ''] = part.trim().split('=');
    if (key === 'place') {
      const parsed = parsePlace(value);
      if (!parsed && value) return `place "${value}" is not a code such as DE or US-CA`;
      place = placeCode(parsed);
    } else if (key === 'gpc') signals.push('gpc');
    else if (key === 'choice') {
      const only = value.startsWith('only:') ? value.slice(5) : null;
      if (only !== null && !setup.purposes.some((p) => p.id === only && !p.necessary)) {
        return `no purpose "${only}" to choose alone; there are ${setup.purposes
          .filter((p) => !p.necessary)
          .map((p) => p.id)
          .join(', ')}`;
      }
      if (only === null && !(CHOICES as readonly string[]).includes(value)) {
        return `choice "${value}" is none of ${CHOICES.join(', ')}, only:PURPOSE`;
      }
      choice = value as CaseChoice;
    } else return `"${part}" is none of place=…, choice=…, gpc`;
  }
  return visitorCase(place, choice, signals);
}
