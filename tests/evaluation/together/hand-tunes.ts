import { createRandom, type Random } from '@/core/base';
import type { InstrumentId } from '@/core/instruments';
import {
  type Line,
  type LineEvent,
  type Measure,
  type Note,
  newMeasure,
  newNote,
  newRest,
  type WrittenPitch,
} from '@/core/notation';
import { parsePitchName } from '@/core/pitch';
import { meter, type NoteValue } from '@/core/time';

/** Lengths in sixteenths; negative: a rest. */
type Rhythm = readonly number[];

const VALUES: Readonly<Record<number, NoteValue>> = {
  16: { base: 'whole', dots: 0 },
  12: { base: 'half', dots: 1 },
  8: { base: 'half', dots: 0 },
  6: { base: 'quarter', dots: 1 },
  4: { base: 'quarter', dots: 0 },
  2: { base: 'eighth', dots: 0 },
  1: { base: 'sixteenth', dots: 0 },
};

/** How the left hand goes with the right one. */
const PATTERNS = ['same rhythm', 'long notes', 'beats', 'broken chord', 'chords', 'after the beat'] as const;
type Pattern = (typeof PATTERNS)[number];

export interface HandPlayer {
  readonly name: string;
  readonly instrument: InstrumentId;
  /** General MIDI program, counted from 0. */
  readonly program: number;
  readonly left: readonly [lowest: number, highest: number];
  readonly right: readonly [lowest: number, highest: number];
  /** Strings that are not damped ring so long. */
  readonly ringsSeconds: number;
  readonly mostInHand: number;
}

/** Ranges: beginners' pieces, common practice. */
export const HAND_PLAYERS: readonly HandPlayer[] = [
  {
    name: 'harp',
    instrument: 'harp',
    program: 46,
    left: [43, 62],
    right: [60, 81],
    ringsSeconds: 1.6,
    mostInHand: 3,
  },
  {
    name: 'piano',
    instrument: 'piano',
    program: 0,
    left: [43, 60],
    right: [60, 81],
    ringsSeconds: 0,
    mostInHand: 3,
  },
  {
    name: 'guitar',
    instrument: 'guitar',
    program: 24,
    left: [40, 52],
    right: [55, 74],
    ringsSeconds: 1.2,
    mostInHand: 1,
  },
];

export interface HandTune {
  readonly line: Line;
  readonly bpm: number;
  readonly pattern: Pattern;
}

const LETTERS = 'CDEFGAB';
const NATURAL = [0, 2, 4, 5, 7, 9, 11];

/** Equal seeds give equal lines of 6–9 measures. */
export function composeForHands(seed: number, player: HandPlayer): HandTune {
  const random = createRandom(91_003 + seed);
  const beats = random.pick([2, 3, 4, 4]);
  const pattern = random.pick(
    player.mostInHand > 1 ? PATTERNS : PATTERNS.filter((name) => name !== 'chords'),
  );
  const right = placesIn(player.right);
  const left = placesIn(player.left);
  let place = random.integer(2, Math.min(8, right.length));
  let id = 0;
  const pitch = (name: string): WrittenPitch => ({ kind: 'pitched', spelling: parsePitchName(name) });
  const rest = (sixteenths: number) => newRest(`n${++id}`, VALUES[sixteenths]!);
  const note = (names: readonly string[], sixteenths: number): Note => ({
    ...newNote(`n${++id}`, VALUES[sixteenths]!, pitch(names[0]!)),
    chordPitches: names.slice(1).map(pitch),
  });
  const count = random.integer(6, 10);
  const measures = Array.from({ length: count }, (_, index): Measure => {
    const isLast = index === count - 1;
    const rhythm = isLast ? [beats * 4] : rhythmOf(beats, random);
    const upper = rhythm.map((sixteenths): LineEvent => {
      if (sixteenths < 0) return rest(-sixteenths);
      const step = random.pick([-2, -1, -1, 1, 1, 2, 0]);
      place = place + step < 0 || place + step >= right.length ? place - step : place + step;
      const third = player.mostInHand > 1 && random.uniform(0, 1) < 0.12 ? right[place - 2] : undefined;
      return note(third ? [third, right[place]!] : [right[place]!], sixteenths);
    });
    const root = random.integer(0, Math.max(1, left.length - 5));
    const at = (step: number) => left[Math.min(left.length - 1, root + step)]!;
    const lower = leftHand(isLast ? 'long notes' : pattern, { beats, rhythm, random, at, note, rest });
    return {
      ...newMeasure(
        index + 1,
        { meter: meter(beats, 4), keyFifths: 0, clef: 'treble', lowerClef: 'bass' },
        upper,
      ),
      otherVoices: [{ staff: 'lower', events: lower }],
    };
  });
  const line: Line = {
    title: `hands ${seed}`,
    part: {
      id: 'P1',
      name: player.name,
      instrument: player.instrument,
      transpositionSemitones: 0,
      staffLines: 5,
      tempo: undefined,
      measures,
    },
  };
  return { line, pattern, bpm: random.integer(56, 100) };
}

function rhythmOf(beats: number, random: Random): Rhythm {
  const cells: number[] = [];
  for (let left = beats; left > 0; ) {
    const two = left >= 2 && random.uniform(0, 1) < 0.35;
    cells.push(
      ...random.pick(
        two ? [[8], [6, 2], [2, 4, 2]] : [[4], [4], [4], [2, 2], [2, 2], cells.length > 0 ? [-4] : [4]],
      ),
    );
    left -= two ? 2 : 1;
  }
  return cells;
}

interface LeftHand {
  readonly beats: number;
  readonly rhythm: Rhythm;
  readonly random: Random;
  readonly at: (step: number) => string;
  readonly note: (names: readonly string[], sixteenths: number) => Note;
  readonly rest: (sixteenths: number) => LineEvent;
}

function leftHand(
  pattern: Pattern,
  { beats, rhythm, random, at, note, rest }: LeftHand,
): readonly LineEvent[] {
  switch (pattern) {
    case 'same rhythm':
      return rhythm.map((length) => (length < 0 ? rest(-length) : note([at(random.integer(0, 5))], length)));
    case 'long notes':
      return [note([at(0)], beats * 4)];
    case 'beats':
      return Array.from({ length: beats }, () => note([at(random.integer(0, 5))], 4));
    case 'broken chord':
      return Array.from({ length: beats * 2 }, (_, index) => note([at([0, 4, 2, 4][index % 4]!)], 2));
    case 'chords':
      return beats === 4
        ? [note([at(0), at(2), at(4)], 8), note([at(0), at(2), at(4)], 8)]
        : [note([at(0), at(4)], beats * 4)];
    case 'after the beat':
      return Array.from({ length: beats }, () => [rest(2), note([at(random.integer(0, 5))], 2)]).flat();
  }
}

function placesIn([lowest, highest]: readonly [number, number]): readonly string[] {
  return Array.from({ length: 60 }, (_, index) => {
    const [step, octave] = [index % 7, Math.floor(index / 7)];
    return { name: `${LETTERS[step]}${octave}`, midi: 12 * (octave + 1) + NATURAL[step]! };
  }).flatMap(({ name, midi }) => (midi >= lowest && midi <= highest ? [name] : []));
}
