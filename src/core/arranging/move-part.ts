import { type Issue, median } from '../base';
import { type Instrument, isInReach, type Level, maybeWrittenRange } from '../instruments';
import {
  type ChordSymbol,
  type Direction,
  eventsOfMeasure,
  headsOf,
  type LineEvent,
  type Measure,
  type Note,
  type Part,
  spellingOf,
  type WrittenPitch,
} from '../notation';
import {
  fifthsOfInterval,
  foldFifths,
  parsePitchName,
  type Spelling,
  spellingToMidi,
  transposeSpelling,
} from '../pitch';

/** A part made for another player. */
export interface MovedPart {
  readonly part: Part;
  /** Octaves that the sound moved: 0 sounds where the original does. */
  readonly octaves: number;
  /** Printed numbers of the measures with notes a beginner of the level does not play. */
  readonly measuresOutOfRange: readonly number[];
  /** What the part lost on the way. */
  readonly remarks: readonly Issue[];
}

export interface MoveOptions {
  readonly to: Instrument;
  readonly level: Level;
  /** Id of the new part, unique in its score. */
  readonly id: string;
  /** How far the sound moves besides octaves; 0 keeps the key, so that both parts can play together. */
  readonly shiftSemitones: number;
}

/** Beyond six, the other name of the key has fewer signs. */
const LOWEST_KEY = -5;
const OCTAVES = [0, -1, 1, -2, 2, -3, 3, -4, 4] as const;
/** Where a rhythm without pitch is put on a pitched instrument: a line in the middle of the staff. */
const EASY_NOTE: Readonly<Record<Instrument['clef'], string>> = {
  treble: 'G4',
  'treble-8': 'G4',
  bass: 'D3',
  alto: 'A3',
  percussion: 'B4',
};

/**
 * Writes a part for another instrument: its clef and transposition, in the octave that fits a beginner of the level
 * best. The rhythm, slurs and marks stay, except slurs on what is only struck; ids carry the new part's id.
 */
export function movePart(from: Part, options: MoveOptions): MovedPart {
  const { to, level } = options;
  const single = to.playsChords && to.id !== 'drum-kit' ? from : withoutChords(from);
  const remarks = [...remarksOn(from, to)];
  const pitched = pitchesOf(from).some((pitch) => pitch.kind === 'pitched');
  const semitones = from.transpositionSemitones - to.transpositionSemitones + options.shiftSemitones;
  const range = maybeWrittenRange(to, level);
  const octaves = pitched && range ? bestOctave(single, to, level, semitones) : 0;
  const move = mover(single, to, pitched, semitones + 12 * octaves);
  const part: Part = {
    id: options.id,
    name: to.name,
    instrument: to.id,
    transpositionSemitones: to.transpositionSemitones,
    staffLines: to.staffLines,
    tempo: single.tempo,
    measures: single.measures.map((measure) => ({
      ...measure,
      clef: to.clef,
      lowerClef: undefined,
      keyFifths: move.key(measure.keyFifths),
      otherVoices: [],
      events: measure.events.map((event) => withSlursFor(to, moveEvent(event, options.id, move.pitch))),
      directions: measure.directions.flatMap((direction) => moveDirection(direction, move.pitch)),
    })),
  };
  return { part, octaves, measuresOutOfRange: measuresOutOfRange(part, to, level), remarks };
}

/**
 * Other keys in which the whole line fits the level, nearest first.
 * @returns semitones to move the sound by, −6…6 without 0; empty when the line fits as it is, or never does.
 */
export function fittingShifts(from: Part, options: Omit<MoveOptions, 'shiftSemitones'>): readonly number[] {
  const fits = (shiftSemitones: number) =>
    movePart(from, { ...options, shiftSemitones }).measuresOutOfRange.length === 0;
  if (fits(0)) return [];
  return [-1, 1, -2, 2, -3, 3, -4, 4, -5, 5, 6].filter(fits);
}

function pitchesOf(part: Part): readonly WrittenPitch[] {
  return part.measures.flatMap(({ events }) =>
    events.flatMap((event) => (event.kind === 'note' ? headsOf(event) : [])),
  );
}

function withoutChords(part: Part): Part {
  return {
    ...part,
    measures: part.measures.map((measure) => ({
      ...measure,
      events: measure.events.map((event) =>
        event.kind === 'note' && event.chordPitches.length > 0
          ? { ...event, pitch: highest(event), chordPitches: [] }
          : event,
      ),
    })),
  };
}

/** The tune lies on top. */
function highest(note: Note): WrittenPitch {
  const height = (pitch: WrittenPitch) => spellingToMidi(spellingOf(pitch));
  return headsOf(note).reduce((top, pitch) => (height(pitch) > height(top) ? pitch : top));
}

function remarksOn(from: Part, to: Instrument): readonly Issue[] {
  const remarks: Issue[] = [];
  for (const measure of from.measures) {
    const where = `measure ${measure.number}`;
    const say = (code: string, message: string) => remarks.push({ code, where, message });
    const notes = measure.events.filter((event): event is Note => event.kind === 'note');
    if (!to.playsChords && notes.some((note) => note.chordPitches.length > 0))
      say('chord', `${to.name} plays one note at a time; the highest of the chord was kept.`);
    if (measure.otherVoices.some(({ events }) => events.some(({ kind }) => kind === 'note')))
      say('voices', 'Only the first voice was moved.');
    if (notes.some((note) => note.fingering ?? note.stringHint ?? note.positionHint ?? note.bowing))
      say('hints', 'Fingering, string, position and bow belong to the other instrument and were left out.');
  }
  return remarks;
}

interface Mover {
  readonly key: (fifths: number) => number;
  readonly pitch: (pitch: WrittenPitch) => WrittenPitch;
}

function mover(from: Part, to: Instrument, isPitched: boolean, semitones: number): Mover {
  if (!to.ranges) {
    const place: Spelling = {
      step: to.id === 'drum-kit' ? 'C' : 'B',
      alter: 0,
      octave: to.id === 'drum-kit' ? 5 : 4,
    };
    return {
      key: () => 0,
      pitch: (pitch) =>
        pitch.kind === 'unpitched' && to.id === 'drum-kit' ? pitch : { kind: 'unpitched', display: place },
    };
  }
  if (!isPitched) {
    const spelling = parsePitchName(EASY_NOTE[to.clef]);
    return { key: (fifths) => fifths, pitch: () => ({ kind: 'pitched', spelling }) };
  }
  const firstKey = from.measures[0]?.keyFifths ?? 0;
  const fifths = foldFifths(firstKey + fifthsOfInterval(semitones), LOWEST_KEY) - firstKey;
  const key = (before: number) => {
    const moved = before + fifths;
    return Math.abs(moved) <= 7 ? moved : foldFifths(moved, LOWEST_KEY);
  };
  return {
    key,
    pitch: (pitch) =>
      pitch.kind === 'unpitched'
        ? pitch
        : { kind: 'pitched', spelling: transposeSpelling(pitch.spelling, semitones, fifths) },
  };
}

/** Each stroke is its own attack, so a slur over strokes says nothing. */
const withSlursFor = (to: Instrument, event: LineEvent): LineEvent =>
  to.ranges || event.kind === 'rest' ? event : { ...event, slurStarts: 0, slurStops: 0 };

function moveEvent(event: LineEvent, partId: string, move: Mover['pitch']): LineEvent {
  const id = `${partId}-${event.id}`;
  if (event.kind === 'rest') return { ...event, id, hidden: false };
  return {
    ...event,
    id,
    pitch: move(event.pitch),
    chordPitches: event.chordPitches.map(move),
    ...(event.graces && { graces: event.graces.map(move) }),
    fingering: undefined,
    stringHint: undefined,
    positionHint: undefined,
    bowing: undefined,
    stem: undefined,
  };
}

/** A chord over the staff is read by whoever reads the part: its name moves with the notes; a drum needs none. */
function moveDirection(direction: Direction, move: Mover['pitch']): readonly Direction[] {
  if (direction.kind !== 'chord') return [direction];
  const { root, kind, bass } = direction.symbol;
  const [movedRoot, movedBass] = [root, bass].map((tone) => tone && moveTone(tone, move));
  if (!movedRoot) return [];
  return [{ ...direction, symbol: { root: movedRoot, kind, ...(movedBass && { bass: movedBass }) } }];
}

function moveTone(
  { step, alter }: ChordSymbol['root'],
  move: Mover['pitch'],
): ChordSymbol['root'] | undefined {
  const moved = move({ kind: 'pitched', spelling: { step, alter, octave: 4 } });
  return moved.kind === 'pitched' ? { step: moved.spelling.step, alter: moved.spelling.alter } : undefined;
}

/** Moving the sound by an octave is worth as much as lying so much nearer to the middle of the first notes. */
const SEMITONES_FOR_AN_OCTAVE = 3;

/**
 * Fewest notes out of the level's reach; then the octave that lies nearest to where a first-year player is at home, rather where it sounds
 * now.
 */
function bestOctave(part: Part, to: Instrument, level: Level, semitones: number): number {
  const heights = pitchesOf(part).flatMap((pitch) =>
    pitch.kind === 'pitched' ? [spellingToMidi(pitch.spelling) + semitones] : [],
  );
  const plays = isInReach(to, level);
  const missed = (octaves: number) => heights.filter((height) => !plays(height + 12 * octaves)).length;
  const range = maybeWrittenRange(to, 1);
  if (!range || heights.length === 0) return 0;
  const away = (octaves: number) =>
    Math.abs(median(heights) + 12 * octaves - (range[0] + range[1]) / 2) +
    SEMITONES_FOR_AN_OCTAVE * Math.abs(octaves);
  return OCTAVES.reduce(
    (best, octaves) =>
      missed(octaves) < missed(best) || (missed(octaves) === missed(best) && away(octaves) < away(best))
        ? octaves
        : best,
    0 as number,
  );
}

/** Printed numbers of the measures in which a part has notes that a beginner of the level does not play on the instrument. */
export function measuresOutOfRange(part: Part, to: Instrument, level: Level): readonly number[] {
  const plays = isInReach(to, level);
  const isOut = (pitch: WrittenPitch) => pitch.kind === 'pitched' && !plays(spellingToMidi(pitch.spelling));
  const hasOut = (measure: Measure) =>
    eventsOfMeasure(measure).some((event) => event.kind === 'note' && headsOf(event).some(isOut));
  return part.measures.filter(hasOut).map(({ number }) => number);
}
