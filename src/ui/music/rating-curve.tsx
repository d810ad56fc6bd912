'use client';
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { MOST_RATING } from '@/core/practice';
import { type RatedPoint, VOICES, type Voice } from './rated-point';

/** Each voice has its own stroke and dot: none is told by colour alone. */
const STROKES: Readonly<
  Record<Voice, { readonly color: string; readonly dash?: string; readonly size: number }>
> = {
  own: { color: 'var(--color-warm)', dash: '5 4', size: 4 },
  measured: { color: 'var(--color-cool)', size: 3 },
  teacher: { color: 'var(--color-ink)', dash: '1 5', size: 6 },
};

/** One quality of some takes, the oldest first, filling its place. */
export function RatingCurve({ points }: { readonly points: readonly RatedPoint[] }) {
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart
        accessibilityLayer={false}
        data={points.map((point, index) => ({ index, ...point }))}
        margin={{ top: 10, right: 10, bottom: 2, left: -22 }}
      >
        <XAxis dataKey="index" tick={false} tickLine={false} height={6} stroke="var(--color-rule)" />
        <YAxis domain={[0, MOST_RATING]} ticks={[0, 5, 10]} stroke="var(--color-ink)" tickLine={false} />
        {VOICES.map((voice) => (
          <Line
            key={voice}
            dataKey={voice}
            connectNulls
            stroke={STROKES[voice].color}
            strokeWidth={2.5}
            strokeDasharray={STROKES[voice].dash}
            dot={{ r: STROKES[voice].size, fill: 'var(--color-paper)', stroke: STROKES[voice].color }}
            isAnimationActive={false}
          />
        ))}
      </LineChart>
    </ResponsiveContainer>
  );
}
