import type { ChainLink, Sign } from './types';
import { TELLING_READS } from './words';

/** One read of something that tells devices apart, with the script that made it. */
export interface DeviceRead {
  /** `canvas`, `audio`, `graphics-card`, `fonts`, or the name of a property of the device. */
  what: string;
  script: string;
  page: string;
  chain: ChainLink[];
}

/** Plain pages ask for one or two of the device's properties; a script that asks for this many collects them. */
const MANY_PROPERTIES = 4;

/** Scripts whose reads smell of fingerprinting, one sign each, with what they read. */
export function fingerprinting(reads: Iterable<DeviceRead>): Sign[] {
  const byScript = new Map<string, { first: DeviceRead; what: Set<string> }>();
  for (const read of reads) {
    const known = byScript.get(read.script);
    if (known) known.what.add(read.what);
    else byScript.set(read.script, { first: read, what: new Set([read.what]) });
  }
  const signs: Sign[] = [];
  for (const [script, { first, what }] of byScript) {
    const telling = [...what].filter((one) => one in TELLING_READS);
    const properties = [...what].filter((one) => !(one in TELLING_READS)).sort();
    const reads = properties.length >= MANY_PROPERTIES ? [...telling, ...properties] : telling;
    if (reads.length === 0 || !URL.canParse(script)) continue;
    const { hostname: host } = new URL(script);
    signs.push({ what: 'fingerprinting', host, name: script, reads, page: first.page, chain: first.chain });
  }
  return signs;
}
