import { allOf, attribute, has } from '../../native';
import type { Permits } from '../permits';
import { holdRealm } from './realms';
import { replace, type Undo } from './replace';

/** The Navigation API (HTML, section 7.2.6), as far as it is needed; not every browser has it. */
interface NavigateEvent extends Event {
  userInitiated: boolean;
  destination: { url: string };
}

/** Targets that open no window (HTML, section 7.3.1.7). */
const HERE = /^_(self|top|parent)$/i;
const { closest } = Element.prototype;
const { getRootNode } = Node.prototype;

/**
 * Keeps the page from being led, by what it does itself, to somebody whose purpose is held. Where the visitor goes by a
 * click of his own is his. Strangers are let through: a page may well lead on to somebody who takes the payment, and
 * nobody has said that he is to be held.
 *
 * A window can be led anywhere later, where nobody sees it, so while anything is held none opens but by a click of the
 * visitor's own: what blocks pop-ups in browsers says the same.
 */
export function holdNavigation(permits: Permits): Undo[] {
  const isAsked = () => navigator.userActivation?.isActive;
  const isRuledOut = (address: string) => !isAsked() && permits.isRuledOut(address);
  const isWindow = (target: string) =>
    !HERE.test(target) && ![...allOf('iframe,frame')].some((frame) => attribute(frame, 'name') === target);
  const holds = (address: string, target: string) =>
    isRuledOut(address) || (isAsked() === false && permits.holdsAny() && isWindow(target));
  /** By the attributes of who leads on, and of the button that sends a form. By name: a field may hide a form's own. */
  const leadsOut = (element: Element, by: Element | null = null) =>
    holds(
      (by && attribute(by, 'formaction')) ??
        attribute(element, 'href') ??
        attribute(element, 'xlink:href') ??
        attribute(element, 'action') ??
        '',
      // What is saved opens none.
      (has(element, 'download') ? '_self' : by && attribute(by, 'formtarget')) ||
        attribute(element, 'target') ||
        (allOf('base[target]')[0] as HTMLBaseElement | undefined)?.target ||
        '_self',
    );
  /** Whether a click made by code would lead out. It is asked of the node: a shadow tree keeps its events to itself. */
  const followsOut = (node: unknown): boolean => {
    if ((node as Element | undefined)?.nodeType !== 1) return false;
    const link = closest.call(node as Element, ':any-link');
    if (link) return leadsOut(link);
    const root = getRootNode.call(node as Element);
    return root.nodeType === 11 && followsOut((root as ShadowRoot).host);
  };
  const { navigation } = window as { navigation?: EventTarget };
  const onNavigate = (event: Event) => {
    const { userInitiated, destination } = event as NavigateEvent;
    if (!userInitiated && isRuledOut(destination.url)) event.preventDefault();
  };
  const onSubmit = (event: SubmitEvent) => {
    if (leadsOut(event.target as Element, event.submitter)) event.preventDefault();
  };
  navigation?.addEventListener('navigate', onNavigate);
  addEventListener('submit', onSubmit, true);
  return [
    () => navigation?.removeEventListener('navigate', onNavigate),
    () => removeEventListener('submit', onSubmit, true),
    replace(window, 'open', ({ value: open }) => ({
      value(address = '', target = '', ...more: unknown[]) {
        if (holds(`${address}`, `${target}`)) return null;
        const opened = open.call(window, address, target, ...more);
        holdRealm(opened);
        return opened;
      },
    })),
    // By three arguments it is the window's (HTML, section 8.4.1).
    replace(Document.prototype, 'open', ({ value: open }) => ({
      value(this: Document, ...given: [string?, string?, string?]) {
        return given.length > 2 ? window.open(...given) : open.apply(this, given);
      },
    })),
    replace(HTMLElement.prototype, 'click', ({ value: click }) => ({
      value(this: HTMLElement) {
        if (!followsOut(this)) click.call(this);
      },
    })),
    replace(EventTarget.prototype, 'dispatchEvent', ({ value: dispatch }) => ({
      value(this: EventTarget, event: Event) {
        return event.type === 'click' && followsOut(this) ? false : dispatch.call(this, event);
      },
    })),
    ...(['submit', 'requestSubmit'] as const).map((name) =>
      replace(HTMLFormElement.prototype, name, ({ value: send }) => ({
        value(this: HTMLFormElement, by?: HTMLElement) {
          if (!leadsOut(this, by)) send.call(this, ...(by ? [by] : []));
        },
      })),
    ),
  ];
}
