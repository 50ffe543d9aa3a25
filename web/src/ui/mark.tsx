import type { StageMark } from '@douane/core/board';
import type { Verdict } from '@douane/core/check';

type MarkName = StageMark | Verdict;

/** Which of the five drawings a state has; states that say the same share one. */
const DRAWING: Record<MarkName, 'full' | 'hollow' | 'cut' | 'line' | 'half'> = {
  'in-order': 'full',
  cleared: 'full',
  waits: 'hollow',
  held: 'hollow',
  slipped: 'cut',
  nothing: 'line',
  silent: 'line',
  running: 'half',
};

const COLOUR = {
  full: 'text-cleared',
  hollow: 'text-held',
  cut: 'text-slipped',
  line: 'text-silent',
  half: 'text-stamp',
};

/** The path of a mark in a square of 10, for use inside a larger drawing. */
export function MarkShape({ name }: { name: MarkName }) {
  switch (DRAWING[name]) {
    case 'full':
      return <rect width="10" height="10" fill="currentColor" />;
    case 'hollow':
      return <rect x="1" y="1" width="8" height="8" fill="none" stroke="currentColor" strokeWidth="2" />;
    case 'cut':
      return <path d="M0 0h7.2L1.6 10H0zM8.6 0H10v10H3z" fill="currentColor" />;
    case 'line':
      return <rect y="8.5" width="10" height="1.5" fill="currentColor" />;
    case 'half':
      return <path d="M0 0h10v10H0zM2 2v6h3V2z" fill="currentColor" fillRule="evenodd" />;
  }
}

/** A small square that tells a state by its shape as well as its colour. The words beside it say the same. */
export function Mark({ name, size = 10 }: { name: MarkName; size?: number }) {
  return (
    <svg
      className={`inline-block shrink-0 ${COLOUR[DRAWING[name]]}`}
      width={size}
      height={size}
      viewBox="0 0 10 10"
      aria-hidden="true"
    >
      <MarkShape name={name} />
    </svg>
  );
}

export const markColour = (name: MarkName) => COLOUR[DRAWING[name]];
