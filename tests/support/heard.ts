import type { HeardStrike, HeardTone, Pluck } from '@/core/listening';

/** A clear tone that was heard, but for what is said of it. */
export const heardTone = (
  onsetSeconds: number,
  midi: number,
  seconds: number,
  more: Partial<HeardTone> = {},
): HeardTone => ({
  kind: 'tone',
  onsetSeconds,
  endSeconds: onsetSeconds + seconds,
  midi,
  clarity: 0.99,
  levelDb: -20,
  fadeDbPerSecond: 0,
  glideSemitonesPerSecond: 0,
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
export const heardPluck = (onsetSeconds: number, midi: number, more: Partial<Pluck> = {}): Pluck => ({
  kind: 'pluck',
  onsetSeconds,
  endSeconds: onsetSeconds + 0.5,
  midi,
  startStrength: 0.95,
  pitchMargin: 1.3,
  levelDb: -20,
  ...more,
});

/** A stroke like the others, but for what is said of it. */
export const heardStrike = (onsetSeconds: number, more: Partial<HeardStrike> = {}): HeardStrike => ({
  kind: 'stroke',
  onsetSeconds,
  endSeconds: onsetSeconds,
  levelDb: -20,
  startStrength: 1,
  riseDb: 20,
  unlikeDb: 0,
  ...more,
});
