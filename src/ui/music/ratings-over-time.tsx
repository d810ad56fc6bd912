'use client';
import dynamic from 'next/dynamic';
import { QUALITIES, type Quality, type SelfRating } from '@/core/practice';
import { InView } from '../in-view';
import { orNotFetched } from '../or-not-fetched';
import { QUALITY_NAMES } from './quality-names';
import { VOICES, type Voice } from './rated-point';

/** Drawn when it is seen: a chart brings much with it. */
const RatingCurve = dynamic(
  () => orNotFetched(import('./rating-curve').then((module) => module.RatingCurve)),
  {
    ssr: false,
  },
);

interface RatedTake {
  /** Which take, in words. */
  readonly label: string;
  readonly own: SelfRating;
  readonly measured: SelfRating;
  readonly teacher: SelfRating;
}

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
        <div className="grid gap-x-5 sm:grid-cols-2 xl:grid-cols-3">
          {QUALITIES.map((quality) => (
            <div key={quality}>
              <p className="font-bold">{QUALITY_NAMES[quality]}</p>
              {!isRated(points, quality) && <p className="text-base text-faint">Nobody has rated it yet.</p>}
              {isRated(points, quality) && (
                <InView className="h-32">
                  {() => (
                    <RatingCurve
                      points={points.map(({ own, measured, teacher }) => ({
                        own: own[quality],
                        measured: measured[quality],
                        teacher: teacher[quality],
                      }))}
                    />
                  )}
                </InView>
              )}
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
      <summary className="min-h-11 cursor-pointer py-2.5 text-base text-cool underline underline-offset-4">
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
