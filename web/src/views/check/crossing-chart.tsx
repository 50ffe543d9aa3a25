import type { CheckedCase } from '@douane/core/check';
import { scaleLinear } from 'd3-scale';
import { useId } from 'react';
import { MarkShape, markColour } from '../../ui/mark';
import { lanesOf, stepWords } from './lanes';

interface Props {
  visit: CheckedCase;
  /** Show the whole visit, or only the time around the record. */
  whole: boolean;
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
 * the line at which the record was committed. What needs a yes and stands left of it has slipped.
 */
export function CrossingChart({ visit, whole, selected, onSelect }: Props) {
  const hatch = useId();
  const lanes = lanesOf(visit.items);
  const last = Math.max(1000, ...lanes.flatMap((lane) => lane.firings.map((firing) => firing.atMs)));
  const record = visit.recordedAtMs;
  // Around the records, and as far as the first thing that slipped.
  const firstSlip = Math.min(
    ...lanes.flatMap((lane) => lane.firings.filter((firing) => !firing.permitted).map((firing) => firing.atMs)),
  );
  const near = Math.max(
    2500,
    ((visit.recorded.at(-1)?.atMs ?? 0) + 700) * 1.6,
    Number.isFinite(firstSlip) ? firstSlip * 1.15 : 0,
  );
  const end = whole ? last * 1.02 : Math.min(last * 1.02, near);
  const x = scaleLinear([0, end], [LEFT, WIDTH - RIGHT]);
  const bottom = TOP + lanes.length * LANE;
  const hatchedTo = record !== null ? x(Math.min(record, end)) : visit.asks ? WIDTH - RIGHT : LEFT;
  const hidden = lanes.reduce((sum, lane) => sum + lane.firings.filter((f) => f.atMs > end).length, 0);
  const line = (ms: number) => ms <= end;
  return (
    <figure className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${WIDTH} ${bottom + 42}`}
        className="w-full min-w-[680px] max-w-[1000px]"
        role="img"
        aria-label={describe(visit)}
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
                .filter((firing) => firing.atMs <= end)
                .map((firing, n) => {
                  const name = firing.permitted ? 'cleared' : 'slipped';
                  return (
                    <g
                      // biome-ignore lint/suspicious/noArrayIndexKey: firings of a finished visit are never reordered
                      key={n}
                      transform={`translate(${x(Math.max(0, firing.atMs)) - 5} ${y + 8})`}
                      className={markColour(name)}
                    >
                      {!firing.permitted && <circle cx="5" cy="5" r="9" fill="none" stroke="currentColor" />}
                      <MarkShape name={name} />
                    </g>
                  );
                })}
              {lane.firings.length > 0 && lane.firings.every((firing) => firing.atMs > end) && (
                <text x={WIDTH - RIGHT - 4} y={y + 17} textAnchor="end" className="fill-ink2 text-[11px]">
                  later ›
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
          .filter(({ atMs }) => line(atMs))
          .map(({ step, clickedAtMs, atMs }, n) => (
            <g key={atMs}>
              <path d={`M${x(clickedAtMs)} ${TOP - 4}V${bottom}`} className="stroke-ink2" strokeDasharray="2 3" />
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
          ms since the visit began{hidden > 0 ? `; ${hidden} later marks not shown` : ''}
        </text>
      </svg>
    </figure>
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
