import { type Heard, SAME_START_SECONDS } from '../listening';

/** Something that started, and is no note of the line: somebody else, a noise, a note too many. */
export interface Beside {
  readonly onsetSeconds: number;
  readonly levelDb: number;
}

/** All tones and strokes that started beside the notes that were found. @param found their starts. */
export function besidesOf({ tones, strikes }: Heard, found: readonly number[]): readonly Beside[] {
  return [...tones, ...strikes]
    .filter(({ onsetSeconds }) => found.every((start) => Math.abs(start - onsetSeconds) > SAME_START_SECONDS))
    .map(({ onsetSeconds, levelDb }) => ({ onsetSeconds, levelDb }))
    .toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
}
