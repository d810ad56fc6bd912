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

/** With its octave, middle C being C4: `F♯4`. Common practice. */
export function pitchNameInOctave(spelling: Spelling): string {
  return `${pitchName(spelling)}${spelling.octave}`;
}

/**
 * The other way from a name with an octave: `C4`, `F#5`, `Bb3`.
 * @throws RangeError for anything else.
 */
export function parsePitchName(name: string): Spelling {
  const match = /^([A-G])(bb|b|##|#|)(-?\d)$/.exec(name);
  if (!match) throw new RangeError(`pitch must be a letter, # or b, and an octave, got "${name}"`);
  const [, step, sign, octave] = match;
  const alter = (sign!.startsWith('b') ? -sign!.length : sign!.length) + 0;
  return { step: step as Step, alter: alter as Spelling['alter'], octave: Number(octave) };
}

/** Letters by the line of fifths, from F; sharps continue above, flats below. */
const FIFTHS_LETTERS: readonly Step[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];
/** Below the tonic's own place: two flats beyond the key (♭7, ♭3), and above it sharps up to ♯5. */
const LOWEST_FIFTH = -3;

/**
 * The spelling of a sounded pitch that lies nearest to the key on the line of fifths: B♭ and F♯ in C major.
 * @param midi whole MIDI note number.
 * @param fifths key signature.
 */
export function midiToSpelling(midi: number, fifths = 0): Spelling {
  // Along the line of fifths each place lies 7 semitones above the one before.
  const wanted = ((((midi % 12) * 7) % 12) + 12) % 12;
  const lowest = fifths + LOWEST_FIFTH;
  const place = lowest + ((((wanted - lowest) % 12) + 12) % 12);
  const step = FIFTHS_LETTERS[(((place + 1) % 7) + 7) % 7]!;
  const alter = Math.floor((place + 1) / 7) as Spelling['alter'];
  return { step, alter, octave: Math.floor((midi - alter) / 12) - 1 };
}
