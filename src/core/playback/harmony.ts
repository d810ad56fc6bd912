import {
  type Line,
  type TimedMeasure,
  timedMeasures,
  tonalityOf,
  voiceCountOf,
  writtenNotes,
} from '../notation';
import { type Mode, spellingToMidi, tonicOf } from '../pitch';
import { beatUnit, toNumber } from '../time';
import { voiceLines } from './voice-lines';

/** A triad by its root and third. */
export interface Chord {
  /** 0–11, C = 0, sounding. */
  readonly rootClass: number;
  readonly mode: 'major' | 'minor';
}

/** A chord from a beat on. */
export interface ChordOnBeat extends Chord {
  readonly measureIndex: number;
  /** Beat of the performed measure, from 0. */
  readonly beat: number;
  /** Pitch classes of what the melody holds there for a beat and more: nothing may rub against them. */
  readonly held: readonly number[];
}

/** How much a chord is liked before the notes are looked at: the main triads of the key come first. Common practice. */
interface Degree {
  readonly semitones: number;
  readonly mode: 'major' | 'minor';
  readonly liking: number;
}
const degree = (semitones: number, mode: Chord['mode'], liking: number): Degree => ({
  semitones,
  mode,
  liking,
});
/** The triads of each mode, the ones it ends with first. Common practice. */
const DEGREES: Readonly<Record<Mode, readonly Degree[]>> = {
  major: [
    ...[degree(0, 'major', 0.3), degree(7, 'major', 0.2), degree(5, 'major', 0.1)],
    ...[degree(9, 'minor', -0.3), degree(2, 'minor', -0.3), degree(4, 'minor', -0.6)],
  ],
  minor: [
    ...[degree(0, 'minor', 0.3), degree(7, 'major', 0.1), degree(5, 'minor', 0.1)],
    ...[
      degree(3, 'major', -0.2),
      degree(8, 'major', -0.3),
      degree(10, 'major', -0.3),
      degree(7, 'minor', -0.2),
    ],
  ],
  dorian: [
    ...[degree(0, 'minor', 0.3), degree(10, 'major', 0.2), degree(5, 'major', 0.1)],
    ...[degree(3, 'major', -0.2), degree(7, 'minor', -0.2), degree(2, 'minor', -0.5)],
  ],
  mixolydian: [
    ...[degree(0, 'major', 0.3), degree(10, 'major', 0.2), degree(5, 'major', 0.1)],
    ...[degree(7, 'minor', -0.2), degree(2, 'minor', -0.3), degree(9, 'minor', -0.4)],
  ],
  lydian: [
    ...[degree(0, 'major', 0.3), degree(2, 'major', 0.1), degree(7, 'major', 0.2)],
    ...[degree(9, 'minor', -0.3), degree(4, 'minor', -0.4)],
  ],
  phrygian: [
    ...[degree(0, 'minor', 0.3), degree(1, 'major', 0.2), degree(10, 'minor', 0)],
    ...[degree(3, 'major', -0.2), degree(8, 'major', -0.3)],
  ],
};
/** The fifth degree goes to the first, not back to the fourth. */
const COST_OF_FIFTH_TO_FOURTH = 0.4;
/** A chord lasts a measure; it changes within one where the melody wants it. */
const COST_OF_CHANGE_INSIDE = 1.6;
const LIKING_OF_TONIC_AT_THE_ENDS = 1.5;
const LIKING_OF_CADENCE = 0.8;
/** What a note outside of the chord costs against what one inside is worth, for each quarter of its length. */
const COST_OF_STRANGER = 0.6;
const WORTH_OF_DOWNBEAT = 1.6;
/** A half step beside a note of a chord rubs; under a note of a beat and more everybody hears it. */
const COST_OF_CLASH = 1;

/** Sounding tonic of the line; undefined for a line without pitch. */
export function maybeTonic(line: Line): (Chord & { readonly of: Mode }) | undefined {
  const tonality = tonalityOf(line.part);
  if (!tonality) return undefined;
  const midi = spellingToMidi({ ...tonicOf(tonality), octave: 4 }) + line.part.transpositionSemitones;
  const [first] = DEGREES[tonality.mode];
  return { rootClass: classOf(midi), mode: first!.mode, of: tonality.mode };
}

const classOf = (midi: number) => ((midi % 12) + 12) % 12;

interface ToneOnBeat {
  readonly pitchClass: number;
  readonly weight: number;
  /** It lasts a beat and more, and sounds through this one. */
  readonly isLong: boolean;
}

interface Beat {
  readonly measureIndex: number;
  readonly beat: number;
  readonly tones: readonly ToneOnBeat[];
}

/**
 * A chord for every beat of the performed line, chosen so that the whole way costs least (dynamic programming): it stays for a measure
 * unless the melody, in any of its voices, wants another one.
 * @returns undefined for a line without pitch.
 */
export function harmonise(line: Line): readonly ChordOnBeat[] | undefined {
  const tonic = maybeTonic(line);
  if (!tonic) return undefined;
  const degrees = DEGREES[tonic.of];
  const beats = beatsOf(line, timedMeasures(line));
  if (beats.length === 0) return [];
  const worth = beats.map((_, index) => degrees.map((one) => worthOf(one, index, beats, tonic)));
  let ways = degrees.map((_, at) => ({ worth: worth[0]![at]!, path: [at] }));
  for (let index = 1; index < beats.length; index++) {
    const isInside = beats[index]!.beat > 0;
    ways = degrees.map((to, at) => {
      const best = ways
        .map((way) => ({ way, worth: way.worth - moveCost(degrees[way.path.at(-1)!]!, to, isInside) }))
        .reduce((a, b) => (b.worth > a.worth ? b : a));
      return { worth: best.worth + worth[index]![at]!, path: [...best.way.path, at] };
    });
  }
  const best = ways.reduce((a, b) => (b.worth > a.worth ? b : a));
  return best.path.map((at, index) => ({
    measureIndex: beats[index]!.measureIndex,
    beat: beats[index]!.beat,
    held: beats[index]!.tones.flatMap(({ pitchClass, isLong }) => (isLong ? [pitchClass] : [])),
    rootClass: classOf(tonic.rootClass + degrees[at]!.semitones),
    mode: degrees[at]!.mode,
  }));
}

function moveCost(from: Degree, to: Degree, isInside: boolean): number {
  if (from === to) return 0;
  const backwards = from.semitones === 7 && to.semitones === 5 ? COST_OF_FIFTH_TO_FOURTH : 0;
  return backwards + (isInside ? COST_OF_CHANGE_INSIDE : 0);
}

function beatsOf(line: Line, measures: readonly TimedMeasure[]): readonly Beat[] {
  const voices = voiceCountOf(line.part) > 1 ? voiceLines(line) : [line];
  const notes = voices.flatMap((voice) => writtenNotes(voice));
  return measures.flatMap(({ measure, index, onsetQuarters, lengthQuarters }) => {
    const unit = toNumber(beatUnit(measure.meter).quarters);
    const count = Math.max(1, Math.ceil(toNumber(lengthQuarters) / unit - 1e-9));
    return Array.from({ length: count }, (_, beat): Beat => {
      const start = toNumber(onsetQuarters) + beat * unit;
      const end = start + unit;
      const tones = notes.flatMap((note): ToneOnBeat[] => {
        const onset = toNumber(note.onsetQuarters);
        const from = Math.max(start, onset);
        const to = Math.min(end, onset + toNumber(note.lengthQuarters));
        if (note.sound.kind !== 'pitched' || to - from <= 1e-9) return [];
        const weight = (to - from) * (beat === 0 && from === start ? WORTH_OF_DOWNBEAT : 1);
        return [
          { pitchClass: classOf(note.sound.midi), weight, isLong: toNumber(note.lengthQuarters) >= unit },
        ];
      });
      return { measureIndex: index, beat, tones };
    });
  });
}

function worthOf(one: Degree, index: number, beats: readonly Beat[], tonic: Chord): number {
  const inside = chordClasses({ rootClass: tonic.rootClass + one.semitones, mode: one.mode });
  const { tones, measureIndex, beat } = beats[index]!;
  const fit = tones.reduce((sum, { pitchClass, weight, isLong }) => {
    if (inside.includes(pitchClass)) return sum + weight;
    return sum - COST_OF_STRANGER * weight - (isLong && rubs(pitchClass, inside) ? COST_OF_CLASH : 0);
  }, 0);
  const last = beats.at(-1)!.measureIndex;
  const isEnd = beat === 0 && (measureIndex === last || measureIndex === beats[0]!.measureIndex);
  const atTheEnds = one.semitones === 0 && isEnd ? LIKING_OF_TONIC_AT_THE_ENDS : 0;
  // In major and minor the fifth degree leads home, elsewhere the chord below the tonic.
  const leads = one.semitones === 7 && one.mode === 'major' ? 1 : one.semitones === 10 ? 0.6 : 0;
  const isBeforeTheEnd = measureIndex === last - 1 && beats[index + 1]?.measureIndex !== measureIndex;
  return fit + one.liking / 2 + atTheEnds + (isBeforeTheEnd ? leads * LIKING_OF_CADENCE : 0);
}

/** The pitch classes of a chord. */
export const chordClasses = ({ rootClass, mode }: Chord): readonly number[] =>
  [0, mode === 'major' ? 4 : 3, 7].map((step) => classOf(rootClass + step));

/** Whether a pitch lies a half step beside one of some others. */
export const rubs = (pitchClass: number, others: readonly number[]): boolean =>
  others.some((other) => [1, 11].includes(classOf(pitchClass - other)));
