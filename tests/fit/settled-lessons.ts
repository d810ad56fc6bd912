import { resolve } from 'node:path';
import { COSTS, PULSE, SOUNDS } from '@/core/following/model/weighing';
import { PITCH, STARTING, STRINGS, STROKES, VOICES } from '@/core/listening/model/hearing';
import { makeTake } from '../evaluation/take';
import { followingErrors } from './following-errors';
import { heardTake, hearTake } from './heard-takes';
import { FAULT_SEEDS, faultTakes, type Use } from './lessons';
import type { Numbers } from './settle';

/** Numbers that are settled by how many errors they make. */
export interface SettledLesson {
  readonly what: string;
  readonly file: string;
  /** Those that the ear has now: whoever changes them changes how it hears. */
  readonly numbers: Numbers;
  /** Each makes a take ready, and then counts the errors in it. */
  readonly takes: (use: Use) => readonly (() => () => number)[];
}

/** One in so many takes settles, and another one tells how well. */
const ONE_IN = { weighing: 4, hearing: 64 } as const;

const takesOf = (use: Use, oneIn: number) =>
  faultTakes().filter((_, index) => index % oneIn === (use === 'learned' ? 0 : oneIn / 2));

export const settledSeeds = (of: keyof typeof ONE_IN) => ({ ...FAULT_SEEDS, oneIn: ONE_IN[of] });

const numbersOf = (groups: Readonly<Record<string, object>>): Numbers => groups as unknown as Numbers;

/** What is followed depends on what is heard, and is settled after it. */
export const SETTLED_LESSONS: Readonly<Record<'hearing' | 'weighing', SettledLesson>> = {
  hearing: {
    what: 'What is a pitch, a start, a pluck, a stroke and a voice.',
    file: resolve('src/core/listening/model/hearing.json'),
    numbers: numbersOf({
      pitch: PITCH,
      starting: STARTING,
      strings: STRINGS,
      strokes: STROKES,
      voices: VOICES,
    }),
    takes: (use) =>
      takesOf(use, ONE_IN.hearing).map(({ plan, name }) => () => {
        const take = makeTake(plan, name);
        return () => followingErrors(hearTake(take));
      }),
  },
  weighing: {
    what: 'What a reading of a take costs, what is a pulse, and what may be a note.',
    file: resolve('src/core/following/model/weighing.json'),
    numbers: numbersOf({ costs: COSTS, pulse: PULSE, sounds: SOUNDS }),
    takes: (use) =>
      takesOf(use, ONE_IN.weighing).map(({ plan, name }) => () => {
        const take = heardTake(plan, name);
        return () => followingErrors(take);
      }),
  },
};
