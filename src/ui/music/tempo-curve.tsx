'use client';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Verdict } from '@/core/judging';

/** Lines of the scale, and as much is shown above and below the curve, so that a steady take looks steady. */
const SCALE_BPM = 10;

interface TempoCurveProps {
  readonly measures: Verdict['tempo']['course']['measures'];
  readonly askedBpm: number;
}

/** The curve alone, filling its place: beats a minute from measure to measure, dashed what was asked. */
export function TempoCurve({ measures, askedBpm }: TempoCurveProps) {
  const all = [...measures.map(({ bpm }) => bpm), askedBpm];
  const lowest = Math.floor(Math.min(...all) / SCALE_BPM) - 1;
  const highest = Math.ceil(Math.max(...all) / SCALE_BPM) + 1;
  const scale = Array.from({ length: highest - lowest + 1 }, (_, step) => SCALE_BPM * (lowest + step));
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart
        accessibilityLayer={false}
        data={[...measures]}
        margin={{ top: 8, right: 16, bottom: 4, left: 0 }}
      >
        <CartesianGrid vertical={false} stroke="var(--color-rule)" />
        <XAxis dataKey="number" stroke="var(--color-ink)" tickLine={false} />
        <YAxis
          domain={[scale[0]!, scale.at(-1)!]}
          ticks={scale}
          interval={0}
          width={44}
          stroke="var(--color-ink)"
          tickLine={false}
        />
        <ReferenceLine y={askedBpm} stroke="var(--color-ink)" strokeDasharray="6 4" />
        <Line
          dataKey="bpm"
          type="linear"
          stroke="var(--color-cool)"
          strokeWidth={3}
          dot={{ r: 4, fill: 'var(--color-cool)' }}
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  );
}
