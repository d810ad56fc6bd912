import {
  type Line,
  type LineEvent,
  type Measure,
  type Note,
  newMeasure,
  newNote,
  newRest,
  type Part,
  restInstead,
  writtenLength,
} from '../notation';
import { maybeRestValues, measureLength, subtract } from '../time';
import type { Chunk } from './chunk';

/**
 * The music of a chunk as a line of its own, to be engraved, counted, played and checked like any other.
 * @param nextLines lines that are played straight after it.
 */
export function lineOfChunk(line: Line, chunk: Chunk, nextLines: readonly Line[] = []): Line {
  switch (chunk.kind) {
    case 'line':
      return line;
    case 'together':
      return backToBack([line, ...nextLines]);
    case 'measures': {
      const cut = ({ measures }: Part) => measures.slice(chunk.fromIndex, chunk.toIndex);
      const others = line.others?.map((part) => ({ ...part, measures: cutOut(cut(part)) }));
      return { ...withMeasures(line, cut(line.part)), ...(others && { others }) };
    }
    // Nobody plays to what is rearranged.
    case 'join':
      return withMeasures(withoutOthers(line), joinMeasures(line, chunk.atIndex));
    case 'drill':
      return withMeasures(withoutOthers(line), drillMeasures(line, chunk));
  }
}

/** Two or more lines one after the other, without a stop; numbers go on. */
export function backToBack(lines: readonly Line[]): Line {
  const [first, ...others] = lines;
  if (!first) throw new RangeError('back to back needs at least one line, got none');
  const measures = lines.flatMap(({ part }, place) =>
    part.measures.map((measure) => ({
      ...measure,
      // A repeat must not lead back into the line before.
      repeatStart: measure.repeatStart || measure === part.measures[0],
      events: measure.events.map((event) => ({ ...event, id: `l${place}-${event.id}` })),
      otherVoices: [],
      landmarks: undefined,
      jump: undefined,
    })),
  );
  const start = first.part.measures[0]?.number === 0 ? 0 : 1;
  return {
    title: lines.map(({ title }) => title).join(' → '),
    part: {
      ...first.part,
      measures:
        others.length === 0
          ? first.part.measures
          : measures.map((measure, index) => ({ ...measure, number: start + index })),
    },
  };
}

const withoutOthers = ({ title, part }: Line): Line => ({ title, part });

function withMeasures(line: Line, measures: readonly Measure[]): Line {
  return { ...line, part: { ...line.part, measures: cutOut(measures) } };
}

/** Measures as they stand alone. */
function cutOut(measures: readonly Measure[]): readonly Measure[] {
  const plain = measures.map((measure) => ({
    ...measure,
    repeatStart: false,
    repeatPlays: 1,
    endingPasses: [],
    landmarks: undefined,
    jump: undefined,
  }));
  return closeEnds(plain.map(filled));
}

/** A measure that its pickup or its other half completed is filled up with rests, now that it stands alone. */
function filled(measure: Measure): Measure {
  const length = writtenLength(measure);
  const missing = subtract(measureLength(measure.meter), length);
  if (measure.number === 0 || missing.numerator <= 0) return measure;
  const rests = maybeRestValues(measure.meter, length, missing) ?? [];
  const added = rests.map((value, index) =>
    newRest(`${measure.events[0]?.id ?? measure.number}-fill${index}`, value),
  );
  return { ...measure, events: [...measure.events, ...added], otherVoices: [] };
}

/** Ties and slurs that led out of the chunk end at its edges. */
function closeEnds(measures: readonly Measure[]): readonly Measure[] {
  let open = 0;
  const first = measures[0]?.events[0]?.id;
  const last = measures.at(-1)?.events.at(-1)?.id;
  const closed = measures.map((measure) => ({
    ...measure,
    events: measure.events.map((event): LineEvent => {
      if (event.kind === 'rest') return event;
      const slurStops = Math.min(event.slurStops, open);
      open += event.slurStarts - slurStops;
      return {
        ...event,
        slurStops,
        tiedFromPrevious: event.tiedFromPrevious && event.id !== first,
        tiedToNext: event.tiedToNext && event.id !== last,
      };
    }),
  }));
  return open === 0 ? closed : dropOpenSlurs(closed, open);
}

/** The starts of slurs that find no end any more, from the back. */
function dropOpenSlurs(measures: readonly Measure[], open: number): readonly Measure[] {
  let left = open;
  return measures
    .toReversed()
    .map((measure) => ({
      ...measure,
      events: measure.events
        .toReversed()
        .map((event): LineEvent => {
          if (event.kind === 'rest' || left === 0) return event;
          const dropped = Math.min(left, event.slurStarts);
          left -= dropped;
          return { ...event, slurStarts: event.slurStarts - dropped };
        })
        .toReversed(),
    }))
    .toReversed();
}

/** All but the last note before a barline and the first after it are rests, so that it stays in time. */
function joinMeasures({ part }: Line, atIndex: number): Measure[] {
  const [before, after] = [part.measures[atIndex - 1]!, part.measures[atIndex]!];
  const last = before.events.findLastIndex((event) => event.kind === 'note' && !event.tiedFromPrevious);
  return [
    {
      ...before,
      events: before.events.map((event, index) => (index < last ? restInstead(event) : event)),
      otherVoices: [],
      directions: [],
    },
    {
      ...after,
      events: after.events.map((event, index) =>
        index > lastOfTie(after.events) ? restInstead(event) : event,
      ),
      otherVoices: [],
      directions: [],
    },
  ];
}

/** Place of the last event that the first note is tied to. */
function lastOfTie(events: readonly LineEvent[]): number {
  let index = 0;
  for (
    let event = events[index];
    event?.kind === 'note' && event.tiedToNext && index + 1 < events.length;
    event = events[index]
  )
    index++;
  return index;
}

/** A measure of four quarters for each time: there, back, there, back. */
function drillMeasures({ part }: Line, { eventIds, times }: Extract<Chunk, { kind: 'drill' }>): Measure[] {
  const all = part.measures.flatMap((measure) => measure.events.map((event) => ({ measure, event })));
  const found = eventIds.map((id) => all.find(({ event }) => event.id === id));
  const [from, to] = found.map((one) => one?.event);
  if (from?.kind !== 'note' || to?.kind !== 'note')
    throw new RangeError(`the line must have the notes ${eventIds.join(' and ')}`);
  const inForce = { ...found[0]!.measure, meter: { beats: 4, beatType: 4 }, meterSymbol: undefined };
  return Array.from({ length: times }, (_, time) =>
    newMeasure(
      time + 1,
      inForce,
      [from, to, from, to].map((note, beat) => quarter(note, `d${time}-${beat}`)),
    ),
  );
}

function quarter({ pitch, fingering }: Note, id: string): Note {
  return { ...newNote(id, { base: 'quarter', dots: 0 }, pitch), fingering };
}
