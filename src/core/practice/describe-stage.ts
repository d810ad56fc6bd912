import type { Line } from '../notation';
import { measureName, type Vocabulary } from '../time';
import { chunkName } from './chunk';
import type { Stage } from './plan';
import { STEPS } from './step';

/** A stage as it is shown: what to do, on which piece, and how it is checked. */
export function describeStage({ part }: Line, { id, chunk, step, words }: Stage, vocabulary: Vocabulary) {
  const { name, verb, doThis, checkedBy, input, click, backing, under } = STEPS[step];
  return {
    id,
    name,
    /** Who only claps the line claps it in every step. */
    verb: part.instrument === 'clap' && verb === 'Play' ? ('Clap' as const) : verb,
    doThis: words ?? doThis,
    checkedBy,
    input,
    click,
    backing,
    under,
    chunkName: chunkName(part, chunk, measureName(vocabulary)),
  };
}
