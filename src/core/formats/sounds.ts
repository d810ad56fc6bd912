import {
  type LineEvent,
  type Measure,
  type Note,
  newMeasure,
  newNote,
  newRest,
  type WrittenPitch,
} from '../notation';
import {
  add,
  compare,
  equals,
  type Meter,
  maximum,
  maybeRestValues,
  maybeTiedValues,
  measureLength,
  minimum,
  type NoteValue,
  type Rational,
  subtract,
} from '../time';

/** A sound on the time line, not yet written in notes. Times in quarter notes from the start, on sixteenths. */
export interface Sound {
  readonly from: Rational;
  readonly to: Rational;
  /** At least one. */
  readonly pitches: readonly WrittenPitch[];
  readonly lyric: string | undefined;
}

/** Where a measure lies on the time line. */
export interface MeasurePlace {
  readonly number: number;
  readonly meter: Meter;
  readonly keyFifths: number;
  readonly clef: Measure['clef'];
  readonly from: Rational;
  readonly length: Rational;
}

/**
 * Writes sounds into measures: split at the barlines with ties, silences filled with rests.
 * @param voices each free of overlaps, in time order; the first is the one that is checked.
 * @throws RangeError for times that are not on sixteenths.
 */
export function writeSounds(
  voices: readonly (readonly Sound[])[],
  places: readonly MeasurePlace[],
  idPrefix: string,
): readonly Measure[] {
  return places.map((place) => {
    const [events, ...others] = voices.map((sounds, voice) =>
      new VoiceWriter(place, `${idPrefix}m${place.number}${voice === 0 ? '' : `v${voice + 1}`}`).write(
        sounds,
      ),
    );
    return {
      ...newMeasure(place.number, place, events ?? []),
      otherVoices: others.map((voice) => ({ staff: 'upper' as const, events: voice })),
    };
  });
}

class VoiceWriter {
  readonly #events: LineEvent[] = [];
  #notes = 0;

  constructor(
    private readonly place: MeasurePlace,
    private readonly idPrefix: string,
  ) {}

  write(sounds: readonly Sound[]): readonly LineEvent[] {
    const { from, length } = this.place;
    const end = add(from, length);
    let at = from;
    for (const sound of sounds) {
      if (compare(sound.to, from) <= 0 || compare(sound.from, end) >= 0) continue;
      const start = maximum(sound.from, from);
      const stop = minimum(sound.to, end);
      this.#rests(at, start);
      this.#note(sound, start, stop);
      at = stop;
    }
    if (this.#events.length === 0 && equals(length, measureLength(this.place.meter)))
      return [newRest(`${this.idPrefix}r1`, { base: 'whole', dots: 0 }, this.place.meter)];
    this.#rests(at, end);
    return this.#events;
  }

  #rests(from: Rational, to: Rational): void {
    for (const value of required(
      maybeRestValues(this.place.meter, this.#inMeasure(from), subtract(to, from)),
    ))
      this.#events.push(newRest(`${this.idPrefix}r${this.#events.length + 1}`, value));
  }

  #note(sound: Sound, from: Rational, to: Rational): void {
    const [pitch, ...chordPitches] = sound.pitches;
    const values = required(maybeTiedValues(this.place.meter, this.#inMeasure(from), subtract(to, from)));
    values.forEach((value, index) => {
      const isFirst = index === 0 && equals(from, sound.from);
      const isLast = index === values.length - 1 && equals(to, sound.to);
      const note: Note = {
        ...newNote(`${this.idPrefix}n${++this.#notes}`, value, pitch!),
        chordPitches,
        tiedFromPrevious: !isFirst,
        tiedToNext: !isLast,
        lyric: isFirst ? sound.lyric : undefined,
      };
      this.#events.push(note);
    });
  }

  /** A pickup lies at the end of its measure. */
  #inMeasure(at: Rational): Rational {
    const { from, length, meter, number } = this.place;
    const missing = subtract(measureLength(meter), length);
    return number === 0 ? add(subtract(at, from), missing) : subtract(at, from);
  }
}

function required(values: readonly NoteValue[] | undefined): readonly NoteValue[] {
  if (!values) throw new RangeError('sounds must begin and end on a sixteenth');
  return values;
}
