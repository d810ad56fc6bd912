import { type Meter, measureLength, type NoteValue, valueLength } from '../time';
import type { Clef, LineEvent, Measure, Note, Rest, WrittenPitch } from './line';

/** A plain note without any sign. */
export function newNote(id: string, value: NoteValue, pitch: WrittenPitch): Note {
  return {
    kind: 'note',
    id,
    value,
    quarters: valueLength(value),
    pitch,
    chordPitches: [],
    tiedToNext: false,
    tiedFromPrevious: false,
    slurStarts: 0,
    slurStops: 0,
    articulations: [],
    fermata: false,
    breathAfter: false,
    fingering: undefined,
    stringHint: undefined,
    positionHint: undefined,
    lyric: undefined,
    stem: undefined,
  };
}

/** A plain rest; of the whole measure when a meter is given. */
export function newRest(id: string, value: NoteValue, fills?: Meter): Rest {
  return {
    kind: 'rest',
    id,
    value: fills ? { base: 'whole', dots: 0 } : value,
    quarters: fills ? measureLength(fills) : valueLength(value),
    fillsMeasure: fills !== undefined,
    hidden: false,
    fermata: false,
  };
}

/** Silence of the same length, with the same id. */
export function restInstead(event: LineEvent): Rest {
  return event.kind === 'rest' ? event : { ...newRest(event.id, event.value), quarters: event.quarters };
}

/** A measure without signs. */
export function newMeasure(
  number: number,
  inForce: { readonly meter: Meter; readonly keyFifths: number; readonly clef: Clef } & Partial<Measure>,
  events: readonly LineEvent[] = [],
): Measure {
  return {
    number,
    meter: inForce.meter,
    meterSymbol: inForce.meterSymbol,
    keyFifths: inForce.keyFifths,
    clef: inForce.clef,
    lowerClef: inForce.lowerClef,
    systemBreak: false,
    repeatStart: false,
    repeatPlays: 1,
    endingPasses: [],
    events,
    otherVoices: [],
    directions: [],
  };
}
