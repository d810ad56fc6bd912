import { type Line, type TimedMeasure, timedMeasures, writtenNotes } from '../notation';
import { spellingToMidi, type Tonality, tonalityEndingOn, tonicOf } from '../pitch';
import { toNumber } from '../time';

/** A triad by its root and third. */
export interface Chord {
  /** 0–11, C = 0, sounding. */
  readonly rootClass: number;
  readonly mode: 'major' | 'minor';
}

/** How much a chord is liked before the notes are looked at: the main triads of the key come first. Common practice. */
interface Degree {
  readonly semitones: number;
  readonly mode: 'major' | 'minor';
  readonly liking: number;
}
const MAJOR_DEGREES: readonly Degree[] = [
  { semitones: 0, mode: 'major', liking: 0.3 },
  { semitones: 7, mode: 'major', liking: 0.2 },
  { semitones: 5, mode: 'major', liking: 0.1 },
  { semitones: 9, mode: 'minor', liking: -0.3 },
  { semitones: 2, mode: 'minor', liking: -0.3 },
];
const MINOR_DEGREES: readonly Degree[] = [
  { semitones: 0, mode: 'minor', liking: 0.3 },
  { semitones: 7, mode: 'major', liking: 0.1 },
  { semitones: 5, mode: 'minor', liking: 0.1 },
  { semitones: 3, mode: 'major', liking: -0.2 },
  { semitones: 8, mode: 'major', liking: -0.3 },
];
/** The fifth degree goes to the first, not back to the fourth. */
const COST_OF_FIFTH_TO_FOURTH = 0.4;
const LIKING_OF_TONIC_AT_THE_ENDS = 1.5;
const LIKING_OF_FIFTH_BEFORE_THE_END = 0.5;
/** What a note outside of the chord costs against what one inside is worth, for each quarter of its length. */
const COST_OF_STRANGER = 0.6;
const WORTH_OF_DOWNBEAT = 1.6;

/** Key of a line by its signature and last note. */
function tonalityOf(line: Line): Tonality | undefined {
  const last = line.part.measures.flatMap(({ events }) => events).findLast((event) => event.kind === 'note');
  if (last?.kind !== 'note' || last.pitch.kind !== 'pitched') return undefined;
  return tonalityEndingOn(line.part.measures[0]!.keyFifths, last.pitch.spelling);
}

/** Sounding tonic of the line, 0–11; undefined for a line without pitch. */
export function maybeTonic(line: Line): Chord | undefined {
  const tonality = tonalityOf(line);
  if (!tonality) return undefined;
  const midi = spellingToMidi({ ...tonicOf(tonality), octave: 4 }) + line.part.transpositionSemitones;
  return { rootClass: classOf(midi), mode: tonality.mode };
}

const classOf = (midi: number) => ((midi % 12) + 12) % 12;

interface ToneInMeasure {
  readonly pitchClass: number;
  readonly weight: number;
}

/**
 * One chord for every performed measure, chosen so that the whole way through the line costs least (dynamic programming).
 * @returns undefined for a line without pitch.
 */
export function harmonise(line: Line): readonly Chord[] | undefined {
  const tonic = maybeTonic(line);
  if (!tonic) return undefined;
  const degrees = tonic.mode === 'major' ? MAJOR_DEGREES : MINOR_DEGREES;
  const measures = timedMeasures(line);
  const tones = tonesOf(line, measures);
  let ways = degrees.map((degree) => ({ worth: worthOf(degree, 0, tones, tonic), path: [degree] }));
  for (let index = 1; index < measures.length; index++) {
    ways = degrees.map((degree) => {
      const reached = ways.map((way) => ({ way, worth: way.worth - moveCost(way.path.at(-1)!, degree) }));
      const best = reached.reduce((a, b) => (b.worth > a.worth ? b : a));
      return {
        worth: best.worth + worthOf(degree, index, tones, tonic),
        path: [...best.way.path, degree],
      };
    });
  }
  const best = ways.reduce((a, b) => (b.worth > a.worth ? b : a));
  return best.path.map(({ semitones, mode }) => ({ rootClass: classOf(tonic.rootClass + semitones), mode }));
}

function moveCost(from: Degree, to: Degree): number {
  return from.semitones === 7 && to.semitones === 5 ? COST_OF_FIFTH_TO_FOURTH : 0;
}

function tonesOf(line: Line, measures: readonly TimedMeasure[]): readonly (readonly ToneInMeasure[])[] {
  const notes = writtenNotes(line);
  return measures.map((measure) => {
    const start = toNumber(measure.onsetQuarters);
    const end = start + toNumber(measure.lengthQuarters);
    return notes.flatMap((note): ToneInMeasure[] => {
      const from = Math.max(start, toNumber(note.onsetQuarters));
      const to = Math.min(end, toNumber(note.onsetQuarters) + toNumber(note.lengthQuarters));
      if (note.sound.kind !== 'pitched' || to <= from) return [];
      const weight = (to - from) * (from === start ? WORTH_OF_DOWNBEAT : 1);
      return [{ pitchClass: classOf(note.sound.midi), weight }];
    });
  });
}

function worthOf(
  degree: Degree,
  index: number,
  tones: readonly (readonly ToneInMeasure[])[],
  tonic: Chord,
): number {
  const root = classOf(tonic.rootClass + degree.semitones);
  const inside = [root, classOf(root + (degree.mode === 'major' ? 4 : 3)), classOf(root + 7)];
  const fit = tones[index]!.reduce(
    (sum, { pitchClass, weight }) =>
      sum + (inside.includes(pitchClass) ? weight : -COST_OF_STRANGER * weight),
    0,
  );
  const last = tones.length - 1;
  const isEnd = index === last || index === 0;
  const atTheEnds = degree.semitones === 0 && isEnd ? LIKING_OF_TONIC_AT_THE_ENDS : 0;
  const beforeTheEnd = degree.semitones === 7 && index === last - 1 ? LIKING_OF_FIFTH_BEFORE_THE_END : 0;
  return fit + degree.liking + atTheEnds + beforeTheEnd;
}
