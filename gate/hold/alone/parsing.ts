import { replace, type Undo } from '../mechanisms/replace';
import type { Permits } from '../permits';
import { isInert, markBelow, releaseBelow } from './mark';

/**
 * Markup that scripts have the parser read: it is read in a document where nothing is fetched first, and what is held is
 * marked. Markup in which nothing is goes on as it came; so does all that a script reads in an inert document, where an
 * editor wants it word for word.
 */
export function holdParsing(permits: Permits): Undo[] {
  const inert = document.implementation.createHTMLDocument('');
  const { set: setHtml, get: html } = Object.getOwnPropertyDescriptor(Element.prototype, 'innerHTML')!;
  const { createElement } = Document.prototype;
  /** `runs`: whether scripts in it would run. */
  const marked = (at: Node, text: unknown, context: string, runs: boolean): unknown => {
    if (isInert(at)) return text;
    // A trusted type stays one where nothing has to change.
    const within: Element = createElement.call(inert, context);
    setHtml!.call(within, String(text));
    const isLeft = ({ localName }: Element) => localName === 'script' && !runs;
    return markBelow(within, permits, isLeft) > 0 ? html!.call(within) : text;
  };
  const nameOf = (node: unknown) => (node instanceof Element ? node.localName : 'div');
  const setter = <T extends object>(prototype: T, name: keyof T & string, isAround = false) =>
    replace(prototype, name, ({ set }) => ({
      set(this: Element | ShadowRoot, text: unknown) {
        const root = isAround ? this.parentNode : this;
        const given = marked(this, text, nameOf(root), false);
        set!.call(this, given);
        if (given !== text && root) releaseBelow(root, permits);
      },
    }));
  const writes = (name: 'write' | 'writeln') =>
    replace(Document.prototype, name, ({ value: own }) => ({
      value(this: Document, ...texts: unknown[]) {
        return own.call(this, marked(this, texts.join(''), 'body', true));
      },
    }));
  const unsafe = (prototype: object) =>
    replace(prototype as { setHTMLUnsafe?: unknown }, 'setHTMLUnsafe', ({ value: own }) => ({
      value(this: Element | ShadowRoot, text: unknown, ...more: unknown[]) {
        const given = marked(this, text, nameOf(this), false);
        own.call(this, given, ...more);
        if (given !== text) releaseBelow(this, permits);
      },
    }));
  return [
    setter(Element.prototype, 'innerHTML'),
    setter(Element.prototype, 'outerHTML', true),
    setter(ShadowRoot.prototype, 'innerHTML'),
    unsafe(Element.prototype),
    unsafe(ShadowRoot.prototype),
    writes('write'),
    writes('writeln'),
    replace(Element.prototype, 'insertAdjacentHTML', ({ value: own }) => ({
      value(this: Element, where: string, text: unknown) {
        const isAround = /^(beforebegin|afterend)$/i.test(String(where));
        own.call(this, where, marked(this, text, nameOf(isAround ? this.parentNode : this), false));
      },
    })),
    replace(Range.prototype, 'createContextualFragment', ({ value: own }) => ({
      value(this: Range, text: unknown) {
        const { startContainer: at } = this;
        const made: DocumentFragment = own.call(
          this,
          marked(at, text, nameOf(at instanceof Element ? at : at.parentNode), true),
        );
        releaseBelow(made, permits);
        return made;
      },
    })),
  ];
}
