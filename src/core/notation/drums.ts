import { parsePitchName } from '../pitch';
import type { DrumHead, WrittenPitch } from './line';

/** What has no pitch. */
export type Stroke = Extract<WrittenPitch, { readonly kind: 'unpitched' }>;

export const DRUM_IDS = [
  'bass-drum',
  'snare',
  'closed-hi-hat',
  'open-hi-hat',
  'ride',
  'crash',
  'high-tom',
  'middle-tom',
  'floor-tom',
  'pedal-hi-hat',
  'side-stick',
  'hand-clap',
] as const;
export type DrumId = (typeof DRUM_IDS)[number];

/** A drum or cymbal of a kit: where and how it is printed, and how MIDI names it. */
export interface Drum {
  readonly id: DrumId;
  readonly name: string;
  /** As if in the treble clef. */
  readonly place: string;
  /** Cymbals and sticks have a cross, one that is left open a ring around it. */
  readonly head?: DrumHead;
  /** The first is written; all are read. */
  readonly midiKeys: readonly [number, ...number[]];
}

// Staff places: common practice. Keys: MIDI Manufacturers Association, General MIDI System Level 1 (1991), percussion key map.
const DRUMS: readonly Drum[] = [
  { id: 'bass-drum', name: 'bass drum', place: 'F4', midiKeys: [36, 35] },
  { id: 'snare', name: 'snare', place: 'C5', midiKeys: [38, 40] },
  { id: 'closed-hi-hat', name: 'closed hi-hat', place: 'G5', head: 'x', midiKeys: [42] },
  { id: 'open-hi-hat', name: 'open hi-hat', place: 'G5', head: 'open', midiKeys: [46] },
  { id: 'ride', name: 'ride', place: 'F5', head: 'x', midiKeys: [51, 59, 53] },
  { id: 'crash', name: 'crash', place: 'A5', head: 'x', midiKeys: [49, 57, 55] },
  { id: 'high-tom', name: 'high tom', place: 'E5', midiKeys: [48, 50] },
  { id: 'middle-tom', name: 'middle tom', place: 'D5', midiKeys: [47, 45] },
  { id: 'floor-tom', name: 'floor tom', place: 'A4', midiKeys: [43, 41] },
  { id: 'pedal-hi-hat', name: 'pedal hi-hat', place: 'D4', head: 'x', midiKeys: [44] },
  { id: 'side-stick', name: 'side stick', place: 'C5', head: 'x', midiKeys: [37] },
  { id: 'hand-clap', name: 'hand clap', place: 'E4', head: 'x', midiKeys: [39] },
];

export const drumById = (id: DrumId): Drum => DRUMS.find((drum) => drum.id === id)!;

/** How a drum is written. */
export function strokeOf({ place, head }: Drum): Stroke {
  return { kind: 'unpitched', display: parsePitchName(place), ...(head && { head }) };
}

/** The drum that is written: by its place and its head or, where a head is printed plain, by its place alone. */
export function maybeDrum({ display: { step, octave }, head }: Stroke): Drum | undefined {
  const there = DRUMS.filter(({ place }) => place === `${step}${octave}`);
  return there.find((drum) => drum.head === head) ?? (head ? undefined : there[0]);
}

export const maybeDrumOfKey = (midiKey: number): Drum | undefined =>
  DRUMS.find(({ midiKeys }) => midiKeys.includes(midiKey));
