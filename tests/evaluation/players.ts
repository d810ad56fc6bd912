/** Where a player's sound comes from. */
export type Voice =
  /** A General MIDI program, counted from 0. Source: MIDI Manufacturers Association, General MIDI System Level 1 (1991). */
  | { readonly kind: 'program'; readonly program: number }
  /** A key of the General MIDI percussion map. */
  | { readonly kind: 'percussion'; readonly key: number }
  /** Syllables of a speech synthesiser. */
  | { readonly kind: 'speech' };

/** An instrument as it is played in the evaluation. */
export interface Player {
  readonly name: string;
  readonly voice: Voice;
  /** Sounding range of beginners' lines, MIDI, inclusive; undefined for strokes and syllables. */
  readonly range: readonly [lowest: number, highest: number] | undefined;
  /** Whether a tone lasts as long as it is held. */
  readonly sustains: boolean;
  /** Sound fonts whose sample itself starts twice: no listener could tell. */
  readonly brokenIn?: readonly string[];
  /** Never silent between two notes: only pitch changes and grace notes mark starts. */
  readonly hasNoGaps?: boolean;
  /** Sharps of the only key it plays in, and what lies between its notes and concert pitch, in cents. */
  readonly only?: { readonly fifths: number; readonly tuningCents: readonly [number, number] };
}

const blown = (name: string, program: number, lowest: number, highest: number): Player => ({
  name,
  voice: { kind: 'program', program },
  range: [lowest, highest],
  sustains: true,
});
const plucked = (name: string, program: number, lowest: number, highest: number): Player => ({
  ...blown(name, program, lowest, highest),
  sustains: false,
});
const struck = (name: string, key: number): Player => ({
  name,
  voice: { kind: 'percussion', key },
  range: undefined,
  sustains: false,
  brokenIn: ['timgm'],
});

/** Ranges: what first-year parts use, common practice. */
export const PLAYERS: readonly Player[] = [
  blown('flute', 73, 60, 84),
  blown('piccolo', 72, 74, 105),
  blown('oboe', 68, 60, 79),
  blown('clarinet', 71, 50, 77),
  blown('alto saxophone', 65, 49, 75),
  blown('tenor saxophone', 66, 44, 70),
  blown('trumpet', 56, 54, 76),
  blown('horn', 60, 46, 69),
  blown('trombone', 57, 41, 62),
  blown('euphonium', 57, 41, 65),
  blown('tuba', 58, 29, 53),
  blown('violin', 40, 55, 83),
  blown('viola', 41, 48, 74),
  blown('cello', 42, 36, 62),
  blown('double bass', 43, 28, 50),
  blown('soprano recorder', 74, 72, 86),
  blown('alto recorder', 74, 65, 84),
  {
    ...blown('practice chanter', 111, 56, 70),
    hasNoGaps: true,
    // 30–150 cents above the concert pitch of its names, an octave down: its parts count a half step of that as transposition.
    only: { fifths: -3, tuningCents: [-70, 50] },
  },
  { ...blown('voice', 53, 57, 74), brokenIn: ['fluid'] },
  plucked('guitar', 24, 40, 67),
  plucked('ukulele', 24, 60, 76),
  plucked('harp', 46, 48, 79),
  plucked('piano', 0, 48, 79),
  { ...struck('clap', 39), brokenIn: ['timgm', 'csound'] },
  struck('tap', 37),
  struck('snare', 38),
  { name: 'spoken syllables', voice: { kind: 'speech' }, range: undefined, sustains: false },
];
