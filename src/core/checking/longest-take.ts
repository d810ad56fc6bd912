import type { Line } from '../notation';
import { TempoMap } from '../tempo';

/** Nobody plays a line of a method book for longer. */
const LONGEST_SECONDS = 300;
/** A beginner who stops at every note; more is another recording. */
const SHARE_OF_WRITTEN = 3;
/** Count-in, breathing, finding the switch. */
const BEFORE_AND_AFTER_SECONDS = 20;

/** How long a take of a line can be, in seconds. @param askedBpm in beat units of the line's first meter. */
export const longestTakeSeconds = (line: Line, askedBpm: number): number =>
  Math.min(
    LONGEST_SECONDS,
    SHARE_OF_WRITTEN * new TempoMap(line, askedBpm).endSeconds + BEFORE_AND_AFTER_SECONDS,
  );
