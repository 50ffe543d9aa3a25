import { inBanner } from './inspect';
import type { MeasuredAct } from './measured';

/** Below this share of the other one a button counts as weaker. */
const SHARE = 0.8;
/** Pixels between two buttons from which the second stands apart. */
const APART = 96;

/** In what a button is weaker than another, as a browser drew both: "smaller than accepting". Empty: in nothing. */
export function weakness(refuse: MeasuredAct, accept: MeasuredAct): string[] {
  const area = ({ box }: MeasuredAct) => box.width * box.height;
  const less = (a: number, b: number, share = SHARE) => a < b * share;
  // Of contrasts what counts is how far they are from none, and beyond 7 to 1 nobody sees a difference in words.
  const seen = (ratio: number, enough: number) => Math.min(ratio, enough) - 1;
  const below = refuse.box.y - (accept.box.y + accept.box.height);
  const ways: [boolean, string][] = [
    [less(area(refuse), area(accept)), 'smaller than accepting'],
    [less(refuse.fontSize, accept.fontSize, 0.92), 'in smaller type than accepting'],
    [refuse.fontWeight <= accept.fontWeight - 200, 'in lighter type than accepting'],
    [less(seen(refuse.contrast, 7), seen(accept.contrast, 7), 0.7), 'fainter than accepting'],
    [less(seen(refuse.surface, 12), seen(accept.surface, 12), 0.6), 'drawn lighter than accepting'],
    [less(seen(refuse.edge, 12), seen(accept.edge, 12), 0.6), 'told from the sheet less well than accepting'],
    [below > APART, 'far below accepting'],
  ];
  return ways.filter(([is]) => is).map(([, words]) => words);
}

/** Draws all buttons as accepting is drawn, by the face alone. */
export const buttonsAlike = inBanner(({ face }) => {
  const { accept } = face.weights;
  return { face: { ...face, css: '', weights: { refuse: accept, choose: accept, accept } } };
});
