import { antiForgery } from './anti-forgery';
import { basket } from './basket';
import { consentStorage } from './consent-storage';
import { cookieSyncing } from './cookie-syncing';
import { crossSiteIdentifier } from './cross-site-identifier';
import { dependsOnUse } from './depends-on-use';
import { deviceProbe } from './device-probe';
import { embeddedFrame } from './embedded-frame';
import { knownWriter } from './known-writer';
import { loadBalancer } from './load-balancer';
import { readsLike } from './reads-like';
import { replayStream } from './replay-stream';
import { reportingScript } from './reporting-script';
import { sameHost } from './same-host';
import { scriptTerms } from './script-terms';
import { sessionName } from './session-name';
import { typeface } from './typeface';
import type { Heuristic } from './types';
import { visitReport } from './visit-report';
import { visitorSetting } from './visitor-setting';

export { SHARE } from './same-host';
export type { Heuristic } from './types';

/** Every heuristic there is; to add one is to add a file and a line here. */
export const HEURISTICS: readonly Heuristic[] = [
  antiForgery,
  basket,
  consentStorage,
  crossSiteIdentifier,
  dependsOnUse,
  deviceProbe,
  embeddedFrame,
  cookieSyncing,
  knownWriter,
  loadBalancer,
  readsLike,
  replayStream,
  reportingScript,
  sameHost,
  scriptTerms,
  sessionName,
  typeface,
  visitReport,
  visitorSetting,
];
