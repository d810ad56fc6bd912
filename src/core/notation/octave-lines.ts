import { compare, type Rational } from '../time';
import type { LineEvent, Measure, Part } from './line';
import { placedEvents } from './placed-events';

/** Notes that are printed an octave away from where they sound, under one line. */
export interface OctaveSpan {
  /** An octave lower than it sounds under 8va, higher over 8vb. */
  readonly shape: '8va' | '8vb';
  readonly startMeasure: number;
  /** Events of the upper staff, the first voice's first, in order. */
  readonly events: readonly LineEvent[];
}

/** The spans of a part; a line that nothing ends goes to the end of its measure. */
export function octaveSpans(part: Part): readonly OctaveSpan[] {
  const lines = part.measures.flatMap((measure, measureIndex) =>
    measure.directions.flatMap((direction) =>
      direction.kind === 'octave-line' ? [{ ...direction, measureIndex }] : [],
    ),
  );
  return lines.flatMap((line, index): OctaveSpan[] => {
    const { shape } = line;
    if (shape === 'stop') return [];
    const end = lines[index + 1];
    const isInside = (measureIndex: number, at: Rational) =>
      (measureIndex > line.measureIndex ||
        (measureIndex === line.measureIndex && compare(at, line.offsetQuarters) >= 0)) &&
      (end
        ? measureIndex < end.measureIndex ||
          (measureIndex === end.measureIndex && compare(at, end.offsetQuarters) < 0)
        : measureIndex === line.measureIndex);
    const events = part.measures.flatMap((measure, measureIndex) =>
      upperVoices(measure).flatMap((voice) => eventsWhere(voice, (at) => isInside(measureIndex, at))),
    );
    return events.length > 0 ? [{ shape, startMeasure: line.measureIndex, events }] : [];
  });
}

const upperVoices = ({ events, otherVoices }: Measure) => [
  events,
  ...otherVoices.filter(({ staff }) => staff === 'upper').map((voice) => voice.events),
];

const eventsWhere = (events: readonly LineEvent[], isWanted: (at: Rational) => boolean): LineEvent[] =>
  placedEvents(events).flatMap(({ event, at }) => (isWanted(at) ? [event] : []));

/** Octaves from where a note sounds to where it is printed, by event id; what is not in it is printed where it sounds. */
export function printedOctaves(spans: readonly OctaveSpan[]): ReadonlyMap<string, number> {
  return new Map(
    spans.flatMap(({ shape, events }) => events.map(({ id }) => [id, shape === '8va' ? -1 : 1] as const)),
  );
}
