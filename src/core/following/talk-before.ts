import type { Alignment, Candidate } from './alignment';

/** Who begins anew left little out and put little in; of words that happen to fit, at least this share fits nothing. */
const LEAST_UNREAD_SHARE = 0.34;
/** Words of one sentence follow each other within this. */
const SAME_SENTENCE_SECONDS = 0.5;

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
  while (from > 0 && sounds[from]!.onsetSeconds - sounds[from - 1]!.onsetSeconds <= SAME_SENTENCE_SECONDS)
    from--;
  const strokes = matches[restart - 1]!.sound - from + 1;
  if (strokes - restart < LEAST_UNREAD_SHARE * strokes) return alignment;
  const [first, ...others] = matches.slice(restart);
  return { ...alignment, matches: [{ ...first!, restart: false }, ...others] };
}
