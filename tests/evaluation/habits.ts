import { createRandom } from '@/core/base';
import type { Player } from './players';
import type { Tone } from './take-truth';

/** How somebody plays who is not wrong: nothing of it changes what a teacher would say of the notes. */
export const HABITS = [
  'plain',
  'scoops',
  'wobble',
  'uneven tongue',
  'crossing noises',
  'legato',
  'warming up',
  'flams',
] as const;
export type Habit = (typeof HABITS)[number];

const OF_STROKES: readonly Habit[] = ['plain', 'uneven tongue', 'flams'];

/** The habits that a player can have. */
export function habitsOf({ range, sustains, hasNoGaps }: Player): readonly Habit[] {
  if (!range) return OF_STROKES;
  if (hasNoGaps) return ['plain'];
  return sustains ? HABITS.filter((habit) => habit !== 'flams') : ['plain', 'uneven tongue'];
}

/** A tone between two others while the fingers change is over after so long. */
const CROSSING_SECONDS = [0.025, 0.05] as const;
const FLAM_SECONDS = [0.02, 0.035] as const;
/** An instrument out of its cold case is so flat at first, and in tune after a minute. */
const COLD_CENTS = 35;
const WARM_SECONDS = 25;

/** The tones as somebody with a habit plays them; when they are felt to begin stays. */
export function withHabit(tones: readonly Tone[], habit: Habit, seed: number): readonly Tone[] {
  const random = createRandom(850_021 + seed);
  switch (habit) {
    case 'plain':
      return tones;
    case 'scoops':
      return tones.map((tone) =>
        tone.bendsFromPrevious || random.uniform(0, 1) < 0.5
          ? tone
          : { ...tone, scoopCents: -random.uniform(40, 110) },
      );
    case 'wobble':
      return tones.map((tone) =>
        tone.end - tone.onset > 0.4 ? { ...tone, vibratoCents: random.uniform(12, 40) } : tone,
      );
    case 'uneven tongue':
      return tones.map((tone) => ({ ...tone, velocity: Math.round(random.uniform(58, 112)) }));
    case 'crossing noises':
      return tones.flatMap((tone, index): Tone[] => {
        const before = tones[index - 1];
        const follows = before && tone.onset - before.end < 0.06 && !tone.bendsFromPrevious;
        const differs =
          before?.midi !== undefined && tone.midi !== undefined && Math.abs(before.midi - tone.midi) > 1.5;
        if (!follows || !differs || random.uniform(0, 1) < 0.5) return [tone];
        const seconds = random.uniform(...CROSSING_SECONDS);
        const noise: Tone = {
          ...tone,
          onset: tone.onset - seconds,
          end: tone.onset,
          midi: Math.round((before.midi! + tone.midi!) / 2 + random.pick([-2, 1, 3])),
          velocity: 60,
          vibratoCents: 0,
          scoopCents: 0,
        };
        return [noise, tone];
      });
    case 'legato':
      return tones.map((tone, index) => {
        const next = tones[index + 1];
        const isNext = next && next.onset - tone.end < 0.12 && next.midi !== tone.midi;
        return isNext ? { ...tone, end: next.onset + 0.015 } : tone;
      });
    case 'warming up':
      return tones.map((tone) =>
        tone.midi === undefined
          ? tone
          : { ...tone, midi: tone.midi - (COLD_CENTS / 100) * Math.max(0, 1 - tone.onset / WARM_SECONDS) },
      );
    case 'flams':
      return tones.flatMap((tone, index) =>
        index % 3 === 1
          ? [{ ...tone, onset: tone.onset - random.uniform(...FLAM_SECONDS), velocity: 62 }, tone]
          : [tone],
      );
  }
}
