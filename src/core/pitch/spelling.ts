export const STEPS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
export type Step = (typeof STEPS)[number];

/** A written pitch: letter, alteration in semitones (sharp = 1) and octave (middle C = C4). */
export interface Spelling {
  readonly step: Step;
  readonly alter: -2 | -1 | 0 | 1 | 2;
  readonly octave: number;
}

const SEMITONES_ABOVE_C: Readonly<Record<Step, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** MIDI note number, middle C = 60. */
export function spellingToMidi({ step, alter, octave }: Spelling): number {
  return 12 * (octave + 1) + SEMITONES_ABOVE_C[step] + alter;
}

const ACCIDENTAL_SIGNS = { '-2': '𝄫', '-1': '♭', '0': '', '1': '♯', '2': '𝄪' } as const;

/** As said to a student: `F♯`, `B♭`. */
export function pitchName({ step, alter }: Spelling): string {
  return `${step}${ACCIDENTAL_SIGNS[`${alter}`]}`;
}

const SHARP_SPELLINGS: readonly (readonly [Step, 0 | 1])[] = [
  ['C', 0],
  ['C', 1],
  ['D', 0],
  ['D', 1],
  ['E', 0],
  ['F', 0],
  ['F', 1],
  ['G', 0],
  ['G', 1],
  ['A', 0],
  ['A', 1],
  ['B', 0],
];
const FLAT_SPELLINGS: readonly (readonly [Step, 0 | -1])[] = [
  ['C', 0],
  ['D', -1],
  ['D', 0],
  ['E', -1],
  ['E', 0],
  ['F', 0],
  ['G', -1],
  ['G', 0],
  ['A', -1],
  ['A', 0],
  ['B', -1],
  ['B', 0],
];

/**
 * A readable spelling of a sounded pitch.
 * @param midi whole MIDI note number.
 * @param fifths key signature; flat keys spell with flats.
 */
export function midiToSpelling(midi: number, fifths = 0): Spelling {
  const pitchClass = ((midi % 12) + 12) % 12;
  const [step, alter] = (fifths < 0 ? FLAT_SPELLINGS : SHARP_SPELLINGS)[pitchClass]!;
  return { step, alter, octave: Math.floor(midi / 12) - 1 };
}
