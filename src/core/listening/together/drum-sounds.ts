/** The sounds of a kit that the ear tells apart; what is not here was never learned. */
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
] as const;
export type DrumSound = (typeof DRUM_SOUNDS)[number];
