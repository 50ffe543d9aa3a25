import type { GateConfig, ToldOfVisitor } from '../types';
import { type Gate, gateOf } from './gate';
import { watchInput } from './load-anew';
import { holdElements } from './mechanisms/elements';
import { holdNavigation } from './mechanisms/navigation';
import { holdNetwork } from './mechanisms/network';
import { holdPeers } from './mechanisms/peers';
import { holdStored } from './mechanisms/stored';
import { holdWorkers } from './mechanisms/workers';
import { permitsOf } from './permits';
import { visitOverride } from './visit-override';
import { watchPage } from './watch';

declare const __DOUANE_CONFIG__: GateConfig;
declare global {
  interface Window {
    douane?: { open(): void; tell(told: ToldOfVisitor): void; version: number };
  }
}

/** Age and guardian's word, from the snippet's `data-age` and `data-guardian` or as the page's own code says them. */
function toldIn({ age, guardian }: Partial<Record<keyof ToldOfVisitor, unknown>>): ToldOfVisitor {
  // `data-guardian` alone says yes.
  const agreed = guardian === '' || guardian === true || guardian === 'true';
  return {
    ...(age !== undefined && age !== '' && Number(age) >= 0 && { age: Number(age) }),
    ...(guardian !== undefined && { guardian: agreed }),
  };
}

/** Holds first, and only then reads anything that the page or the visitor's browser could have made odd. */
function start(config: GateConfig): void {
  // Pasted twice. An element whose id is `douane` stands under the same name, but is no property of the window's own.
  if (Object.hasOwn(window, 'douane')) return;
  // Known only while this script runs.
  const { dataset = {} } = document.currentScript ?? {};
  const told = toldIn(dataset);
  const permits = permitsOf(config.plan);
  for (const hold of [holdElements, holdNetwork, holdNavigation, holdPeers]) hold(permits);
  holdStored(permits, config.stored);
  holdWorkers(permits, `${config.base}/${config.worker}`);
  watchInput();
  let gate: Gate | undefined;
  watchPage(permits, () => gate?.tend());
  gate = gateOf(config, permits, visitOverride(), told, dataset.place);
  window.douane = { open: () => gate!.open(), tell: (more) => gate!.tell(toldIn(more)), version: config.release };
  // A link of the page's own may lead to the choice.
  addEventListener('click', ({ target }) => {
    if (target instanceof Element && target.closest('[data-douane-open]')) gate!.open();
  });
  gate.begin();
}

start(__DOUANE_CONFIG__);
