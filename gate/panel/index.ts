import { PANEL_ELEMENT } from '@douane/core/consent/banner-marks';
import { placeCode } from '@douane/core/regimes/place';
import { plural } from '@douane/core/words';
import { el } from '../dom';
import { shadowHost } from '../native';
import { Sightings } from '../sightings';
import type { VisitedGate } from '../types';
import { type Line, linesOf } from './lines';
import { PANEL_CSS } from './style';

/** A mark for each state, so that it is not told by colour alone. */
const MARKS: Record<Line['state'], string> = { held: '□', released: '■', slipped: '◪' };
const PACE_MS = 250;

export interface PanelConfig {
  services: [host: string, service: string][];
}

/** Shows what this page has asked for, and what became of it: for who builds the site, in English. */
export function openPanel(gate: VisitedGate, { services }: PanelConfig): void {
  const { host, root } = shadowHost(PANEL_ELEMENT);
  host.lang = 'en';
  const style = new CSSStyleSheet();
  style.replaceSync(PANEL_CSS);
  root.adoptedStyleSheets = [style];
  const body = el('div');
  const said = el('span', { role: 'status', class: 'quiet' });
  let isPlanned = false;
  const draw = () => {
    isPlanned = false;
    const scrolled = section.scrollTop;
    body.replaceChildren(...drawn(gate, lines(), told()));
    section.scrollTop = scrolled;
  };
  // A page may ask for a hundred things at once.
  const sightings = new Sightings(() => {
    if (!isPlanned) setTimeout(draw, PACE_MS);
    isPlanned = true;
  });
  const lines = () =>
    linesOf(sightings.all(), {
      plan: gate.config.plan,
      page: location.hostname,
      granted: gate.decision.granted,
      services,
    });
  const told = () => window.douane?.told ?? [];
  const button = (label: string, press: () => void, plain = false) => {
    const made = el('button', { type: 'button', class: plain ? 'plain' : '' }, label);
    made.onclick = press;
    return made;
  };
  const copy = () =>
    navigator.clipboard.writeText(asText(gate, lines(), told())).then(
      () => said.replaceChildren('Copied.'),
      () => said.replaceChildren('The browser did not let it be copied.'),
    );
  const close = () => host.remove();
  const section = el('section', { 'aria-label': 'Douane on this page', tabindex: '0' }, [
    el('header', {}, [
      el('h2', {}, 'Douane on this page'),
      said,
      el('div', { class: 'acts' }, [button('Copy as text', () => void copy()), button('Close', close, true)]),
    ]),
    body,
  ]);
  section.addEventListener('keydown', ({ key }) => key === 'Escape' && close());
  root.append(section);
  document.documentElement.append(host);
  draw();
  section.focus({ preventScroll: true });
  document.addEventListener('douane:release', draw);
}

type Told = NonNullable<NonNullable<typeof window.douane>['told']>;

/** What is known of the visitor, in words. */
function facts({ config, decision, choice, place }: VisitedGate): string[] {
  const of = (yes: boolean) => Object.keys(decision.granted).filter((id) => decision.granted[id] === yes);
  return [
    `release ${config.release}`,
    `place ${place === undefined ? 'not known yet' : placeCode(place ?? null) || 'unknown'}`,
    `treated ${
      Object.entries(decision.modes)
        .filter(([, mode]) => mode !== 'none')
        .map(([id, mode]) => `${id} ${mode}`)
        .join(', ') || 'without any consent'
    }`,
    `choice ${choice ? `${choice.record}, ${plural(Math.round(choice.ageDays ?? 0), 'day')} old` : 'none'}`,
    `granted ${of(true).join(', ') || 'nothing'}`,
    `not granted ${of(false).join(', ') || 'nothing'}`,
    `held by ${config.policy ? 'the browser’s policy' : 'the script alone'}${config.header ? ', and a header' : ''}`,
  ];
}

function drawn(gate: VisitedGate, lines: readonly Line[], told: Told): HTMLElement[] {
  const count = (state: Line['state']) => lines.filter((line) => line.state === state).length;
  const rows = lines.map(({ state, address, by, atMs, service, why, from }) =>
    el('tr', {}, [
      el('td', { class: `state ${state}` }, `${MARKS[state]} ${state}`),
      el('td', { class: 'at' }, `${Math.round(atMs)} ms`),
      el('td', {}, [el('code', {}, address), ...(from ? [el('div', { class: 'quiet' }, `by ${from}`)] : [])]),
      el('td', {}, by),
      el('td', {}, service),
      el('td', {}, why),
    ]),
  );
  const heads = ['State', 'At', 'Address', 'By', 'Service', 'Why'].map((one) => el('th', { scope: 'col' }, one));
  return [
    el('p', {}, facts(gate).join(' · ')),
    el('p', {}, `${count('held')} held, ${count('released')} released, ${count('slipped')} slipped`),
    ...(told.length > 0
      ? [el('p', {}, ['Told: ', el('code', {}, told.map(({ command }) => JSON.stringify(command)).join('  '))])]
      : []),
    rows.length > 0
      ? el('table', {}, [el('thead', {}, el('tr', {}, heads)), el('tbody', {}, rows)])
      : el('p', { class: 'quiet' }, 'Nothing of anybody else was asked for, or waits.'),
  ];
}

function asText(gate: VisitedGate, lines: readonly Line[], told: Told): string {
  return [
    location.href,
    ...facts(gate),
    ...told.map(({ listener, command }) => `told ${listener} ${JSON.stringify(command)}`),
    '',
    ...lines.map((line) =>
      [line.state, `${Math.round(line.atMs)} ms`, line.address, line.by, line.service, line.why, line.from].join('\t'),
    ),
  ].join('\n');
}
