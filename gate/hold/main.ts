import { purposeOfStored } from '@douane/core/hold';
import type { ToldOfVisitor } from '../public';
import type { GateConfig } from '../types';
import { holdAttributes } from './alone/attributes';
import { holdInsertion } from './alone/insertion';
import { markElement } from './alone/mark';
import { holdParsing } from './alone/parsing';
import { holdSockets } from './alone/sockets';
import { holdStyles } from './alone/styles';
import { type Gate, gateOf } from './gate';
import { jar, readChoice } from './kept';
import { watchInput } from './load-anew';
import { FETCHING, FRAMES, holdElements, LINKS } from './mechanisms/elements';
import { holdNavigation } from './mechanisms/navigation';
import { holdNetwork } from './mechanisms/network';
import { holdPeers } from './mechanisms/peers';
import { holdRealms } from './mechanisms/realms';
import { holdStored } from './mechanisms/stored';
import { holdWorkers } from './mechanisms/workers';
import { permitsOf } from './permits';
import { scriptsAt } from './script';
import { visitOverride } from './visit-override';
import { watchPage } from './watch';

declare const __DOUANE_CONFIG__: GateConfig;
/** Whether this is built for where the script holds alone; then it stands in front of more. */
declare const __ALONE__: boolean;

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
  const script = scriptsAt(config.base);
  const permits = permitsOf(config.plan, () => script(config.late));
  holdElements(permits, __ALONE__ ? FETCHING : [FRAMES, LINKS]);
  if (__ALONE__)
    for (const hold of [holdNetwork, holdAttributes, holdParsing, holdStyles, holdSockets, holdInsertion])
      hold(permits);
  holdNavigation(permits);
  holdPeers(permits);
  holdStored(permits, config.stored);
  holdWorkers(permits, `${config.base}/${config.worker}`, __ALONE__, config.stored);
  holdRealms();
  watchInput();
  let gate: Gate | undefined;
  watchPage(permits, __ALONE__ && ((element) => void markElement(element, permits)), () => gate?.tend());
  // Before anything else of the page, but with nothing of ours on the stack: a browser that is watched notes which functions
  // led to a reading of cookies, and reads their texts anew for that, which took longer than all else that is done here.
  void Promise.resolve()
    .then(jar.read)
    .then((cookies) => {
      gate = gateOf(config, permits, script, cookies, visitOverride(), told, dataset.place);
      const { open, tell, ready } = gate;
      window.douane = {
        version: config.release,
        // Read anew, so that what a page does to it changes nothing here.
        choice: readChoice,
        ready,
        granted: (id) => permits.allows(purposeOfStored(config.services, id) ?? id),
        on(event, call) {
          const hear = ({ detail }: Event & { detail?: unknown }) => call(detail as never);
          document.addEventListener(`douane:${event}`, hear);
          return () => document.removeEventListener(`douane:${event}`, hear);
        },
        open,
        tell: (more) => tell(toldIn(more)),
      };
      // A link of the page's own may lead to the choice.
      addEventListener('click', ({ target }) => {
        // The document itself, which may be the target, has none.
        if ((target as Partial<Element> | null)?.closest?.('[data-douane-open]')) open();
      });
      gate.begin();
    });
}

start(__DOUANE_CONFIG__);
