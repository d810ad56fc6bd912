import type { Part } from '../notation';
import type { Vocabulary } from '../time';
import { beatsOf } from './kinds/beats';
import { completionsOf } from './kinds/complete';
import { directionsOf } from './kinds/directions';
import { clapsOf, heardOf } from './kinds/figures';
import { fingeringsOf } from './kinds/fingerings';
import { keysOf } from './kinds/keys';
import { namesOf } from './kinds/names';
import type { Question } from './question';

/** Everything that can be asked of a part, the same thing once for each place where it stands. Words are lines of their own: `wordsOfPart`. */
export function questionsOf(part: Part, vocabulary: Vocabulary = 'us'): readonly Question[] {
  return [
    ...namesOf(part),
    ...fingeringsOf(part),
    ...beatsOf(part),
    ...completionsOf(part, vocabulary),
    ...directionsOf(part),
    ...keysOf(part),
    ...heardOf(part),
    ...clapsOf(part),
  ];
}
