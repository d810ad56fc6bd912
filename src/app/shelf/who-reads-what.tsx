'use client';
import type { Reading } from '@/core/arranging';
import { grouped } from '@/core/base';
import { type Level, maybeInstrument } from '@/core/instruments';
import { sayMeasures } from '@/core/time';
import { useVocabulary } from '@/ui/vocabulary';

export interface Player {
  readonly id: string;
  readonly name: string;
  /** Null where nobody has said what is played. */
  readonly instrument: string | null;
}

/** The class in which most play an instrument that has a part of the line: it is proposed. */
export function classOfInstrument<Roster extends { readonly students: readonly Player[] }>(
  classes: readonly Roster[],
  readings: readonly Reading[],
): Roster | undefined {
  const shareReading = ({ students }: Roster) =>
    students.filter(({ instrument: plays }) =>
      readings.some(({ instrument: id, isToBeMade }) => id === plays && !isToBeMade),
    ).length / Math.max(1, students.length);
  return classes.reduce<Roster | undefined>(
    (best, one) => (best && shareReading(best) >= shareReading(one) ? best : one),
    undefined,
  );
}

interface WhoReadsWhatProps {
  readonly students: readonly Player[];
  readonly readings: readonly Reading[];
  readonly level: Level;
  /** Name of the lead part, for whom nobody has said what is played. */
  readonly lead: string;
}

/** Which part everybody gets; parts that are missing are made with it. */
export function WhoReadsWhat({ students, readings, level, lead }: WhoReadsWhatProps) {
  const vocabulary = useVocabulary();
  const groups = [...grouped(students, ({ instrument: plays }) => plays ?? '')].map(([plays, players]) => ({
    reading: readings.find(({ instrument: id }) => id === plays),
    player: maybeInstrument(plays),
    names: players.map(({ name }) => name).join(', '),
  }));
  if (groups.length === 0) return null;
  const toMake = groups.filter(({ reading }) => reading?.isToBeMade).length;
  return (
    <div data-testid="who-reads-what">
      <p className="font-bold">Who reads what</p>
      <ul className="space-y-1">
        {groups.map(({ reading, player, names }) => (
          <li
            key={names}
            className={`border-l-4 pl-3 ${reading?.isToBeMade ? 'border-warm' : 'border-rule'}`}
          >
            <strong>{player?.name ?? 'Instrument not noted'}</strong>:{' '}
            {reading?.isToBeMade ? 'a part is made' : reading ? `part “${reading.name}”` : `part “${lead}”`}
            <span className="block text-base text-faint">{names}</span>
            {reading && reading.measuresOutOfRange.length > 0 && (
              <span className="block text-base">
                Beyond level {level} in {sayMeasures(reading.measuresOutOfRange, vocabulary)}: the desk has
                other keys and octaves.
              </span>
            )}
            {reading && reading.remarks.length > 0 && (
              <span className="block text-base">
                {[...new Set(reading.remarks.map(({ message }) => message))].join(' ')}
              </span>
            )}
          </li>
        ))}
      </ul>
      {toMake > 0 && (
        <p className="mt-1 text-base">
          {toMake === 1 ? 'The missing part is' : `The ${toMake} missing parts are`} made from the lead when
          you give it out.
        </p>
      )}
    </div>
  );
}
