// Source: the harmonic series of an open tube; each valve or slide position lowers it by whole semitones
// (second valve 1, first 2, third 3). Which partials are in use: common practice.
import { parsePitchName, spellingToMidi } from '../../pitch';
import type { Fingering, FingeringChart } from './fingering';

/** Valves for 0–6 semitones below the open tube; common practice: 1 and 2 together rather than 3 alone. */
const VALVES: readonly (readonly number[])[] = [[], [2], [1], [1, 2], [2, 3], [1, 3], [1, 2, 3]];
const LOWEST_BY_SEMITONES = 6;

/** Usable partials by their names, as written MIDI numbers. */
export const openNotes = (...names: readonly string[]): readonly number[] =>
  names.map((name) => spellingToMidi(parsePitchName(name)));

/** A note of a brass instrument: the partial it lies under and how far. */
export interface BrassPlace {
  /** Place among the usable partials, from 0. */
  readonly partialIndex: number;
  readonly semitonesBelow: number;
}

/** All places of a note, the one with the shortest tube first. @param openNotes usable partials as written MIDI numbers. */
export function brassPlaces(writtenMidi: number, openNotes: readonly number[]): readonly BrassPlace[] {
  return openNotes
    .map((open, partialIndex) => ({ partialIndex, semitonesBelow: open - writtenMidi }))
    .filter(({ semitonesBelow }) => semitonesBelow >= 0 && semitonesBelow <= LOWEST_BY_SEMITONES)
    .sort((a, b) => a.semitonesBelow - b.semitonesBelow);
}

export function valveChart(openNotes: readonly number[]): FingeringChart {
  return {
    source: 'Harmonic series of the open tube, valves lowering it by 2, 1 and 3 half steps.',
    holes: [],
    at(writtenMidi) {
      const place = brassPlaces(writtenMidi, openNotes)[0];
      if (!place) return [];
      const pressed = VALVES[place.semitonesBelow]!;
      // The third valve alone lowers as far as the first and second together.
      const alternatives = pressed.join() === '1,2' ? [[3]] : [];
      return [pressed, ...alternatives].map((valves): Fingering => ({ kind: 'valves', pressed: valves }));
    },
  };
}

export function slideChart(openNotes: readonly number[]): FingeringChart {
  return {
    source: 'Harmonic series of the closed slide, each position a half step lower.',
    holes: [],
    at: (writtenMidi) =>
      brassPlaces(writtenMidi, openNotes).map(({ semitonesBelow }) => ({
        kind: 'slide',
        position: semitonesBelow + 1,
      })),
  };
}
