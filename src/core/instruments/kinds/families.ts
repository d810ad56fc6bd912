// What the instruments of a family have in common. Common practice.
const STAFF = { staffLines: 5, playsChords: false } as const;

export const WOODWIND = {
  ...STAFF,
  family: 'woodwind',
  clef: 'treble',
  sound: 'sustained',
  caution: 'Feeling dizzy? Stop and rest. Afterwards empty, dry and air the instrument as its maker says.',
} as const;

export const BRASS = {
  ...STAFF,
  family: 'brass',
  sound: 'sustained',
  caution:
    'Lips tired or dizzy? Stop and rest. Afterwards empty the water and let the instrument dry as its maker says.',
} as const;

export const STRINGS = {
  ...STAFF,
  family: 'strings',
  playsChords: true,
  caution: 'Hands, neck or shoulder hurting? Stop, shake out and rest; tell your teacher if it stays.',
} as const;

export const DRUMS = {
  family: 'percussion',
  clef: 'percussion',
  transpositionSemitones: 0,
  ranges: undefined,
  sound: 'struck',
  bank: 'drums',
  caution: 'Start fast strokes slowly, one hand at a time, and protect your ears.',
} as const;
