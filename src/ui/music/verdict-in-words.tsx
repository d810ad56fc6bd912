import { type Verdict, verdictInWords } from '@/core/judging';
import type { Line } from '@/core/notation';
import { measureName, type Vocabulary } from '@/core/time';

/** What went wrong, measure by measure, for reading and for those who do not see the marks on the staff. */
export function VerdictInWords({
  line,
  verdict,
  vocabulary,
}: {
  readonly line: Line;
  readonly verdict: Verdict;
  readonly vocabulary: Vocabulary;
}) {
  const measures = verdictInWords(line, verdict, vocabulary);
  if (measures.length === 0) return null;
  return (
    <details className="mt-3 text-lg">
      <summary className="min-h-11 cursor-pointer py-2.5 text-base text-faint">
        In words, {measureName(vocabulary)} by {measureName(vocabulary)}
      </summary>
      <dl className="mt-1 space-y-2">
        {measures.map(({ measureIndex, name, sentences }) => (
          <div key={measureIndex} className="gap-x-4 sm:grid sm:grid-cols-[8rem_1fr]">
            <dt className="font-bold first-letter:uppercase">{name}</dt>
            <dd>
              <ul>
                {sentences.map((sentence, index) => (
                  <li key={index}>{sentence}</li>
                ))}
              </ul>
            </dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
