import type { Classifier, Ruling } from '../types';

/**
 * A classifier over kits that are recognised by their scripts, from whatever host: what one stores and sends serves its
 * service, whatever the name says. A script that holds the kits of several says nothing, and one that holds much beside
 * the kit only suggests. `services`: what a catalogue says of each; see `catalogueServices`.
 */
export function kitClassifier(services: ReadonlyMap<string, Ruling>): Classifier {
  return ({ script }) => {
    const kits = [...(script?.services ?? []), ...(script?.within ?? [])];
    const known = kits.length === 1 ? services.get(kits[0]!) : undefined;
    if (!known) return null;
    const { service, depends } = known;
    if (!script?.services) {
      const because = { code: 'kit-within', service } as const;
      return { ...known, because, confidence: 0.55, depends: depends ?? 'what else its script does' };
    }
    return { ...known, because: { code: 'kit-of', service }, confidence: depends ? 0.6 : 0.95 };
  };
}
