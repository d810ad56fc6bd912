import { VOICES } from '../listening';
import type { Alignment, Candidate } from './alignment';

/**
 * Words before a spoken or clapped line may fit some of its notes by chance, and look like a first try that was given up.
 * @param alignment of a line without pitches with `sounds`.
 * @returns the alignment without its first run, if a restart follows it and too many strokes within it and right before it were no
 * notes.
 */
export function withoutTalkBefore(alignment: Alignment, sounds: readonly Candidate[]): Alignment {
  const { matches } = alignment;
  const restart = matches.findIndex((match, index) => index > 0 && match.restart);
  if (restart < 0) return alignment;
  let from = matches[0]!.sound;
  while (from > 0 && sounds[from]!.onsetSeconds - sounds[from - 1]!.onsetSeconds <= VOICES.pauseSeconds)
    from--;
  const strokes = matches[restart - 1]!.sound - from + 1;
  // Who begins anew left little out and put little in; of words that happen to fit, a third fits nothing.
  if (strokes - restart < strokes / 3) return alignment;
  const [first, ...others] = matches.slice(restart);
  return { ...alignment, matches: [{ ...first!, restart: false }, ...others] };
}
