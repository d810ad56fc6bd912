import { createRandom, type Random } from '@/core/base';
import {
  ARTICULATIONS,
  type Direction,
  LANDMARKS,
  type LineEvent,
  type Measure,
  type Note,
  newMeasure,
  newNote,
  newRest,
  type Part,
  type Score,
  type Voice,
  type WrittenPitch,
} from '@/core/notation';
import { STEPS } from '@/core/pitch';
import {
  add,
  compare,
  divide,
  isInThrees,
  isInteger,
  maybeValuesOfLength,
  measureLength,
  meter,
  multiply,
  NOTE_BASES,
  type NoteValue,
  type Rational,
  rational,
  subtract,
  sum,
  TUPLETS,
  valueLength,
  ZERO,
} from '@/core/time';

const METERS = ['2/4', '3/4', '4/4', '6/8', '2/2', '9/8', '3/8', '12/8'] as const;
const CLEFS = ['treble', 'bass', 'alto', 'tenor', 'treble-8', 'bass-8', 'treble+8'] as const;

/** A score with any of the signs Mevlo keeps, in any place where they may stand. */
export function randomScore(seed: number): Score {
  const random = createRandom(seed);
  const [beats, beatType] = random.pick(METERS).split('/').map(Number) as [number, number];
  const shape = {
    meter: meter(beats, beatType),
    measureCount: random.integer(1, 6),
    hasPickup: random.uniform(0, 1) < 0.3,
  };
  const count = random.integer(1, 3);
  return {
    title: random.pick(['Line <1>', 'Fish & "Chips"', 'Élan ♪', 'Plain']),
    composer: random.pick([undefined, 'A. Nobody']),
    parts: Array.from({ length: count }, (_, index) => randomPart(random, `P${index + 1}`, shape)),
  };
}

interface Shape {
  readonly meter: ReturnType<typeof meter>;
  readonly measureCount: number;
  readonly hasPickup: boolean;
}

function randomPart(random: Random, id: string, shape: Shape): Part {
  const hasLowerStaff = random.uniform(0, 1) < 0.3;
  const isPercussion = !hasLowerStaff && random.uniform(0, 1) < 0.2;
  const otherVoices = hasLowerStaff ? random.integer(1, 2) : random.uniform(0, 1) < 0.2 ? 1 : 0;
  const lower = Array.from(
    { length: otherVoices },
    (_, n) => hasLowerStaff && (n > 0 || random.uniform(0, 1) < 0.8),
  );
  if (hasLowerStaff) lower[0] = true;
  let count = 0;
  const writer = new Writer(random, isPercussion, () => `${id}e${++count}`, isInThrees(shape.meter));
  const inForce = {
    meter: shape.meter,
    meterSymbol:
      shape.meter.beatType === 4 && shape.meter.beats === 4
        ? random.pick([undefined, 'common' as const])
        : undefined,
    keyFifths: random.integer(-7, 7),
    clef: isPercussion ? ('percussion' as const) : random.pick(CLEFS),
    lowerClef: hasLowerStaff ? ('bass' as const) : undefined,
  };
  const full = measureLength(shape.meter);
  const measures: Measure[] = [];
  for (let index = 0; index < shape.measureCount; index++) {
    const isPickup = index === 0 && shape.hasPickup;
    const length = isPickup ? rational(1, 2) : full;
    const number = index + (shape.hasPickup ? 0 : 1);
    const voices = lower.map(
      (isLower): Voice => ({ staff: isLower ? 'lower' : 'upper', events: writer.fill(length) }),
    );
    measures.push({
      ...newMeasure(number, inForce, writer.fill(length)),
      otherVoices: voices,
      systemBreak: index > 0 && random.uniform(0, 1) < 0.2,
      repeatStart: random.uniform(0, 1) < 0.2,
      repeatPlays: random.pick([1, 1, 1, 1, 2, 3]),
      directions: writer.directions(length),
      ...roadSigns(random),
    });
  }
  const part: Part = {
    id,
    ...random.pick([
      { name: 'Flute', instrument: 'flute', transpositionSemitones: random.pick([0, 12, -12]) },
      { name: 'Clarinet in B♭', instrument: 'clarinet', transpositionSemitones: random.pick([-2, -14]) },
      { name: 'Drum & kit', instrument: 'drum-kit', transpositionSemitones: 0 },
      {
        name: 'Somebody',
        instrument: undefined,
        transpositionSemitones: random.pick([0, -2, -9, -7, 12, -12, -14]),
      },
    ] as const),
    staffLines: isPercussion ? random.pick([1, 5]) : 5,
    tempo: random.pick([
      undefined,
      { beatQuarters: rational(1), bpm: 66, words: 'Gently' },
      { beatQuarters: rational(3, 2), bpm: 52, words: undefined },
    ]),
    measures,
  };
  return withTiesAndSlurs(random, part);
}

/** Where it goes on, seldom. */
function roadSigns(random: Random): Partial<Measure> {
  const chance = (share: number) => random.uniform(0, 1) < share;
  const landmarks = LANDMARKS.filter(() => chance(0.05));
  return {
    ...(landmarks.length > 0 && { landmarks }),
    ...(chance(0.08) && {
      jump: {
        to: random.pick(['start', 'segno'] as const),
        until: random.pick(['end', 'fine', 'coda'] as const),
      },
    }),
  };
}

class Writer {
  constructor(
    private readonly random: Random,
    private readonly isPercussion: boolean,
    private readonly nextId: () => string,
    private readonly isInThrees: boolean,
  ) {}

  fill(length: Rational): readonly LineEvent[] {
    if (this.random.uniform(0, 1) < 0.08 && compare(length, rational(1, 2)) > 0) {
      const whole = newRest(this.nextId(), { base: 'whole', dots: 0 });
      return [{ ...whole, quarters: length, fillsMeasure: true }];
    }
    const events: LineEvent[] = [];
    for (let left = length; left.numerator > 0; ) {
      const group = this.#maybeTuplet(left);
      if (group) {
        events.push(...group);
        left = subtract(left, sum(group.map(({ quarters }) => quarters)));
        continue;
      }
      const value = this.random.pick(VALUES.filter((v) => compare(valueLength(v), left) <= 0));
      if (!maybeValuesOfLength(subtract(left, valueLength(value)))) continue;
      events.push(this.#event(value));
      left = subtract(left, valueLength(value));
    }
    // A whole rest that happens to fill the measure is read as a rest for the measure.
    const [only] = events;
    if (events.length === 1 && only!.kind === 'rest')
      return [newNote(this.nextId(), only!.value, this.#pitch())];
    return events;
  }

  /** Three in the time of two, or in meters in threes two in the time of three, where one may begin. */
  #maybeTuplet(left: Rational): readonly LineEvent[] | undefined {
    if (this.random.uniform(0, 1) > 0.1) return undefined;
    const tuplet = this.isInThrees ? ('duplet' as const) : ('triplet' as const);
    const { notes } = TUPLETS[tuplet];
    const value = { base: 'eighth', dots: 0, tuplet } as const;
    const length = multiply(valueLength(value), rational(notes));
    if (compare(length, left) > 0 || !isInteger(divide(left, length))) return undefined;
    return Array.from({ length: notes }, () => this.#event(value));
  }

  #event(value: NoteValue): LineEvent {
    const { random } = this;
    const chance = (share: number) => random.uniform(0, 1) < share;
    if (chance(0.15)) return { ...newRest(this.nextId(), value), fermata: chance(0.1) };
    return {
      ...newNote(this.nextId(), value, this.#pitch()),
      chordPitches: chance(0.1) ? [this.#pitch(), this.#pitch()] : [],
      articulations: chance(0.3) ? [random.pick(ARTICULATIONS)] : [],
      fermata: chance(0.05),
      breathAfter: chance(0.05),
      fingering: chance(0.1) ? `${random.integer(0, 4)}` : undefined,
      stringHint: chance(0.05) ? '2' : undefined,
      ...(chance(0.06) && { graces: Array.from({ length: random.integer(1, 3) }, () => this.#pitch()) }),
      ...(chance(0.04) && { secondVerse: random.pick(['lo', 'lo-']) }),
      ...(chance(0.05) && { ornament: random.pick(['trill', 'mordent', 'turn'] as const) }),
      ...(chance(0.05) && { bowing: random.pick(['down', 'up'] as const) }),
      positionHint: chance(0.05) ? 'III' : undefined,
      lyric: chance(0.1) ? random.pick(['la', 'lan-', 'o & o']) : undefined,
      stem: chance(0.1) ? random.pick(['up', 'down'] as const) : undefined,
    };
  }

  #pitch(): WrittenPitch {
    const step = this.random.pick(STEPS);
    const octave = this.random.integer(2, 6);
    if (this.isPercussion) {
      const ghost = this.random.uniform(0, 1) < 0.1 && ({ ghost: true } as const);
      return { kind: 'unpitched', display: { step, alter: 0, octave }, ...ghost };
    }
    return { kind: 'pitched', spelling: { step, alter: this.random.pick([-1, 0, 0, 0, 1, 2, -2]), octave } };
  }

  directions(length: Rational): readonly Direction[] {
    const { random } = this;
    const found: Direction[] = [];
    for (let at = ZERO; compare(at, length) < 0; at = add(at, rational(1, 4))) {
      if (random.uniform(0, 1) > 0.06) continue;
      found.push(
        random.pick<Direction>([
          { kind: 'words', text: 'rit.', placement: 'above', offsetQuarters: at },
          { kind: 'words', text: 'softly & <slow>', placement: 'below', offsetQuarters: at },
          { kind: 'dynamic', mark: 'mf', offsetQuarters: at },
          { kind: 'dynamic', mark: 'sffp', offsetQuarters: at },
          { kind: 'hairpin', shape: 'crescendo', offsetQuarters: at },
          { kind: 'hairpin', shape: 'stop', offsetQuarters: at },
          { kind: 'octave-line', shape: random.pick(['8va', '8vb', 'stop']), offsetQuarters: at },
        ]),
      );
    }
    return found;
  }
}

const VALUES: readonly NoteValue[] = NOTE_BASES.flatMap((base) =>
  ([0, 1, 2] as const)
    .map((dots) => ({ base, dots }))
    .filter((value) => base !== 'sixteenth' || value.dots === 0)
    .filter((value) => base !== 'eighth' || value.dots < 2),
);

/** Ties to the next note and slurs over a few, within the first voice. */
function withTiesAndSlurs(random: Random, part: Part): Part {
  const notes = part.measures.flatMap(({ events }) => events).filter((e): e is Note => e.kind === 'note');
  const changed = new Map<string, Partial<Note>>();
  notes.forEach((note, index) => {
    const next = notes[index + 1];
    if (next && random.uniform(0, 1) < 0.15) {
      changed.set(note.id, { ...changed.get(note.id), tiedToNext: true });
      changed.set(next.id, { ...changed.get(next.id), tiedFromPrevious: true });
    }
  });
  for (let index = 0; index + 2 < notes.length; index += random.integer(3, 6)) {
    const [from, to] = [notes[index]!, notes[index + 2]!];
    changed.set(from.id, { ...changed.get(from.id), slurStarts: 1 });
    changed.set(to.id, { ...changed.get(to.id), slurStops: 1 });
  }
  return {
    ...part,
    measures: part.measures.map((measure) => ({
      ...measure,
      events: measure.events.map((event) =>
        event.kind === 'note' ? { ...event, ...changed.get(event.id) } : event,
      ),
    })),
  };
}
