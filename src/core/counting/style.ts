import type { CompoundCounting } from '../time';
import { DU_DE } from './du-de';
import { NUMBERS_AND } from './numbers-and';
import { NUMBERS_TE } from './numbers-te';
import type { CountingSchool, SchoolId } from './school';
import { TA_TITI } from './ta-titi';
import { TAKADIMI } from './takadimi';
import { USUAL_WORDS, type WordList } from './word-list';
import { WORDS } from './words';

export const SCHOOLS: readonly CountingSchool[] = [NUMBERS_AND, NUMBERS_TE, TA_TITI, DU_DE, TAKADIMI, WORDS];

export function schoolOf(id: SchoolId): CountingSchool {
  return SCHOOLS.find((school) => school.id === id)!;
}

/** How much is written under the staff: everything; the beats; or only where an entry is easily missed. */
export const DENSITIES = ['all', 'beats', 'entries'] as const;
export type Density = (typeof DENSITIES)[number];

/** How a class counts. */
export interface CountingStyle {
  readonly school: SchoolId;
  readonly compound: CompoundCounting;
  readonly density: Density;
  readonly words: WordList;
}

export const USUAL_STYLE: CountingStyle = {
  school: 'numbers-and',
  compound: 'eighths',
  density: 'all',
  words: USUAL_WORDS,
};
