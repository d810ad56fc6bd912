import { capital } from '../base';
import { type Part, tonalityOf } from '../notation';
import {
  pitchName,
  type Spelling,
  STEPS,
  spellingToMidi,
  type Tonality,
  tonalityName,
  tonicOf,
} from '../pitch';
import { subtract, toNumber } from '../time';
import type { Finding } from './finding';
import type { MeasureWords } from './measure-words';
import { idsOf, type MelodyNote, measuresOf, melodyOf } from './melody';

export type TriadQuality = 'major' | 'minor' | 'diminished' | 'augmented';

/** Three notes a third apart each. */
export interface Triad {
  readonly root: Pick<Spelling, 'step' | 'alter'>;
  readonly quality: TriadQuality;
}

/** Half steps from root to third and to fifth. Common practice. */
const QUALITIES: Readonly<Record<string, TriadQuality>> = {
  '4 7': 'major',
  '3 7': 'minor',
  '3 6': 'diminished',
  '4 8': 'augmented',
};

/** The triad that exactly these notes make, octaves and order aside; undefined when they make none. */
export function maybeTriad(notes: readonly Pick<Spelling, 'step' | 'alter'>[]): Triad | undefined {
  const names = new Map(notes.map((note) => [`${note.step}${note.alter}`, note]));
  if (names.size !== 3) return undefined;
  for (const root of names.values()) {
    const at = (steps: number) => {
      const step = STEPS[(STEPS.indexOf(root.step) + steps) % 7];
      return [...names.values()].find((note) => note.step === step);
    };
    const [third, fifth] = [at(2), at(4)];
    const quality = third && fifth && QUALITIES[`${halfSteps(root, third)} ${halfSteps(root, fifth)}`];
    if (quality) return { root, quality };
  }
  return undefined;
}

function halfSteps(from: Pick<Spelling, 'step' | 'alter'>, to: Pick<Spelling, 'step' | 'alter'>): number {
  const midi = (note: Pick<Spelling, 'step' | 'alter'>) => spellingToMidi({ ...note, octave: 4 });
  return (midi(to) - midi(from) + 12) % 12;
}

/** Triads that are broken into single notes, one after the other. */
export function brokenTriads(part: Part, words: MeasureWords): Finding<'triad'>[] {
  const melody = melodyOf(part);
  const tonality = tonalityOf(part);
  const found: Finding<'triad'>[] = [];
  for (let start = 0; start + 2 < melody.length; ) {
    const end = lastOfTriad(melody, start);
    if (end === undefined) {
      start++;
      continue;
    }
    const notes = melody.slice(start, end + 1);
    const triad = maybeTriad(notes.map(({ spelling }) => spelling))!;
    const measureIndexes = measuresOf(notes);
    found.push({
      kind: 'triad',
      measureIndexes,
      eventIds: idsOf(notes),
      sentence: `${capital(words.several(measureIndexes))}: ${notes.map(({ spelling }) => pitchName(spelling)).join(' ')} is a broken ${triadName(triad)} triad${roleOf(triad, tonality)}.`,
    });
    start = end;
  }
  return found;
}

/** Three tones that come further apart are no chord to the ear. */
const WITHIN_QUARTERS = 4;

/** Place of the last note of the longest triad that begins at a note; a repeated note does not end it. */
function lastOfTriad(melody: readonly MelodyNote[], start: number): number | undefined {
  if (!melody[start]!.isPitched) return undefined;
  const names = new Set<string>();
  let last: number | undefined;
  for (let end = start; end < melody.length; end++) {
    const { spelling, isPitched, followsRest, onset } = melody[end]!;
    const isNewPhrase = followsRest || melody[end - 1]?.note.breathAfter;
    if (!isPitched || (end > start && isNewPhrase)) break;
    if (toNumber(subtract(onset, melody[start]!.onset)) > WITHIN_QUARTERS && last === undefined) break;
    // A note that comes twice in a row at the start belongs to no broken chord yet.
    if (end === start + 1 && melody[start]!.midi === melody[end]!.midi) break;
    names.add(`${spelling.step}${spelling.alter}`);
    if (names.size > 3) break;
    if (names.size === 3) {
      if (!maybeTriad(melody.slice(start, end + 1).map((note) => note.spelling))) break;
      last = end;
    }
  }
  return last;
}

export function triadName({ root, quality }: Triad): string {
  return `${pitchName({ ...root, octave: 4 })} ${quality}`;
}

function roleOf({ root, quality }: Triad, tonality: Tonality | undefined): string {
  if (!tonality) return '';
  const tonic = tonicOf(tonality);
  const degree = (STEPS.indexOf(root.step) - STEPS.indexOf(tonic.step) + 7) % 7;
  if (degree === 0 && root.alter === tonic.alter && quality === tonality.mode)
    return `, the tonic of ${tonalityName(tonality)}`;
  if (degree === 4 && quality === 'major') return `, the dominant of ${tonalityName(tonality)}`;
  if (degree === 3 && quality === tonality.mode) return `, the subdominant of ${tonalityName(tonality)}`;
  return '';
}
