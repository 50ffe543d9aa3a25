import type { AgreementsOverTime } from '@douane/api';
import { Area, AreaChart, Legend, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { STANDING_WORDS } from './standing-words';

const COLOURS = {
  agreed: 'var(--cleared)',
  pending: 'var(--ink2)',
  guardian: 'var(--line)',
  declined: 'var(--slipped)',
  withdrawn: 'var(--held)',
} as const;
type Shown = keyof typeof COLOURS;

/** How those who are asked stood to a policy, day by day, with where a new version came. The table beside it says the same. */
export default function SharesChart({ policy, days }: Pick<AgreementsOverTime, 'days'> & { policy: string }) {
  const points = pointsOf(policy, days);
  const versions = points.filter(({ version }, i) => i > 0 && version !== points[i - 1]!.version);
  const shown = (Object.keys(COLOURS) as Shown[]).filter((one) => points.some((point) => point[one] > 0));
  return (
    <ResponsiveContainer width="100%" height={180}>
      <AreaChart
        title="How those who are asked stood, in parts of all"
        data={points}
        stackOffset="expand"
        margin={{ top: 14, right: 12, bottom: 0, left: 0 }}
      >
        <XAxis dataKey="day" tick={TICK} tickLine={false} minTickGap={40} />
        <YAxis
          width={42}
          tickFormatter={(part: number) => `${Math.round(100 * part)} %`}
          tickLine={false}
          axisLine={false}
          tick={TICK}
        />
        <Tooltip isAnimationActive={false} contentStyle={SHEET} />
        <Legend formatter={(name) => <span style={{ color: 'var(--ink)' }}>{name}</span>} />
        {versions.map(({ day, version }) => (
          <ReferenceLine
            key={day}
            x={day}
            stroke="var(--ink)"
            strokeDasharray="3 3"
            label={{ value: `v${version}`, position: 'top', ...TICK }}
          />
        ))}
        {shown.map((one) => (
          <Area
            key={one}
            type="stepAfter"
            stackId="all"
            isAnimationActive={false}
            name={STANDING_WORDS[one]}
            dataKey={one}
            stroke={COLOURS[one]}
            fill={COLOURS[one]}
            fillOpacity={0.3}
          />
        ))}
      </AreaChart>
    </ResponsiveContainer>
  );
}

/** By day how many stood how; of days before it was live there is nothing. */
const pointsOf = (policy: string, days: AgreementsOverTime['days']) =>
  days.flatMap(({ day, shares }) => {
    const share = shares.find((one) => one.policy === policy);
    return share ? [{ day, version: share.version, ...share.standings }] : [];
  });

const TICK = { fill: 'var(--ink2)', fontSize: 11 };
const SHEET = { background: 'var(--sheet)', border: '1px solid var(--line)', padding: '4px 8px' };
