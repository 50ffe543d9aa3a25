import type { Permits } from '../permits';
import { replace, type Undo } from './replace';

/** The Navigation API (HTML, section 7.2.6), as far as it is needed; not every browser has it. */
interface NavigateEvent extends Event {
  userInitiated: boolean;
  destination: { url: string };
}

/**
 * Keeps the page from being led, by what it does itself, to somebody whose purpose is held, and from opening a window
 * there. Where the visitor goes by a click of his own is his. Strangers are let through: a page may well lead on to
 * somebody who takes the payment, and nobody has said that he is to be held.
 */
export function holdNavigation(permits: Permits): Undo[] {
  const holds = (address: string) => !navigator.userActivation?.isActive && permits.isRuledOut(address);
  const stop = (event: Event, address: string) => {
    if (holds(address)) event.preventDefault();
  };
  const { navigation } = window as { navigation?: EventTarget };
  const onNavigate = (event: Event) => {
    const { userInitiated, destination } = event as NavigateEvent;
    if (!userInitiated) stop(event, destination.url);
  };
  const onClick = (event: Event) => {
    const link = event.composedPath().find((one) => one instanceof HTMLAnchorElement);
    if (link) stop(event, link.href);
  };
  // What stays in this page is a navigation of it.
  const leadsOut = ({ action, target }: HTMLFormElement) => target !== '' && holds(String(action));
  const onSubmit = (event: Event) => {
    if (leadsOut(event.target as HTMLFormElement)) event.preventDefault();
  };
  navigation?.addEventListener('navigate', onNavigate);
  addEventListener('click', onClick, true);
  addEventListener('submit', onSubmit, true);
  return [
    () => navigation?.removeEventListener('navigate', onNavigate),
    () => removeEventListener('click', onClick, true),
    () => removeEventListener('submit', onSubmit, true),
    replace(window, 'open', ({ value: open }) => ({
      value: (address = '', ...more: unknown[]) =>
        holds(String(address)) ? null : open.call(window, address, ...more),
    })),
    replace(HTMLFormElement.prototype, 'submit', ({ value: submit }) => ({
      value(this: HTMLFormElement) {
        if (!leadsOut(this)) submit.call(this);
      },
    })),
  ];
}
