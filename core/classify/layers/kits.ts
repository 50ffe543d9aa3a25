import type { Classifier, Ruling } from '../types';

/**
 * A classifier over kits that are recognised by their scripts, from whatever host: what one stores and sends serves its
 * service, whatever the name says. A script that holds the kits of several says nothing. `services`: what a catalogue says
 * of each; see `catalogueServices`.
 */
export function kitClassifier(services: ReadonlyMap<string, Ruling>): Classifier {
  return ({ script }) => {
    const [service, other] = script?.services ?? [];
    const known = service !== undefined && other === undefined ? services.get(service) : undefined;
    if (!known) return null;
    return { ...known, because: { code: 'kit-of', service: known.service }, confidence: known.depends ? 0.6 : 0.95 };
  };
}
