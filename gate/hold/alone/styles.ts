import { replace, type Undo } from '../mechanisms/replace';
import type { Permits } from '../permits';
import { heldInStyle } from './values';

/** Styles that scripts write rule by rule. Those of elements and of `style` are seen to when they have changed. */
export function holdStyles(permits: Permits): Undo[] {
  /** Writes without what is held, and once more when it may be whole. */
  const whole = (text: unknown, write: (text: unknown) => unknown): unknown => {
    const held = heldInStyle(String(text), permits);
    if (!held) return write(text);
    permits.later(held.mark, () => void write(text));
    return write(held.rest);
  };
  return [
    replace(CSSStyleSheet.prototype, 'insertRule', ({ value: own }) => ({
      value(this: CSSStyleSheet, text: unknown, ...at: unknown[]) {
        const held = heldInStyle(String(text), permits);
        const index: number = own.call(this, held ? held.rest : text, ...at);
        const rule = held && this.cssRules[index];
        if (rule)
          permits.later(held.mark, () => {
            const now = [...this.cssRules].indexOf(rule);
            if (now < 0) return;
            this.deleteRule(now);
            own.call(this, text, now);
          });
        return index;
      },
    })),
    ...(['replace', 'replaceSync'] as const).map((name) =>
      replace(CSSStyleSheet.prototype, name, ({ value: own }) => ({
        value(this: CSSStyleSheet, css: unknown) {
          return whole(css, (text) => own.call(this, text));
        },
      })),
    ),
    replace(CSSStyleDeclaration.prototype, 'setProperty', ({ value: own }) => ({
      value(this: CSSStyleDeclaration, name: unknown, value: unknown, ...more: unknown[]) {
        whole(value, (text) => own.call(this, name, text, ...more));
      },
    })),
    replace(CSSStyleDeclaration.prototype, 'cssText', ({ set }) => ({
      set(this: CSSStyleDeclaration, css: unknown) {
        whole(css, (text) => set!.call(this, text));
      },
    })),
    replace(window, 'FontFace', ({ value: Own }) => ({
      value: new Proxy(Own, {
        construct(of, [family, source, ...more], made) {
          const held = typeof source === 'string' ? heldInStyle(source, permits) : null;
          return Reflect.construct(of, [family, held ? held.rest : source, ...more], made);
        },
      }),
    })),
  ];
}
