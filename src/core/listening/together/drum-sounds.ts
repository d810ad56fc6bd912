/** The sounds of a kit that the ear tells apart. */
export const DRUM_SOUNDS = [
  'bass-drum',
  'snare',
  'side-stick',
  'closed-hi-hat',
  'open-hi-hat',
  'pedal-hi-hat',
  'ride',
  'crash',
  'high-tom',
  'middle-tom',
  'floor-tom',
  'hand-clap',
] as const;
export type DrumSound = (typeof DRUM_SOUNDS)[number];
