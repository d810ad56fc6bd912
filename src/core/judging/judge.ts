import type { Following } from '../following';
import { type Line, timedMeasures } from '../notation';
import { beatUnit } from '../time';
import { accuse } from './accuse';
import { characterOf } from './character';
import { withDoubt } from './doubt';
import { intonationOf } from './intonation';
import { judgeMeasure } from './judge-measure';
import type { Policy } from './policy';
import { isUnclear } from './right-note';
import { scopeOf } from './scope-of';
import { stateOf } from './state-of-take';
import { tempoCourseOf } from './tempo-course';
import { judgeTogether } from './together/judge-together';
import { JUDGING_VERSION, type Verdict } from './verdict';

/**
 * Applies a policy to the facts of a take.
 * @param following of this line, from `follow`.
 * @param askedBpm tempo asked for, in beat units of the first meter.
 */
export function judge(line: Line, following: Following, askedBpm: number, policy: Policy): Verdict {
  const { heads } = following;
  if (heads) return judgeTogether(line, { ...following, heads }, askedBpm, policy);
  const measures = timedMeasures(line);
  const accused = accuse(line, following, policy);
  const { written } = accused;
  const settled = withDoubt(accused);
  const { notes, figures, extras, interruptions } = settled;
  return {
    version: JUDGING_VERSION,
    policy,
    state: stateOf(accused, notes.filter(isUnclear).length),
    scope: scopeOf(line),
    transposedSemitones: following.transposedSemitones,
    tempo: {
      askedBpm,
      playedBpm: following.playedBpm,
      beatUnit: beatUnit(measures[0]!.measure.meter).name,
      course: tempoCourseOf(line, measures, following),
    },
    tuningCents: following.tuningCents,
    notes,
    measures: measures.map((measure) => judgeMeasure(measure, settled, following)),
    extras,
    interruptions: interruptions.map(({ kind, measureIndex, atSeconds, seconds, confidence }) => ({
      kind,
      measureIndex,
      measureNumber: measures[measureIndex]!.measure.number,
      atSeconds,
      seconds,
      confidence,
    })),
    figures,
    intonation: intonationOf(written, following),
    hasFootBeside: following.hasFootBeside,
    hasTalkBeside: following.hasTalkBeside,
    character: characterOf(line, written, following),
  };
}
