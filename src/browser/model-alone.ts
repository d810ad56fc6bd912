import type { Line } from '@/core/notation';
import { AS_WRITTEN } from '@/core/playback';
import type { PassageWish } from './passage';

/** A line once through as it is written: no count-in, no click, nobody beside it. */
export const modelAlone = (line: Line, bpm: number): PassageWish => ({
  ...{ line, bpm, countIn: undefined, model: AS_WRITTEN, backing: undefined },
  ...{ click: false, rounds: 1, clickGoesOn: false, turns: 'together' },
});
