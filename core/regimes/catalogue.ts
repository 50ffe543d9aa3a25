import { au } from './data/au';
import { br } from './data/br';
import { ca } from './data/ca';
import { caQc } from './data/ca-qc';
import { ch } from './data/ch';
import { cn } from './data/cn';
import { de } from './data/de';
import { eeaStates } from './data/eea';
import { es } from './data/es';
import { eu } from './data/eu';
import { fr } from './data/fr';
import { india } from './data/in';
import { it } from './data/it';
import { jp } from './data/jp';
import { kr } from './data/kr';
import { nz } from './data/nz';
import { sg } from './data/sg';
import { th } from './data/th';
import { tr } from './data/tr';
import { uk } from './data/uk';
import { us } from './data/us';
import { usCa } from './data/us-ca';
import { usCo } from './data/us-co';
import { usCt } from './data/us-ct';
import { usDe } from './data/us-de';
import { usIa } from './data/us-ia';
import { usIn } from './data/us-in';
import { usKy } from './data/us-ky';
import { usMd } from './data/us-md';
import { usMn } from './data/us-mn';
import { usMt } from './data/us-mt';
import { usNe } from './data/us-ne';
import { usNh } from './data/us-nh';
import { usNj } from './data/us-nj';
import { usOr } from './data/us-or';
import { usRi } from './data/us-ri';
import { usTn } from './data/us-tn';
import { usTx } from './data/us-tx';
import { usUt } from './data/us-ut';
import { usVa } from './data/us-va';
import { world } from './data/world';
import { za } from './data/za';
import type { Regime } from './types';

/** Every regime that ships, by part of the world. To add one is to add a file under `data/` and its line here. */
export const REGIMES: readonly Regime[] = [
  ...[eu, de, es, fr, it],
  ...eeaStates,
  ...[uk, ch],
  ...[
    us,
    usCa,
    usCo,
    usCt,
    usDe,
    usIa,
    usIn,
    usKy,
    usMd,
    usMn,
    usMt,
    usNe,
    usNh,
    usNj,
    usOr,
    usRi,
    usTn,
    usTx,
    usUt,
    usVa,
  ],
  ...[ca, caQc, br, za, india, jp, kr, th, tr, cn, sg, au, nz],
  world,
];

/** `undefined`: no regime of this id ships. */
export function regimeById(id: string): Regime | undefined {
  return BY_ID.get(id);
}

const BY_ID = new Map(REGIMES.map((regime) => [regime.id, regime]));
