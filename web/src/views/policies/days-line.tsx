import type { AgreementOverview } from '@douane/api';
import { Legend, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';

const SERIES = { agreed: 'var(--cleared)', declined: 'var(--slipped)', withdrawn: 'var(--held)' } as const;

/** Answers by day. The table above says how all stand now. */
export default function DaysLine({ days }: Pick<AgreementOverview, 'days'>) {
  const points = new Map<string, Record<string, number | string>>();
  for (const { day, decision, count } of days) {
    const point = points.get(day) ?? { day, agreed: 0, declined: 0, withdrawn: 0 };
    points.set(day, { ...point, [decision]: Number(point[decision]) + count });
  }
  return (
    <ResponsiveContainer width="100%" height={160}>
      <LineChart title="Answers by day" data={[...points.values()]} margin={{ top: 6, right: 12, bottom: 0, left: 0 }}>
        <XAxis dataKey="day" tick={TICK} tickLine={false} />
        <YAxis width={30} allowDecimals={false} tickLine={false} axisLine={false} tick={TICK} />
        <Tooltip isAnimationActive={false} contentStyle={SHEET} />
        <Legend formatter={(name) => <span style={{ color: 'var(--ink)' }}>{name}</span>} />
        {Object.entries(SERIES).map(([name, colour]) => (
          <Line key={name} type="linear" isAnimationActive={false} dot={{ r: 2 }} dataKey={name} stroke={colour} />
        ))}
      </LineChart>
    </ResponsiveContainer>
  );
}

const TICK = { fill: 'var(--ink2)', fontSize: 11 };
const SHEET = { background: 'var(--sheet)', border: '1px solid var(--line)', padding: '4px 8px' };
