import { type Heard, SAME_START_SECONDS } from '../listening';

/** Something that started, and is no note of the line: somebody else, a noise, a note too many. */
export interface Beside {
  readonly onsetSeconds: number;
  readonly levelDb: number;
}

/** All tones and strokes that started beside the notes that were found; what is heard as both is one. @param found their starts. */
export function besidesOf({ tones, strikes }: Heard, found: readonly number[]): readonly Beside[] {
  const isAway = ({ onsetSeconds }: Beside, from: readonly number[]) =>
    from.every((start) => Math.abs(start - onsetSeconds) > SAME_START_SECONDS);
  const starts = tones.map(({ onsetSeconds }) => onsetSeconds);
  return [...tones, ...strikes.filter((strike) => isAway(strike, starts))]
    .filter((sound) => isAway(sound, found))
    .map(({ onsetSeconds, levelDb }) => ({ onsetSeconds, levelDb }))
    .toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
}
