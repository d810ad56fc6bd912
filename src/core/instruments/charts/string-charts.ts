// Source: tuning of the open strings and first position; common practice.
import { parsePitchName, spellingToMidi } from '../../pitch';
import type { Fingering, FingeringChart } from './fingering';

export interface OpenString {
  readonly name: string;
  readonly midi: number;
}

/** Strings by the names of their open notes, highest first. */
export const openStrings = (...names: readonly string[]): readonly OpenString[] =>
  names.map((name) => ({ name: name.slice(0, -1), midi: spellingToMidi(parsePitchName(name)) }));

const LETTERS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];

/** First position of violin and viola: strings in fifths, a finger for every letter. @param strings highest first. */
export function letterFingers(strings: readonly OpenString[]): FingeringChart {
  return {
    source: 'First position, a finger for each letter above the open string.',
    holes: [],
    at: (writtenMidi, step) =>
      strings.flatMap((open) => {
        const semitones = writtenMidi - open.midi;
        if (semitones < 0 || semitones > 8) return [];
        const letters = (LETTERS.indexOf(step) - LETTERS.indexOf(open.name) + 7) % 7;
        if (semitones === 0) return [stringFinger(open.name, 0, 'usual')];
        // An open string cannot be raised: the first finger stands just above it.
        if (letters === 0 && semitones === 1) return [stringFinger(open.name, 1, 'low')];
        if (letters < 1 || letters > 4) return [];
        const usual = [0, 2, 4, 5, 7][letters]!;
        // The second finger lies low or high as the key wants; both are usual.
        const isLow = letters === 2 ? semitones === 3 : semitones < usual;
        if (semitones < usual - 1 || semitones > usual + 1) return [];
        return [
          stringFinger(
            open.name,
            letters as 1 | 2 | 3 | 4,
            isLow ? 'low' : semitones > usual ? 'high' : 'usual',
          ),
        ];
      }),
  };
}

/** First position of cello and double bass: a finger for so many half steps. @param fingers by half steps above the open string. */
export function semitoneFingers(
  strings: readonly OpenString[],
  fingers: Readonly<Record<number, readonly [1 | 2 | 3 | 4, 'usual' | 'low' | 'high']>>,
): FingeringChart {
  return {
    source: 'First position, fingers by half steps above the open string.',
    holes: [],
    at: (writtenMidi) =>
      strings.flatMap((open) => {
        if (writtenMidi === open.midi) return [stringFinger(open.name, 0, 'usual')];
        const finger = fingers[writtenMidi - open.midi];
        return finger ? [stringFinger(open.name, ...finger)] : [];
      }),
  };
}

function stringFinger(string: string, finger: 0 | 1 | 2 | 3 | 4, place: 'usual' | 'low' | 'high'): Fingering {
  return { kind: 'string', string, finger, place };
}

/** Open position of guitar and ukulele: the highest string that reaches the note. @param strings highest first. */
export function fretChart(strings: readonly OpenString[], highestFret: number): FingeringChart {
  return {
    source: 'Tuning of the open strings, a fret for each half step.',
    holes: [],
    at: (writtenMidi) =>
      strings.flatMap((open, index): Fingering[] => {
        const fret = writtenMidi - open.midi;
        const limit = index === 0 ? highestFret : 5;
        return fret >= 0 && fret <= limit
          ? [{ kind: 'fret', string: open.name, stringNumber: index + 1, fret }]
          : [];
      }),
  };
}
