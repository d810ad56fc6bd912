import type { HeardNote, HeardPluck } from '@/core/listening';

/** A clear tone that was heard, but for what is said of it. */
export const heardTone = (
  onsetSeconds: number,
  midi: number,
  seconds: number,
  more: Partial<HeardNote> = {},
): HeardNote => ({
  onsetSeconds,
  endSeconds: onsetSeconds + seconds,
  midi,
  clarity: 0.99,
  levelDb: -20,
  fadeDbPerSecond: 0,
  start: 'attack',
  dipDb: 30,
  startStrength: 1,
  oddPartialsDb: 0,
  octaveBelowDb: -50,
  reattacks: [],
  levelChangesSeconds: [],
  ...more,
});

/** A clear pluck that was heard, but for what is said of it. */
export const heardPluck = (
  onsetSeconds: number,
  midi: number,
  more: Partial<HeardPluck> = {},
): HeardPluck => ({
  onsetSeconds,
  endSeconds: onsetSeconds + 0.5,
  midi,
  strength: 0.95,
  pitchMargin: 1.3,
  levelDb: -20,
  ...more,
});
