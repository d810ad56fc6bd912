import { DRUM_SOUNDS, type Heard, type HeardMoment, PITCH_STEP_SECONDS } from '@/core/listening';
import type { Line } from '@/core/notation';
import {
  type Flaw,
  type Performance,
  type PlayedEvent,
  type PlayingStyle,
  performVoices,
  STEADY_STYLE,
} from '@/core/simulation';
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
    moments: momentsOf(events),
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
): Heard => perfectlyHeard(performVoices(line, { ...STEADY_STYLE, ...style }, flaws));

/** What begins so close together is one moment to any ear. */
const TOGETHER_SECONDS = 0.035;
const SURE_EVIDENCE = 0.9999;

function momentsOf(events: readonly PlayedEvent[]): readonly HeardMoment[] {
  const groups: PlayedEvent[][] = [];
  for (const event of events) {
    const last = groups.at(-1);
    if (last && event.onsetSeconds - last[0]!.onsetSeconds <= TOGETHER_SECONDS) last.push(event);
    else groups.push([event]);
  }
  return groups.map((together) => ({
    onsetSeconds: together[0]!.onsetSeconds,
    levelDb: -20,
    pitches: together.flatMap(({ midi }) =>
      midi === undefined ? [] : [{ midi: Math.round(midi), evidence: SURE_EVIDENCE }],
    ),
    drums: DRUM_SOUNDS.flatMap((drum) =>
      together.some((event) => event.drum === drum) ? [{ drum, evidence: SURE_EVIDENCE }] : [],
    ),
  }));
}
