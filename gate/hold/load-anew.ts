import { keepInTab, tabs } from './kept';

const POSTED = 'douane.posted';
/** Under this, what a page is loaded anew for. */
export const ONCE = 'douane.once';

/** Whether the visitor has typed something in, or sent something to get here; a fresh page would be without it. */
export let wouldLose = false;

/** Watches for what a fresh page would lose. */
export function watchInput(): void {
  wouldLose = !!tabs(POSTED);
  keepInTab(POSTED, null);
  addEventListener(
    'input',
    ({ isTrusted }) => {
      wouldLose ||= isTrusted;
    },
    true,
  );
  // Heard last: a form that the page sends by itself leads nowhere.
  addEventListener('submit', ({ target, defaultPrevented }) => {
    const { method } = target as HTMLFormElement;
    if (!defaultPrevented && method === 'post') keepInTab(POSTED, '1');
  });
}

/**
 * Loads the page anew, and says whether it will; the browser keeps where the visitor has scrolled to. Not where something
 * of his would be lost: then the next page is as it should be.
 */
export function loadAnew(): boolean {
  if (!wouldLose) location.reload();
  return !wouldLose;
}

/** Whether the page was loaded anew already; a browser that keeps nothing would go round in a circle. */
export const wasLoadedAnew = (): boolean =>
  (performance.getEntriesByType('navigation')[0] as { type?: string } | undefined)?.type === 'reload';

/** What the visitor asked to see on this page, when it was loaded for that. */
export function askedFor(): string | undefined {
  // Where nothing is kept, that is the address of no page.
  const [page, address] = `${tabs(ONCE)}`.split(' ');
  keepInTab(ONCE, null);
  return page === location.href ? address : undefined;
}
