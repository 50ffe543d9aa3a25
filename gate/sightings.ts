import { allOf } from './native';

/** What was seen of one address: asked for, stopped by the browser's policy, or marked and waiting in the page. */
export interface Sighting {
  kind: 'asked' | 'stopped' | 'waiting';
  /** Absolute. */
  address: string;
  /** What asked, as `img` or `script`, or what of the policy stopped it. */
  by: string;
  /** Since the page began. */
  atMs: number;
  /** File and line of the code that did it, where the browser tells. */
  from?: string;
}

/** A page that never ends may ask for things without end. */
const MOST = 5_000;

/** What the browser reports where its policy has stopped something (CSP Level 3, section 5). */
interface ViolationBody {
  blockedURL: string;
  effectiveDirective: string;
  sourceFile: string | null;
  lineNumber: number | null;
}

/** All that this page has asked for, or was stopped from, from its beginning on. `onMore`: there is more. */
export class Sightings {
  private readonly seen: Sighting[] = [];

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
    // An observer: of the browser's own list the page may have made an end.
    new PerformanceObserver((list) => {
      for (const { name, startTime, initiatorType } of list.getEntries() as PerformanceResourceTiming[])
        this.keep({ kind: 'asked', address: name, by: initiatorType, atMs: startTime });
      onMore();
    }).observe({ type: 'resource', buffered: true });
  }

  all(): Sighting[] {
    return [...this.seen, ...waiting()];
  }

  private stop({ blockedURL, effectiveDirective, sourceFile, lineNumber }: ViolationBody): void {
    this.keep({
      kind: 'stopped',
      address: blockedURL,
      by: effectiveDirective,
      atMs: performance.now(),
      ...(sourceFile && { from: `${sourceFile}:${lineNumber}` }),
    });
  }

  private keep(sighting: Sighting): void {
    if (this.seen.length < MOST) this.seen.push(sighting);
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
