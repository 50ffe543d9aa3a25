import { Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';

/** How many things slipped and were exposed, from check to check. The list beside it says the same in words. */
export default function HistoryLine({ points }: { points: { at: string; slipped: number; exposed: number }[] }) {
  return (
    <ResponsiveContainer width="100%" height={110}>
      <LineChart
        title="Slipped and exposed, from check to check"
        data={points}
        margin={{ top: 6, right: 6, bottom: 0, left: 0 }}
      >
        <XAxis dataKey="at" hide />
        <YAxis width={26} allowDecimals={false} domain={[0, 'auto']} tickLine={false} axisLine={false} tick={TICK} />
        <Tooltip isAnimationActive={false} wrapperClassName="text-[12px]" contentStyle={SHEET} />
        <Line {...LINE} dataKey="slipped" stroke="var(--slipped)" strokeWidth={2} />
        <Line {...LINE} dataKey="exposed" stroke="var(--held)" strokeDasharray="4 3" />
      </LineChart>
    </ResponsiveContainer>
  );
}

const LINE = { type: 'linear', isAnimationActive: false, dot: { r: 2 } } as const;
const TICK = { fill: 'var(--ink2)', fontSize: 11 };
const SHEET = { background: 'var(--sheet)', border: '1px solid var(--line)', padding: '4px 8px' };
