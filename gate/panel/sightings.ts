import { allOf } from '../native';
import type { Sighting } from './lines';

/** What the browser reports where its policy has stopped something (CSP Level 3, section 5). */
interface ViolationBody {
  blockedURL: string;
  effectiveDirective: string;
  sourceFile: string | null;
  lineNumber: number | null;
}

/** All that this page has asked for, or was stopped from, from its beginning on. `onMore`: there is more. */
export class Sightings {
  private readonly stopped: Sighting[] = [];

  constructor(onMore: () => void) {
    if ('ReportingObserver' in window) {
      const observer = new ReportingObserver(
        (reports) => {
          for (const { body } of reports) this.stop(body as unknown as ViolationBody);
          onMore();
        },
        { types: ['csp-violation'], buffered: true },
      );
      observer.observe();
    } else {
      // Only what comes from now on.
      addEventListener('securitypolicyviolation', (event) => {
        const { blockedURI, effectiveDirective, sourceFile, lineNumber } = event;
        this.stop({ blockedURL: blockedURI, effectiveDirective, sourceFile, lineNumber });
        onMore();
      });
    }
    new PerformanceObserver(onMore).observe({ type: 'resource', buffered: true });
  }

  all(): Sighting[] {
    const asked = performance
      .getEntriesByType('resource')
      .map(({ name, startTime, initiatorType }: PerformanceEntry & { initiatorType?: string }): Sighting => {
        return { kind: 'asked', address: name, by: initiatorType ?? '', atMs: startTime };
      });
    return [...asked, ...this.stopped, ...waiting()];
  }

  private stop({ blockedURL, effectiveDirective, sourceFile, lineNumber }: ViolationBody): void {
    this.stopped.push({
      kind: 'stopped',
      address: blockedURL,
      by: effectiveDirective,
      atMs: performance.now(),
      ...(sourceFile && { from: `${sourceFile}:${lineNumber}` }),
    });
  }
}

/** Tags that are marked and wait, with the address they would have; templates by what is in them. */
function waiting(): Sighting[] {
  return [...allOf('[data-gate]')].flatMap((element) => {
    const inside = element instanceof HTMLTemplateElement ? [...element.content.querySelectorAll('*')] : [element];
    return inside.flatMap((one): Sighting[] => {
      const address = ['data-gate-src', 'data-gate-href', 'src', 'href']
        .map((name) => one.getAttribute(name))
        .find(Boolean);
      if (!address || !URL.canParse(address, document.baseURI)) return [];
      return [{ kind: 'waiting', address: new URL(address, document.baseURI).href, by: one.localName, atMs: 0 }];
    });
  });
}
