import { placeLabel } from '@douane/core/places';
import { MODE_WORDS, type Mode } from '@douane/core/regimes';
import clsx from 'clsx';
import { type KeyboardEvent, memo, useMemo, useRef } from 'react';
import type { Drawn, DrawnMap } from './geography';

interface Props extends DrawnMap {
  name: string;
  /** What visitors of a place are asked. */
  modeOf(code: string): Mode;
  selected: string;
  onSelect(code: string): void;
}

/**
 * A map by what is asked, with a pattern beside each colour. A place is chosen by a click, or with the arrow keys, which
 * go to the next place in their direction.
 */
export function PlaceMap({ name, places, size, modeOf, selected, onSelect }: Props) {
  const [width, height] = size;
  const tip = useRef<HTMLParagraphElement>(null);
  const pointed = useRef<SVGPathElement>(null);
  const byCode = useMemo(() => new Map(places.map((place) => [place.code, place])), [places]);
  // Past React and on a layer of its own: what is pointed at must not draw the map anew.
  const say = (code: string | undefined) => {
    pointed.current?.setAttribute('d', byCode.get(code ?? '')?.path ?? '');
    if (tip.current) tip.current.textContent = code ? `${placeLabel(code)}: ${MODE_WORDS[modeOf(code)]}` : '';
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const direction = DIRECTIONS[event.key];
    if (!direction) return;
    event.preventDefault();
    const from = byCode.get(selected);
    const next = from ? nearest(places, from, direction) : places[0];
    if (!next) return;
    onSelect(next.code);
    say(next.code);
  };
  const codeAt = (target: EventTarget) => (target as SVGElement).dataset.code;
  return (
    <figure className="relative mb-4 border border-line bg-sheet">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="block w-full will-change-transform"
        role="application"
        aria-roledescription="map"
        aria-label={`${name}, by what is asked. Arrow keys go from place to place; the list below has all of them.`}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it takes the arrow keys
        tabIndex={0}
        onKeyDown={onKeyDown}
        onClick={(event) => {
          const code = codeAt(event.target);
          if (code) onSelect(code);
        }}
        onPointerOver={(event) => say(codeAt(event.target))}
        onPointerLeave={() => say(undefined)}
      >
        <Patterns />
        <Places places={places} modeOf={modeOf} />
      </svg>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="pointer-events-none absolute inset-0 w-full will-change-transform"
        aria-hidden
      >
        <path ref={pointed} fill="none" stroke="var(--ink)" strokeWidth={0.8} />
        <Chosen place={byCode.get(selected)} />
      </svg>
      <p ref={tip} aria-live="polite" className="absolute bottom-0 left-0 min-h-5 bg-sheet px-2 font-semibold" />
    </figure>
  );
}

/** Drawn once: hovering and choosing leave it as it is. */
const Places = memo(function Places({ places, modeOf }: Pick<Props, 'places' | 'modeOf'>) {
  return (
    <g className="[&>*]:cursor-pointer">
      {places.map(({ code, path }) => (
        <path
          key={code}
          d={path}
          data-code={code}
          fill={`url(#asked-${modeOf(code)})`}
          stroke="var(--sheet)"
          strokeWidth={0.5}
        />
      ))}
      {places
        .filter(({ small }) => small)
        .map(({ code, middle: [x, y] }) => (
          <circle
            key={code}
            cx={x}
            cy={y}
            r={3}
            data-code={code}
            fill={`url(#asked-${modeOf(code)})`}
            stroke="var(--ink2)"
            strokeWidth={0.6}
          />
        ))}
    </g>
  );
});

function Chosen({ place }: { place: Drawn | undefined }) {
  if (!place) return null;
  const outline = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.6 };
  return place.small ? (
    <circle cx={place.middle[0]} cy={place.middle[1]} r={5} {...outline} />
  ) : (
    <path d={place.path} {...outline} />
  );
}

/** Ground and lines of each; the denser, the more is asked. */
const LOOKS: Record<Mode, { ground: string; lines: string }> = {
  'opt-in': { ground: 'var(--stamp)', lines: 'M0 4 L4 0' },
  'opt-out': { ground: 'var(--held)', lines: 'M2 0 V4' },
  notice: { ground: 'var(--line)', lines: 'M0 2 H1' },
  none: { ground: 'var(--well)', lines: '' },
};

function Patterns() {
  return (
    <defs>
      {(Object.keys(LOOKS) as Mode[]).map((mode) => (
        <pattern key={mode} id={`asked-${mode}`} width={4} height={4} patternUnits="userSpaceOnUse">
          <rect width={4} height={4} fill={LOOKS[mode].ground} />
          <path d={LOOKS[mode].lines} stroke="var(--sheet)" strokeOpacity={0.7} strokeWidth={0.7} />
        </pattern>
      ))}
    </defs>
  );
}

/** How a kind of treatment looks on the map. */
export function Swatch({ mode, className }: { mode: Mode; className?: string }) {
  return (
    <svg width={20} height={14} aria-hidden className={clsx('inline-block border border-line align-[-2px]', className)}>
      <rect width={20} height={14} fill={`url(#asked-${mode})`} />
    </svg>
  );
}

const DIRECTIONS: Record<string, [x: number, y: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The nearest place that lies rather in that direction than in another; `undefined`: there is none. */
export function nearest(places: readonly Drawn[], from: Drawn, [dx, dy]: [x: number, y: number]): Drawn | undefined {
  let best: Drawn | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const place of places) {
    const [x, y] = [place.middle[0] - from.middle[0], place.middle[1] - from.middle[1]];
    const along = x * dx + y * dy;
    const aside = Math.abs(x * dy) + Math.abs(y * dx);
    if (place === from || along <= 0 || aside > along) continue;
    const distance = along + aside;
    if (distance < least) [best, least] = [place, distance];
  }
  return best;
}
