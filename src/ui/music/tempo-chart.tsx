'use client';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { describeDrift, type Verdict } from '@/core/judging';

/** Lines of the scale, and as much is shown above and below the curve, so that a steady take looks steady. */
const SCALE_BPM = 10;

/** How the tempo went from measure to measure, against the asked one. */
export function TempoChart({ verdict: { tempo, state } }: { readonly verdict: Verdict }) {
  const { measures } = tempo.course;
  if (state !== 'judged' || measures.length < 2) return null;
  const all = [...measures.map(({ bpm }) => bpm), tempo.askedBpm];
  const lowest = Math.floor(Math.min(...all) / SCALE_BPM) - 1;
  const highest = Math.ceil(Math.max(...all) / SCALE_BPM) + 1;
  const scale = Array.from({ length: highest - lowest + 1 }, (_, step) => SCALE_BPM * (lowest + step));
  return (
    <figure className="mt-4 border-t-2 border-rule pt-4">
      <figcaption className="mb-2">
        <strong>Tempo from measure to measure.</strong> {describeDrift(tempo)}{' '}
        <span className="text-faint">Dashed: asked {tempo.askedBpm}.</span>
      </figcaption>
      <div aria-hidden className="h-44">
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
            <ReferenceLine y={tempo.askedBpm} stroke="var(--color-ink)" strokeDasharray="6 4" />
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
      </div>
      {/* A table takes the room of its rows however small it is said to be; a box around it does not. */}
      <div className="sr-only">
        <table>
          <caption>Tempo of each measure, asked {tempo.askedBpm}</caption>
          <thead>
            <tr>
              <th>Measure</th>
              <th>Beats a minute</th>
            </tr>
          </thead>
          <tbody>
            {measures.map(({ number, bpm }, index) => (
              // A repeated measure has its number twice.
              <tr key={index}>
                <td>{number}</td>
                <td>{Math.round(bpm)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}
