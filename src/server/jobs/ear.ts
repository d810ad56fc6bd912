import type { Outline } from '@/core/review';
import { type CheckedSound, checkSound, type SoundToCheck } from '@/server/threads/check-sound';
import { outlineOfPlayed, type PlayedByDevice } from '@/server/threads/outline-of-played';
import type { ThreadPool } from '@/server/threads/pool';

/** What a check hears with. It can be put in its place: most checks of what comes after it start from facts that are kept. */
export interface Ear {
  checkSound(sound: SoundToCheck): Promise<CheckedSound>;
  /** How what a device itself plays would be heard. */
  outlineOfPlayed(sound: PlayedByDevice): Promise<Outline>;
}

/** Hears where it is called: for scripts. */
export const EAR: Ear = { checkSound: (sound) => checkSound(sound), outlineOfPlayed };

/** The longest take is checked within a few seconds; a machine that is busy with much else may need long. */
const CHECK_DEADLINE_MS = 300_000;

/** Hears in threads, beside everything else that a process does. */
export const earIn = (pool: ThreadPool): Ear => ({
  checkSound: (sound) => pool.run('checkSound', CHECK_DEADLINE_MS, sound),
  outlineOfPlayed: (played) => pool.run('outlineOfPlayed', CHECK_DEADLINE_MS, played),
});
