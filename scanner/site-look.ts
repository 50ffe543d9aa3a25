import type { SiteLook } from '@douane/core/scan';
import { z } from 'zod';
import type { Visitor } from './visitor';

const colour = z.string().regex(/^#[0-9a-f]{6}$/);
const lookSchema = z.object({
  background: colour,
  ink: colour,
  accent: colour.nullable(),
  family: z.string().max(300),
  size: z.number().min(1).max(200),
  radius: z.number().min(0).max(200),
}) satisfies z.ZodType<SiteLook>;

/** The colours and type of a page as the browser draws them; `null` where the page does not answer. */
export const readLook = async (visitor: Visitor): Promise<SiteLook | null> =>
  (await visitor.watch.ask(lookSchema, look, undefined)) ?? null;

/** Runs in the page, and takes what it needs with it. */
function look(): SiteLook {
  const hexOf = (text: string): string | null => {
    const [r, g, b, alpha = 1] = text.match(/[\d.]+/g)?.map(Number) ?? [];
    if (b === undefined || alpha < 0.6 || !text.startsWith('rgb')) return null;
    return `#${[r!, g!, b].map((c) => Math.round(c).toString(16).padStart(2, '0')).join('')}`;
  };
  const { body, documentElement } = document;
  const style = getComputedStyle(body);
  const background =
    hexOf(style.backgroundColor) ?? hexOf(getComputedStyle(documentElement).backgroundColor) ?? '#ffffff';
  // What can be pressed has the site's own colour; the surface that is met most is taken, by how large it is.
  const surfaces = new Map<string, { area: number; radius: number }>();
  const pressed = Document.prototype.querySelectorAll.call(document, 'button,a,[role=button],input[type=submit]');
  for (let i = 0; i < pressed.length && i < 400; i++) {
    const element = pressed[i]!;
    const { width, height } = element.getBoundingClientRect();
    const { backgroundColor, borderTopLeftRadius } = getComputedStyle(element);
    const surface = hexOf(backgroundColor);
    if (!surface || surface === background || width < 20 || height < 14) continue;
    const known = surfaces.get(surface) ?? { area: 0, radius: Number.parseFloat(borderTopLeftRadius) || 0 };
    surfaces.set(surface, { ...known, area: known.area + Math.min(width * height, 20_000) });
  }
  const [most] = [...surfaces].sort(([, a], [, b]) => b.area - a.area);
  const link = Document.prototype.querySelector.call(document, 'main a, p a, a');
  return {
    background,
    ink: hexOf(style.color) ?? '#000000',
    accent: most?.[0] ?? (link && hexOf(getComputedStyle(link).color)),
    family: style.fontFamily.slice(0, 300),
    size: Number.parseFloat(style.fontSize) || 16,
    radius: Math.min(200, most?.[1].radius ?? 0),
  };
}
