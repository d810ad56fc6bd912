import { CLAP } from '../instruments';
import type { Audio } from '../signal';
import { QUIET_ROOM, renderTimbre } from './render-timbre';

/** Enough for strokes, and small to hand in. */
const SAMPLE_RATE = 22050;
const STROKE_SECONDS = 0.05;

/** Taps on a key or the screen as the sound of hands, so that they are kept, heard and checked like any other take. */
export function renderTaps(onsetsSeconds: readonly number[], durationSeconds: number): Audio {
  const events = onsetsSeconds.map((onsetSeconds) => ({
    midi: undefined,
    onsetSeconds,
    endSeconds: onsetSeconds + STROKE_SECONDS,
    levelDb: 0,
    slurred: false,
    noteId: undefined,
  }));
  return renderTimbre({ events, durationSeconds }, CLAP.timbre, {
    ...QUIET_ROOM,
    sampleRate: SAMPLE_RATE,
    seed: 1,
  });
}
