import type { Verdict } from '@/core/judging';
import { GOOD_ENOUGH, MOST_RATING, measuredRating, type Quality, type SelfRating } from '@/core/practice';
import { sayMeasures, type Vocabulary } from '@/core/time';
import { QUALITY_NAMES } from './quality-names';

interface ComparisonProps {
  readonly verdict: Verdict;
  readonly rating: SelfRating;
  readonly asked: readonly Quality[];
  readonly vocabulary: Vocabulary;
  /** Whose ears: "You" to the student, the name to the teacher. */
  readonly who: string;
}

/** What the student thought and what was measured, side by side, and what would lift the weaker ones by one. */
export function Comparison({ verdict, rating, asked, vocabulary, who }: ComparisonProps) {
  const rows = measuredRating(verdict).filter(({ quality }) => asked.includes(quality));
  const hasOwn = asked.some((quality) => rating[quality] !== undefined);
  return (
    <div className="overflow-x-auto">
      <table className="w-full max-w-3xl text-left">
        <caption className="mb-1 text-left text-xl font-bold">
          {hasOwn ? 'Own ears, and what Mevlo measured' : 'What Mevlo measured'}
        </caption>
        <thead>
          <tr className="border-b-2 border-ink">
            <th scope="col" className="py-1 pr-4 font-normal text-faint">
              out of ten
            </th>
            {hasOwn && (
              <th scope="col" className="px-3 text-center">
                {who}
              </th>
            )}
            <th scope="col" className="px-3 text-center">
              Mevlo
            </th>
            <th scope="col" className="px-3">
              One more with …
            </th>
          </tr>
        </thead>
        <tbody className="divide-y divide-rule">
          {rows.map(({ quality, rating: measured, measures }) => (
            <tr key={quality}>
              <th scope="row" className="py-2 pr-4">
                {QUALITY_NAMES[quality]}
              </th>
              {hasOwn && <Mark value={rating[quality]} />}
              <Mark value={measured} />
              <td className="px-3 text-base">
                {liftOf(quality, rating[quality], measured, measures, verdict, vocabulary)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The number, and for a weak one a dash under it: never by colour alone. */
function Mark({ value }: { readonly value: number | undefined }) {
  const isWeak = value !== undefined && value < GOOD_ENOUGH;
  return (
    <td className="px-3 text-center text-xl tabular-nums">
      <span className={isWeak ? 'border-b-4 border-dashed border-warm font-bold text-warm' : 'font-bold'}>
        {value ?? '–'}
      </span>
    </td>
  );
}

function liftOf(
  quality: Quality,
  own: number | undefined,
  measured: number | undefined,
  measures: readonly number[],
  { tempo }: Verdict,
  vocabulary: Vocabulary,
): string {
  if (measured === undefined) return 'Your teacher’s ear judges this one.';
  if (measured >= GOOD_ENOUGH) {
    if (own !== undefined && own < GOOD_ENOUGH) return 'Better than it felt. Listen to it again.';
    return measured === MOST_RATING ? 'Nothing to add.' : 'Good enough to go on.';
  }
  if (quality === 'tempo') {
    if (tempo.playedBpm === undefined) return `Play it in one go at ${tempo.askedBpm}.`;
    return tempo.playedBpm < tempo.askedBpm
      ? `You played ${Math.round(tempo.playedBpm)}: a little faster, towards ${tempo.askedBpm}.`
      : `You played ${Math.round(tempo.playedBpm)}: hold it back to ${tempo.askedBpm}.`;
  }
  const where = measures.length === 0 ? '' : sayMeasures(measures, vocabulary);
  if (quality === 'fluency')
    return where === '' ? 'Go on whatever happens.' : `Go on without stopping in ${where}.`;
  return where === '' ? 'Once more, slowly.' : `Put ${where} right.`;
}
