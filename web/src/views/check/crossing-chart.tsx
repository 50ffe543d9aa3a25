import { type CheckedCase, serviceOf, slipWords } from '@douane/core/check';
import { KIND_WORDS } from '@douane/core/observe';
import { plural } from '@douane/core/words';
import { scaleLinear } from 'd3-scale';
import { type KeyboardEvent, useEffect, useId, useMemo, useState } from 'react';
import { MarkShape, markColour } from '../../ui/mark';
import { Button } from '../../ui/parts';
import { type LaneFiring, lanesOf, stepWords, telling } from './lanes';
import { endOf, isSameMark, near, nextMark, type Span } from './marks';
import { TimeSpan } from './time-span';

interface Props {
  visit: CheckedCase;
  selected: string | null;
  onSelect(service: string): void;
}

const LEFT = 180;
const WIDTH = 860;
const RIGHT = 20;
const LANE = 26;
const TOP = 26;

/**
 * The crossing chart of one visit: time from left to right, a lane per service, a mark for each request or write, and
 * the line at which the record was committed. What needs a yes and stands left of it has slipped. The span of time that
 * is shown is chosen below it; arrows go from mark to mark, and what each one is stands beneath.
 */
export function CrossingChart({ visit, selected, onSelect }: Props) {
  const hatch = useId();
  const [all, setAll] = useState(false);
  const every = useMemo(() => lanesOf(visit.items), [visit]);
  const lanes = all ? every : telling(every, selected);
  const last = useMemo(() => endOf(visit, every), [visit, every]);
  const [span, setSpan] = useState<Span>(near(visit, every, last, selected));
  const [at, setAt] = useState<LaneFiring | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another visit has another time
  useEffect(() => {
    setSpan(near(visit, every, last, selected));
    setAt(null);
  }, [visit]);
  const [from, end] = span;
  const record = visit.recordedAtMs;
  const x = scaleLinear([from, end], [LEFT, WIDTH - RIGHT]);
  const bottom = TOP + lanes.length * LANE;
  const hatchedTo = record !== null ? x(Math.min(Math.max(record, from), end)) : visit.asks ? WIDTH - RIGHT : LEFT;
  const isIn = (ms: number) => ms >= from && ms <= end;
  const hidden = lanes.reduce((sum, lane) => sum + lane.firings.filter(({ atMs }) => !isIn(atMs)).length, 0);
  const move = (event: KeyboardEvent) => {
    const next = nextMark(lanes, at, event.key, isIn);
    if (next) event.preventDefault();
    if (next) setAt(next);
    if (event.key === 'Enter' && at) onSelect(serviceOf(at.item));
  };
  return (
    <figure className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${WIDTH} ${bottom + 42}`}
        className="w-full min-w-[680px] max-w-[1000px]"
        role="application"
        aria-label={describe(visit)}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: arrows go from mark to mark
        tabIndex={0}
        onKeyDown={move}
      >
        <defs>
          <pattern id={hatch} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" className="fill-well" />
            <path d="M0 0v6" className="stroke-line" strokeWidth="1.5" />
          </pattern>
        </defs>
        {hatchedTo > LEFT && (
          <rect x={LEFT} y={TOP} width={hatchedTo - LEFT} height={bottom - TOP} fill={`url(#${hatch})`} />
        )}
        {lanes.map((lane, i) => {
          const y = TOP + i * LANE;
          return (
            // biome-ignore lint/a11y/noStaticElementInteractions: the matrix below is the way in for the keyboard
            <g key={lane.service} onClick={() => onSelect(lane.service)} className="cursor-pointer">
              <rect
                x="0"
                y={y}
                width={WIDTH}
                height={LANE}
                className={lane.service === selected ? 'fill-wash' : 'fill-transparent'}
                fillOpacity={0.75}
              />
              <text x="4" y={y + 17} className="fill-ink text-[12.5px]">
                {shorten(lane.service)}
              </text>
              <path d={`M${LEFT} ${y + LANE}H${WIDTH - RIGHT}`} className="stroke-line" />
              {lane.firings
                .filter((firing) => isIn(firing.atMs))
                .map((firing, n) => {
                  const name = firing.permitted ? 'cleared' : 'slipped';
                  return (
                    <g
                      // biome-ignore lint/suspicious/noArrayIndexKey: firings of a finished visit are never reordered
                      key={n}
                      transform={`translate(${x(firing.atMs) - 5} ${y + 8})`}
                      className={markColour(name)}
                      onPointerEnter={() => setAt(firing)}
                    >
                      {isSameMark(firing, at) && (
                        <rect x="-4" y="-4" width="18" height="18" className="fill-none stroke-stamp" strokeWidth="2" />
                      )}
                      {!firing.permitted && <circle cx="5" cy="5" r="9" fill="none" stroke="currentColor" />}
                      <MarkShape name={name} />
                    </g>
                  );
                })}
              {lane.firings.some(({ atMs }) => atMs > end) && !lane.firings.some(({ atMs }) => isIn(atMs)) && (
                <text x={WIDTH - RIGHT - 4} y={y + 17} textAnchor="end" className="fill-ink2 text-[11px]">
                  later ›
                </text>
              )}
              {lane.firings.length > 0 && lane.firings.every(({ atMs }) => atMs < from) && (
                <text x={LEFT + 4} y={y + 17} className="fill-ink2 text-[11px]">
                  ‹ earlier
                </text>
              )}
              {lane.firings.length === 0 && (
                <g transform={`translate(${LEFT + 8} ${y + 8})`} className={markColour(lane.held ? 'held' : 'silent')}>
                  <MarkShape name={lane.held ? 'held' : 'silent'} />
                  <text x="16" y="9" className="fill-current text-[11px]">
                    {lane.held ? 'held' : 'silent'}
                  </text>
                </g>
              )}
            </g>
          );
        })}
        {visit.recorded
          .filter(({ atMs }) => isIn(atMs))
          .map(({ step, clickedAtMs, atMs }, n) => (
            <g key={atMs}>
              {isIn(clickedAtMs) && (
                <path d={`M${x(clickedAtMs)} ${TOP - 4}V${bottom}`} className="stroke-ink2" strokeDasharray="2 3" />
              )}
              <Line x={x(atMs)} bottom={bottom} words={n === 0 ? 'recorded' : stepWords(step)} ms={atMs} />
            </g>
          ))}
        {record === null && (
          <text x={LEFT + 4} y={TOP - 9} className="fill-ink2 text-[12px]">
            {visit.choice === 'none' ? 'no choice was made, so nothing is on record' : 'no record was made'}
          </text>
        )}
        {x.ticks(6).map((tick) => (
          <text key={tick} x={x(tick)} y={bottom + 18} textAnchor="middle" className="mono fill-ink2 text-[11px]!">
            {tick === 0 ? '0' : tick.toLocaleString('en-GB').replace(',', '\u2009')}
          </text>
        ))}
        <text x={WIDTH - RIGHT} y={bottom + 36} textAnchor="end" className="fill-ink2 text-[11px]">
          ms since the visit began{hidden > 0 ? `; ${plural(hidden, 'mark')} before or after that not shown` : ''}
        </text>
      </svg>
      <p className="mt-2 min-h-10 max-w-[1000px] text-ink2" role="status">
        {at ? <FiringWords of={at} /> : 'Point at a mark, or go from one to the next by arrow keys, to see what it is.'}
      </p>
      <TimeSpan last={last} span={span} onChange={setSpan} record={() => setSpan(near(visit, every, last, selected))} />
      {lanes.length < every.length && (
        <Button onClick={() => setAll(true)}>Show the other {every.length - lanes.length} services</Button>
      )}
    </figure>
  );
}

function FiringWords({ of: { atMs, permitted, item } }: { of: LaneFiring }) {
  const what =
    item.kind === 'request' ? `${item.name} request to ${item.host}` : `${KIND_WORDS[item.kind]} ${item.name}`;
  const isFirst = item.firstAtMs === atMs;
  return (
    <>
      <span className="mono text-ink">{Math.round(atMs)} ms</span> {serviceOf(item)}: {what}, {item.purpose ?? 'open'},{' '}
      {permitted ? 'permitted at that time' : 'not permitted at that time'}.{' '}
      {isFirst && item.verdict === 'slipped' && slipWords(item)}{' '}
      {isFirst && item.url && <span className="mono [overflow-wrap:anywhere]">{item.url}</span>}
    </>
  );
}

function Line({ x, bottom, words, ms }: { x: number; bottom: number; words: string; ms: number }) {
  return (
    <>
      <path d={`M${x} 8V${bottom + 4}`} className="stroke-stamp" strokeWidth="2" />
      <text x={x + 6} y="17" className="fill-stamp text-[12px] font-bold">
        {words}
        <tspan dx="6" className="mono fill-ink2 font-normal">
          {Math.round(ms)} ms
        </tspan>
      </text>
    </>
  );
}

const shorten = (name: string) => (name.length > 27 ? `${name.slice(0, 26)}…` : name);

function describe({ id, recordedAtMs, items }: CheckedCase): string {
  const slipped = items.filter((item) => item.verdict === 'slipped').length;
  return `Crossing chart of the visit ${id}: ${recordedAtMs === null ? 'nothing was recorded' : `recorded at ${Math.round(recordedAtMs)} ms`}, ${slipped} items slipped.`;
}
