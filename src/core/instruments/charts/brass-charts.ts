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

/** What a brass instrument has besides three valves. */
interface MoreTubing {
  /** A fourth valve, which lowers by five half steps: in tune where 1 and 3 together are sharp. */
  readonly hasFourth?: boolean;
  /** Usable partials of the other side, which the thumb chooses. */
  readonly thumbOpenNotes?: readonly number[];
}

/** With a fourth valve, from five half steps below the open tube on. */
const FOURTH_VALVE: Readonly<Record<number, readonly number[]>> = {
  5: [4],
  6: [2, 4],
  7: [1, 4],
  8: [1, 2, 4],
  9: [2, 3, 4],
  10: [1, 3, 4],
};

/** @param openNotes usable partials as written MIDI numbers, rising. */
export function valveChart(openNotes: readonly number[], more: MoreTubing = {}): FingeringChart {
  const { hasFourth = false, thumbOpenNotes = [] } = more;
  return {
    source: `Harmonic series of the open tube, valves lowering it by 2, 1 and 3 half steps${hasFourth ? ', the fourth by 5' : ''}${thumbOpenNotes.length > 0 ? '; the other side, with the thumb, a fourth higher' : ''}.`,
    holes: [],
    at(writtenMidi) {
      const place = brassPlaces(writtenMidi, openNotes)[0];
      const own = place ? valvesFor(place.semitonesBelow) : [];
      const fourth = hasFourth ? fourthFor(writtenMidi, openNotes) : [];
      const thumbPlace = brassPlaces(writtenMidi, thumbOpenNotes)[0];
      const thumb = thumbPlace ? [VALVES[thumbPlace.semitonesBelow]!] : [];
      return [
        ...[...own, ...fourth].map((pressed): Fingering => ({ kind: 'valves', pressed })),
        ...thumb.map((pressed): Fingering => ({ kind: 'valves', pressed, isWithThumb: true })),
      ];
    },
  };
}

function valvesFor(semitonesBelow: number): readonly (readonly number[])[] {
  const pressed = VALVES[semitonesBelow]!;
  // The third valve alone lowers as far as the first and second together.
  return pressed.join() === '1,2' ? [pressed, [3]] : [pressed];
}

function fourthFor(writtenMidi: number, openNotes: readonly number[]): readonly (readonly number[])[] {
  const open = openNotes.find((note) => note >= writtenMidi);
  const pressed = open === undefined ? undefined : FOURTH_VALVE[open - writtenMidi];
  return pressed ? [pressed] : [];
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
