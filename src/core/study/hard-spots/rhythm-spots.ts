import { capital } from '../../base';
import { countedBeat, countedEvents, easilyMissedEntries } from '../../counting';
import type { LineEvent, Measure } from '../../notation';
import { divide, equals, minimum, type Rational, rational } from '../../time';
import type { HardSpot, Looking } from './hard-spot';

const WEIGHTS = { 'off-beat-after-rest': 2, 'after-tie': 1.5, 'pickup-inside': 1 } as const;
const WEIGHT_OF_CHANGE = 1;

const REASONS = {
  'off-beat-after-rest':
    'the note comes in between two beats, after a rest. Count the rest and come in behind the beat.',
  'after-tie': 'the note after the tie comes easily too early or too late. Count through the tie.',
  'pickup-inside': 'a phrase begins before the barline. Count the beats before it.',
} as const;

/** Entries that are easily missed, told once for each kind in a measure. */
export function missedEntries({ part, words }: Looking): HardSpot[] {
  const spots = new Map<string, HardSpot>();
  for (const { eventId, measureIndex, kind, waitedOnId } of easilyMissedEntries(part)) {
    const key = `${measureIndex} ${kind}`;
    const before = spots.get(key);
    spots.set(key, {
      kind: 'off-beat-entry',
      measureIndexes: [measureIndex],
      eventIds: [...(before?.eventIds ?? []), waitedOnId, eventId],
      weight: (before?.weight ?? 0) + WEIGHTS[kind],
      sentence: `${capital(words.one(measureIndex))}: ${REASONS[kind]}`,
    });
  }
  return [...spots.values()];
}

/** Beats whose shortest notes are half or twice as long as those of the beat before: eighths to sixteenths and back. */
export function rhythmChanges({ part, words }: Looking): HardSpot[] {
  return part.measures.flatMap((measure, measureIndex): HardSpot[] => {
    const beats = dividedBeats(measure);
    const changed = beats.filter((beat, index) => {
      const before = beats[index - 1];
      return before?.beat === beat.beat - 1 && isHalf(before.shortest, beat.shortest);
    });
    if (changed.length === 0) return [];
    return [
      {
        kind: 'rhythm-change',
        measureIndexes: [measureIndex],
        eventIds: changed.flatMap(({ eventIds }) => eventIds),
        weight: WEIGHT_OF_CHANGE * changed.length,
        sentence: `${capital(words.one(measureIndex))}: the beat is divided in a new way while its pulse stays. Tap the pulse and say both rhythms.`,
      },
    ];
  });
}

function isHalf(a: Rational, b: Rational): boolean {
  const ratio = divide(a, b);
  return equals(ratio, rational(2)) || equals(ratio, rational(1, 2));
}

/** A beat with more than one note in it. */
interface DividedBeat {
  readonly beat: number;
  readonly shortest: Rational;
  readonly eventIds: readonly string[];
}

function dividedBeats(measure: Measure): DividedBeat[] {
  const byBeat = new Map<number, LineEvent[]>();
  for (const { event, segments } of countedEvents(measure, countedBeat(measure.meter, 'beats'))) {
    const { beat } = segments[0];
    byBeat.set(beat, [...(byBeat.get(beat) ?? []), event]);
  }
  return [...byBeat]
    .filter(([, events]) => events.length > 1)
    .map(([beat, events]) => ({
      beat,
      shortest: events.map(({ quarters }) => quarters).reduce(minimum),
      eventIds: events.map(({ id }) => id),
    }));
}
