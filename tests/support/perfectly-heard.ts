import { type Heard, PITCH_STEP_SECONDS } from '@/core/listening';
import type { Line } from '@/core/notation';
import { type Flaw, type Performance, type PlayingStyle, perform, STEADY_STYLE } from '@/core/simulation';
import { heardStrike, heardTone } from './heard';

/** What a perfect ear would hear of a performance. */
export function perfectlyHeard({ events, durationSeconds }: Performance): Heard {
  const tones = events.flatMap(({ onsetSeconds, endSeconds, midi }) =>
    midi === undefined ? [] : [heardTone(onsetSeconds, midi, endSeconds - onsetSeconds)],
  );
  return {
    version: 1,
    durationSeconds,
    tones,
    strikes: events.map(({ onsetSeconds }) => heardStrike(onsetSeconds)),
    doubtfulStrikes: [],
    thumpsSeconds: [],
    plucks: [],
    moments: [],
    noiseDb: -80,
    peakDb: -9,
    clippedShare: 0,
    levelsDb: [],
    pitches: Array.from({ length: Math.ceil(durationSeconds / PITCH_STEP_SECONDS) }, (_, step) => {
      const seconds = step * PITCH_STEP_SECONDS;
      return tones.find((tone) => tone.onsetSeconds <= seconds && seconds < tone.endSeconds)?.midi ?? null;
    }),
  };
}

/** The same of a line that is played with these flaws, otherwise exactly but for what is said. */
export const heardPlaying = (
  line: Line,
  style: Partial<PlayingStyle> & Pick<PlayingStyle, 'seed' | 'bpm'>,
  flaws: readonly Flaw[] = [],
): Heard => perfectlyHeard(perform(line, { ...STEADY_STYLE, ...style }, flaws));
