import type { Verdict } from '@/core/judging';
import { type Line, readName } from '@/core/notation';
import { sayMeasure, type Vocabulary } from '@/core/time';

/** What is worth a word; listeners notice 10–20 cents. Common practice. */
const WORTH_SAYING_CENTS = 25;
const DRIFT_CENTS = 20;
const MOST_NOTES = 8;

interface IntonationProps {
  readonly line: Line;
  readonly verdict: Verdict;
  readonly vocabulary: Vocabulary;
  /** Open where the player makes every pitch. */
  readonly isOpen: boolean;
}

/** How a take was in tune with itself: drift, notes that always lie high or low, and single ones. It costs no marks. */
export function Intonation({ line, verdict, vocabulary, isOpen }: IntonationProps) {
  const { intonation, measures } = verdict;
  if (verdict.state !== 'judged' || !intonation) return null;
  const written = new Map(verdict.notes.map((note) => [note.noteId, note]));
  const off = intonation.notes
    .filter(({ cents }) => Math.abs(cents) >= WORTH_SAYING_CENTS)
    .toSorted((a, b) => Math.abs(b.cents) - Math.abs(a.cents))
    .slice(0, MOST_NOTES)
    .toSorted((a, b) => a.measureIndex - b.measureIndex);
  const drift = intonation.driftCents ?? 0;
  const isDrifting = Math.abs(drift) >= DRIFT_CENTS;
  const isInTune = off.length === 0 && !isDrifting && intonation.tendencies.length === 0;
  return (
    <details className="border-t-2 border-rule pt-4" open={isOpen}>
      <summary className="min-h-11 cursor-pointer py-2.5 font-bold">
        In tune with itself; it costs no marks
      </summary>
      <ul className="mt-1 list-disc space-y-1 pl-6 text-lg">
        {isInTune && <li>Every note lay within {WORTH_SAYING_CENTS} cents of the others.</li>}
        {isDrifting && (
          <li>
            From the first note to the last the pitch {drift > 0 ? 'rose' : 'sank'} by about {Math.abs(drift)}{' '}
            cents.
          </li>
        )}
        {intonation.tendencies.map(({ midi, cents, count }) => (
          <li key={midi}>
            {readName(midi, line, 0)} lies {sayCents(cents)}, all {count} times.
          </li>
        ))}
        {off.map(({ noteId, measureIndex, cents }) => {
          const note = written.get(noteId);
          const { number, printedIndex } = measures[measureIndex]!;
          return (
            <li key={noteId}>
              <span className="first-letter:uppercase">{sayMeasure(number, vocabulary)}</span>
              {note?.writtenMidi !== undefined && `, ${readName(note.writtenMidi, line, printedIndex)}`}:{' '}
              {sayCents(cents)}.
            </li>
          );
        })}
      </ul>
    </details>
  );
}

const sayCents = (cents: number) => `${Math.abs(cents)} cents ${cents > 0 ? 'high' : 'low'}`;
