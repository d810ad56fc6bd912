import {
  type LineEvent,
  type Measure,
  type Note,
  newMeasure,
  type Part,
  type Score,
  type Voice,
  voicesOf,
} from '../notation';
import { meter, type NoteValue } from '../time';

/** A place between the events of a voice, like a caret in a text: before event `eventIndex`. */
export interface Position {
  readonly measureIndex: number;
  readonly eventIndex: number;
}

/** What is copied: events by measure, as they stood. */
export type Clip = readonly (readonly LineEvent[])[];

/** Everything about a line that is being written. Never changed, only replaced. */
export interface Desk {
  readonly score: Score;
  readonly partIndex: number;
  /** 0 is the first voice, n the n-th of the others. */
  readonly voiceIndex: number;
  readonly caret: Position;
  /** The other end of what is selected. */
  readonly anchor: Position | undefined;
  /** Of the notes to come. */
  readonly value: NoteValue;
  /** The value was chosen and not used yet: a dot is then meant for the notes to come. */
  readonly valueIsFresh: boolean;
  /** Where the next letter stands beside what was written last: on top, after "… and", or before it as a small note. */
  readonly joinsNext: 'on-top' | 'before' | undefined;
  readonly clip: Clip | undefined;
  /** Number of the last id given out. */
  readonly lastId: number;
  /** One sentence for the writer when something asked for was not possible. */
  readonly remark: string | undefined;
}

const ID = /(?:^|-)w(\d+)$/;

/** A desk with a score on it, the caret at the end of its lead part. */
export function openDesk(score: Score): Desk {
  const lead = score.parts[0]!;
  const numbers = score.parts.flatMap((part) =>
    part.measures.flatMap((measure) =>
      voicesOf(measure).flatMap((events) => events.map(({ id }) => Number(ID.exec(id)?.[1] ?? 0))),
    ),
  );
  const measureIndex = lead.measures.length - 1;
  return {
    score,
    partIndex: 0,
    voiceIndex: 0,
    caret: { measureIndex, eventIndex: lead.measures[measureIndex]!.events.length },
    anchor: undefined,
    value: { base: 'quarter', dots: 0 },
    valueIsFresh: true,
    joinsNext: undefined,
    clip: undefined,
    lastId: Math.max(0, ...numbers),
    remark: undefined,
  };
}

/** A score with one empty measure of 4/4 for a player. */
export function blankScore(
  title: string,
  player: Pick<Part, 'name' | 'transpositionSemitones' | 'staffLines'> & {
    /** Of the catalogue. */
    readonly id?: Part['instrument'];
    readonly clef: Measure['clef'];
  },
): Score {
  const measure = newMeasure(1, { meter: meter(4, 4), keyFifths: 0, clef: player.clef });
  return {
    title,
    composer: undefined,
    parts: [
      {
        id: 'P1',
        name: player.name,
        instrument: player.id,
        transpositionSemitones: player.transpositionSemitones,
        staffLines: player.staffLines,
        tempo: undefined,
        measures: [measure],
      },
    ],
  };
}

export function partOf(desk: Desk): Part {
  return desk.score.parts[desk.partIndex]!;
}

/** Events of the voice that is being written. */
export function eventsAt(desk: Desk, measureIndex: number): readonly LineEvent[] {
  return voicesOf(partOf(desk).measures[measureIndex]!)[desk.voiceIndex] ?? [];
}

export function withEvents(measure: Measure, voiceIndex: number, events: readonly LineEvent[]): Measure {
  if (voiceIndex === 0) return { ...measure, events };
  const otherVoices = measure.otherVoices.map(
    (voice, index): Voice => (index === voiceIndex - 1 ? { ...voice, events } : voice),
  );
  return { ...measure, otherVoices };
}

/** The desk with the part that is being written replaced. */
export function withPart(desk: Desk, part: Part): Desk {
  return {
    ...desk,
    score: {
      ...desk.score,
      parts: desk.score.parts.map((p, index) => (index === desk.partIndex ? part : p)),
    },
  };
}

export function withMeasure(desk: Desk, measureIndex: number, change: (measure: Measure) => Measure): Desk {
  const part = partOf(desk);
  return withPart(desk, {
    ...part,
    measures: part.measures.map((measure, index) => (index === measureIndex ? change(measure) : measure)),
  });
}

/** Replaces the events of the voice that is being written in one measure. */
export function withEventsAt(desk: Desk, measureIndex: number, events: readonly LineEvent[]): Desk {
  return withMeasure(desk, measureIndex, (measure) => withEvents(measure, desk.voiceIndex, events));
}

/** The desk with a fresh id. */
export function takeId(desk: Desk): readonly [Desk, string] {
  const lastId = desk.lastId + 1;
  const { partIndex } = desk;
  return [{ ...desk, lastId }, partIndex === 0 ? `w${lastId}` : `${partOf(desk).id}-w${lastId}`];
}

export function comparePositions(a: Position, b: Position): number {
  return a.measureIndex - b.measureIndex || a.eventIndex - b.eventIndex;
}

/** The selected stretch, from before to after. */
export function maybeSelection(desk: Desk): readonly [from: Position, to: Position] | undefined {
  if (!desk.anchor || comparePositions(desk.anchor, desk.caret) === 0) return undefined;
  return comparePositions(desk.anchor, desk.caret) < 0
    ? [desk.anchor, desk.caret]
    : [desk.caret, desk.anchor];
}

/** What the next sign goes to: the selected events, or the one before the caret. */
export function targets(desk: Desk): readonly LineEvent[] {
  const selection = maybeSelection(desk);
  if (!selection) {
    const before = maybeEventBefore(desk, desk.caret);
    return before ? [before] : [];
  }
  return clipOf(desk, selection).flat();
}

/** The same without rests. */
export function targetNotes(desk: Desk): readonly Note[] {
  return targets(desk).filter((event): event is Note => event.kind === 'note');
}

/** The events between two places, by measure. */
export function clipOf(desk: Desk, [from, to]: readonly [Position, Position]): Clip {
  return partOf(desk).measures.flatMap((_, measureIndex) => {
    if (measureIndex < from.measureIndex || measureIndex > to.measureIndex) return [];
    const start = measureIndex === from.measureIndex ? from.eventIndex : 0;
    const end = measureIndex === to.measureIndex ? to.eventIndex : undefined;
    return [eventsAt(desk, measureIndex).slice(start, end)];
  });
}

/** The event before a place, also over the barline. */
export function maybeEventBefore(desk: Desk, position: Position): LineEvent | undefined {
  const inMeasure = eventsAt(desk, position.measureIndex).slice(0, position.eventIndex).at(-1);
  if (inMeasure) return inMeasure;
  for (let index = position.measureIndex - 1; index >= 0; index--) {
    const last = eventsAt(desk, index).at(-1);
    if (last) return last;
  }
  return undefined;
}

/** Replaces events of the voice that is being written. */
export function mapEvents(
  desk: Desk,
  ids: ReadonlySet<string>,
  change: (event: LineEvent) => LineEvent,
): Desk {
  const part = partOf(desk);
  return withPart(desk, {
    ...part,
    measures: part.measures.map((measure) => {
      const events = voicesOf(measure)[desk.voiceIndex] ?? [];
      if (!events.some(({ id }) => ids.has(id))) return measure;
      return withEvents(
        measure,
        desk.voiceIndex,
        events.map((event) => (ids.has(event.id) ? change(event) : event)),
      );
    }),
  });
}
