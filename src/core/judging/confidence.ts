import { clamp, median } from '../base';
import type { FollowedNote, Following } from '../following';

/** A sound this far above the noise is heard for certain; this close to it, not at all. Common practice. */
const CLEAR_ABOVE_NOISE_DB = 15;
const LOST_ABOVE_NOISE_DB = 3;
/** A tone that repeats so well is one; so badly, it may be anything. The detector's own scale. */
const CLEAR_CLARITY = 0.85;
const LOST_CLARITY = 0.5;
/** A start that is more likely than not counts fully. */
const CLEAR_START = 0.5;

/**
 * How sure the ear is of each note, 0–1: of a played one by its level above the noise, how well it repeated, and how
 * surely it started; of a missing one by whether it would have been heard.
 */
export function confidenceIn({ notes, noiseDb }: Following): (note: FollowedNote) => number {
  const aboveNoise = (levelDb: number) =>
    clamp((levelDb - noiseDb - LOST_ABOVE_NOISE_DB) / (CLEAR_ABOVE_NOISE_DB - LOST_ABOVE_NOISE_DB), 0, 1);
  const levels = notes.flatMap((note) => (note.kind === 'played' ? [note.evidence.levelDb] : []));
  const usual = levels.length > 0 ? aboveNoise(median(levels)) : 1;
  return (note) => {
    if (note.kind === 'missing') return usual;
    const { levelDb, clarity, startStrength } = note.evidence;
    const repeats =
      clarity === undefined ? 1 : clamp((clarity - LOST_CLARITY) / (CLEAR_CLARITY - LOST_CLARITY), 0, 1);
    return Math.min(aboveNoise(levelDb), repeats, clamp(startStrength / CLEAR_START, 0, 1));
  };
}
