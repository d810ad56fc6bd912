import { USUAL_STYLE } from '@/core/counting';
import { lineOfStage, READY_PLANS, stagesOfGiven } from '@/core/practice';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import { assign } from '@/server/access/practice/giving-out';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { storeMusic } from '@/server/db/queries/music';
import { bookLine } from './lines';
import { rightOf } from './results';
import { handInAndCheck, performed } from './takes';
import { pretendDrawn, type World } from './world';

/** What the worlds of these checks learn by. */
export const PLAN = READY_PLANS[0]!;
const LINE = bookLine(5);

/** Gives the line out with a plan. No worker draws here. */
export async function giveOut(world: World, form: object = {}): Promise<string> {
  const given = rightOf(
    await assign(world.teacher, {
      lineId: world.lineId,
      classId: world.classId,
      startBpm: 66,
      goalBpm: 80,
      dueOn: '2027-02-01',
      plan: PLAN.name,
      ...form,
    }),
  );
  for (const stage of stagesOfGiven({ plan: PLAN, startBpm: 66, goalBpm: 80, nextLineId: null }, LINE)) {
    const hash = await storeMusic(lineOfStage(LINE, stage));
    await pretendDrawn(
      hash,
      [undefined, USUAL_STYLE].flatMap((counting) => LAYOUT_NAMES.map((layout) => ({ layout, counting }))),
    );
  }
  return given.id;
}

/** Plays the stage at hand perfectly, hands it in and has it checked. */
export async function play(world: World, assignmentId: string, stageId: string): Promise<string> {
  const { line, nextBpm } = await getAssignmentToPlay(world.student, assignmentId, stageId);
  const isClapped = line.part.measures[0]!.events.some(
    (e) => e.kind === 'note' && e.pitch.kind === 'unpitched',
  );
  const instrument = isClapped ? 'clap' : 'flute';
  const wav = await performed({ line, bpm: nextBpm, seed: 4, instrument });
  return handInAndCheck(world.student, { assignmentId, askedBpm: `${nextBpm}`, stage: stageId }, wav);
}
