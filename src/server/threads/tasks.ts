import { engrave } from '@/engraving';
import { checkSound } from './check-sound';
import { outlineOfPlayed } from './outline-of-played';

/** What a thread can be asked for. Nothing here knows of a database. */
export const TASKS = { engrave, checkSound, outlineOfPlayed } as const;
export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
