import { FEWEST_TO_COMPARE, NEARLY_ALL_SHARE } from '../base';
import { HALF_WAY_SEMITONES } from '../pitch';
import { align } from './align';
import type { Alignment, AlignOptions, Candidate, Target } from './alignment';
import { headOf } from './tempo-and-tuning';

/** Half steps between the parts of the shelf's instruments, and octaves. */
const TRANSPOSITIONS = [12, -12, 1, -1, 2, -2, 3, -3, 5, -5, 7, -7, 9, -9, 10, -10, 14, -14, 24, -24];

/** Share of the written notes that were played with their pitch; undefined for a line without pitches. */
function shareOfRight(
  { matches }: Alignment,
  targets: readonly Target[],
  sounds: readonly Candidate[],
  tuningSemitones: number,
): number | undefined {
  const pitched = targets.filter((target) => target.midi !== undefined);
  if (pitched.length === 0) return undefined;
  const right = new Set(
    matches
      .filter(({ target, sound }) => {
        const [written, played] = [targets[target]!.midi, sounds[sound]!.midi];
        if (written === undefined || played === undefined) return false;
        return Math.abs(played - tuningSemitones - written) <= HALF_WAY_SEMITONES;
      })
      .map(({ target }) => target),
  );
  return right.size / pitched.length;
}

/**
 * By how many half steps the whole line was played away from what is written: the part of another instrument, or an octave.
 * @param alignment of the line as it is written. @returns undefined when that explains enough, or nothing else does.
 */
export function maybeTransposition(
  targets: readonly Target[],
  sounds: readonly Candidate[],
  alignment: Alignment,
  options: AlignOptions,
): number | undefined {
  const asWritten = shareOfRight(alignment, targets, sounds, options.tuningSemitones);
  if (asWritten === undefined || asWritten >= 1 / 2) return undefined;
  if (targets.length < FEWEST_TO_COMPARE) return undefined;
  const head = headOf(targets, sounds, options.secondsPerBeat);
  const tried = TRANSPOSITIONS.map((semitones) => {
    const moved = head.targets.map((target) => ({
      ...target,
      midi: target.midi === undefined ? undefined : target.midi + semitones,
    }));
    const alignment = align(moved, head.sounds, options);
    const share = shareOfRight(alignment, moved, head.sounds, options.tuningSemitones) ?? 0;
    return { semitones, share };
  });
  const best = tried.reduce((a, b) => (b.share > a.share ? b : a));
  return best.share >= NEARLY_ALL_SHARE ? best.semitones : undefined;
}
