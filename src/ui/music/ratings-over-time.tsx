'use client';
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { MOST_RATING, QUALITIES, type Quality, type SelfRating } from '@/core/practice';
import { QUALITY_NAMES } from './quality-names';

interface RatedTake {
  /** Which take, in words. */
  readonly label: string;
  readonly own: SelfRating;
  readonly measured: SelfRating;
  readonly teacher: SelfRating;
}

const VOICES = ['own', 'measured', 'teacher'] as const;
type Voice = (typeof VOICES)[number];

/** Each voice has its own stroke and dot: none is told by colour alone. */
const STROKES: Readonly<
  Record<Voice, { readonly color: string; readonly dash?: string; readonly size: number }>
> = {
  own: { color: 'var(--color-warm)', dash: '5 4', size: 4 },
  measured: { color: 'var(--color-cool)', size: 3 },
  teacher: { color: 'var(--color-ink)', dash: '1 5', size: 6 },
};

/** The five qualities of the newest takes: own ears, Mevlo and the teacher, side by side. */
export function RatingsOverTime({
  points,
  who,
}: {
  /** The oldest first. */
  readonly points: readonly RatedTake[];
  readonly who: string;
}) {
  const names: Readonly<Record<Voice, string>> = {
    own: `${who} (dashed)`,
    measured: 'Mevlo (line)',
    teacher: 'Teacher (dots)',
  };
  return (
    <figure>
      <figcaption>
        <h2 className="text-xl font-bold">Ratings over time</h2>
        <p className="mb-2 text-faint">
          Out of ten, take by take: {VOICES.map((voice) => names[voice]).join(', ')}
        </p>
      </figcaption>
      {points.length === 0 && <p>Nothing was rated yet.</p>}
      {points.length > 0 && (
        <div aria-hidden className="grid gap-x-5 sm:grid-cols-2 xl:grid-cols-3">
          {QUALITIES.map((quality) => (
            <div key={quality}>
              <p className="font-bold">{QUALITY_NAMES[quality]}</p>
              {!isRated(points, quality) && <p className="text-base text-faint">Nobody has rated it yet.</p>}
              <div className={isRated(points, quality) ? 'h-32' : 'hidden'}>
                <ResponsiveContainer width="100%" height="100%">
                  <LineChart
                    accessibilityLayer={false}
                    data={points.map((point, index) => ({
                      index,
                      own: point.own[quality],
                      measured: point.measured[quality],
                      teacher: point.teacher[quality],
                    }))}
                    margin={{ top: 10, right: 10, bottom: 2, left: -22 }}
                  >
                    <XAxis
                      dataKey="index"
                      tick={false}
                      tickLine={false}
                      height={6}
                      stroke="var(--color-rule)"
                    />
                    <YAxis
                      domain={[0, MOST_RATING]}
                      ticks={[0, 5, 10]}
                      stroke="var(--color-ink)"
                      tickLine={false}
                    />
                    {VOICES.map((voice) => (
                      <Line
                        key={voice}
                        dataKey={voice}
                        connectNulls
                        stroke={STROKES[voice].color}
                        strokeWidth={2.5}
                        strokeDasharray={STROKES[voice].dash}
                        dot={{
                          r: STROKES[voice].size,
                          fill: 'var(--color-paper)',
                          stroke: STROKES[voice].color,
                        }}
                        isAnimationActive={false}
                      />
                    ))}
                  </LineChart>
                </ResponsiveContainer>
              </div>
            </div>
          ))}
        </div>
      )}
      {points.length > 0 && <RatingsTable points={points.slice(-TABLE_TAKES).toReversed()} who={who} />}
    </figure>
  );
}

const isRated = (points: readonly RatedTake[], quality: Quality) =>
  points.some((point) => VOICES.some((voice) => point[voice][quality] !== undefined));

const TABLE_TAKES = 12;

/** The same in numbers, for whoever would rather read them. */
function RatingsTable({ points, who }: { readonly points: readonly RatedTake[]; readonly who: string }) {
  return (
    <details className="mt-2">
      <summary className="min-h-8 cursor-pointer text-base text-cool underline underline-offset-4">
        In numbers
      </summary>
      <table className="w-full text-left text-base">
        <thead>
          <tr className="border-b-2 border-ink">
            <th scope="col">Take ({who} / Mevlo / teacher)</th>
            {QUALITIES.map((quality) => (
              <th key={quality} scope="col" className="px-2">
                {QUALITY_NAMES[quality]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-rule">
          {points.map((point, index) => (
            <tr key={index}>
              <th scope="row" className="py-1 font-normal">
                {point.label}
              </th>
              {QUALITIES.map((quality) => (
                <td key={quality} className="px-2 tabular-nums">
                  {VOICES.map((voice) => point[voice][quality] ?? '–').join(' / ')}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
