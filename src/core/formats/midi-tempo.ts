import type { Direction, Measure, TempoMark } from '../notation';
import { beatUnit, type Meter, rational, toNumber } from '../time';
import type { MidiMeasurePlace } from './midi-measures';
import type { TickEvent } from './midi-ticks';
import type { ReadingReport } from './reading-report';

/** Beats a minute that a metronome has and a player can mean. */
const [SLOWEST_BPM, FASTEST_BPM] = [20, 400];

interface TempoStretch {
  readonly fromSixteenth: number;
  readonly toSixteenth: number;
  readonly microsecondsPerQuarter: number;
}

export interface MidiTempo {
  readonly opening: TempoMark | undefined;
  /** Marks within the line, at their place from its start. */
  readonly changes: readonly { readonly sixteenth: number; readonly mark: TempoMark }[];
}

/**
 * The tempos of a file as tempo marks. One that lasts for a measure is a mark; shorter ones are steps of a rit. or accel.
 * which a file of sounds cannot name, and are remarked on.
 */
export function readMidiTempo(
  general: readonly TickEvent[],
  ticksPerQuarter: number,
  places: readonly MidiMeasurePlace[],
  report: ReadingReport,
): MidiTempo {
  const end = places.at(-1)!.fromSixteenth + places.at(-1)!.sixteenths;
  const [first, ...later] = stretches(general, ticksPerQuarter, end);
  if (!first) return { opening: undefined, changes: [] };
  const opening = maybeMark(first, places[0]!.meter);
  const changes = later.flatMap((stretch) => {
    const place =
      places.findLast(({ fromSixteenth }) => fromSixteenth <= stretch.fromSixteenth) ?? places[0]!;
    if (stretch.fromSixteenth >= end) return [];
    const mark = maybeMark(stretch, place.meter);
    if (mark && stretch.toSixteenth - stretch.fromSixteenth >= place.sixteenths)
      return [{ sixteenth: stretch.fromSixteenth, mark }];
    report.remark(
      'tempo',
      `measure ${place.number}`,
      'A tempo that lasts less than a measure was left out. Where it slows down or gets faster, write the word for it.',
    );
    return [];
  });
  // What was left out between two stretches of one tempo leaves that tempo in force.
  return {
    opening,
    changes: changes.filter(({ mark }, at) => mark.bpm !== (changes[at - 1]?.mark ?? opening)?.bpm),
  };
}

/** From each tempo to the next different one; of several at one place the last holds. */
function stretches(
  general: readonly TickEvent[],
  ticksPerQuarter: number,
  end: number,
): readonly TempoStretch[] {
  const byPlace = new Map(
    general.flatMap(({ tick, event }) =>
      event.type === 'setTempo'
        ? [[Math.round((tick * 4) / ticksPerQuarter), event.microsecondsPerBeat] as const]
        : [],
    ),
  );
  const changes = [...byPlace].filter(([, tempo], index, all) => tempo !== all[index - 1]?.[1]);
  return changes.map(([fromSixteenth, microsecondsPerQuarter], index) => ({
    fromSixteenth,
    toSixteenth: changes[index + 1]?.[0] ?? end,
    microsecondsPerQuarter,
  }));
}

function maybeMark({ microsecondsPerQuarter }: TempoStretch, meter: Meter): TempoMark | undefined {
  const beatQuarters = beatUnit(meter).quarters;
  const bpm = Math.round(60_000_000 / microsecondsPerQuarter / toNumber(beatQuarters));
  return bpm >= SLOWEST_BPM && bpm <= FASTEST_BPM ? { beatQuarters, bpm, words: undefined } : undefined;
}

/** The measures with the marks that fall into them. */
export function withTempoChanges(
  measures: readonly Measure[],
  places: readonly MidiMeasurePlace[],
  { changes }: MidiTempo,
): readonly Measure[] {
  return measures.map((measure, index) => {
    const { fromSixteenth, sixteenths } = places[index]!;
    const here = changes.filter(
      ({ sixteenth }) => sixteenth >= fromSixteenth && sixteenth < fromSixteenth + sixteenths,
    );
    const marks = here.map(
      ({ sixteenth, mark }): Direction => ({
        kind: 'tempo',
        mark,
        offsetQuarters: rational(sixteenth - fromSixteenth, 4),
      }),
    );
    return marks.length === 0 ? measure : { ...measure, directions: [...measure.directions, ...marks] };
  });
}
