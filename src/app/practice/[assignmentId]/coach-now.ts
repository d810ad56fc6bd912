import type { Verdict } from '@/core/judging';
import type { Line } from '@/core/notation';
import type { LoopRange } from '@/core/practice';
import type { Coach, CoachHeard } from '@/core/practice/coach';

/** What is seen and heard of the coach at the moment. */
export interface CoachNow {
  readonly coach: Coach;
  readonly phase: 'shows' | 'listens' | 'says' | 'over';
  /** What was heard, and of which music, while it is said. */
  readonly said: { readonly heard: CoachHeard; readonly verdict: Verdict; readonly line: Line } | undefined;
}

/** The coach at the stand; `coach` is undefined while nobody practises with it. */
export interface AtCoach {
  readonly coach: CoachNow | undefined;
  /** The measures at hand; undefined for the whole line. */
  readonly range: LoopRange | undefined;
  readonly bpm: number | undefined;
  readonly begin: () => void;
  /** After it has stopped by itself. */
  readonly goOn: () => void;
  readonly stop: () => void;
}
