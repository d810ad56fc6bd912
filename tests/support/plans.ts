import { randomUUID } from 'node:crypto';
import { USUAL_STYLE } from '@/core/counting';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/playing';
import { READY_PLANS } from '@/core/practice';
import { writeWav } from '@/core/signal';
import { LAYOUT_NAMES } from '@/engraving/engraving';
import { assign, getAssignmentToPlay } from '@/server/access/assignments';
import { lineOfStage, stagesOfAssignment } from '@/server/access/stages';
import { handIn } from '@/server/access/takes';
import { storeMusic } from '@/server/db/queries/music';
import { checkTake } from '@/server/jobs/check-take';
import { bookLine } from './lines';
import { pretendDrawn, type World } from './world';

/** What the worlds of these checks learn by. */
export const PLAN = READY_PLANS[0]!;
const LINE = bookLine(5);

/** Gives the line out with a plan. No worker draws here. */
export async function giveOut(world: World, form: object = {}): Promise<string> {
  const given = await assign(world.teacher, {
    lineId: world.lineId,
    classId: world.classId,
    startBpm: 66,
    goalBpm: 80,
    dueOn: '2027-02-01',
    plan: PLAN.name,
    ...form,
  });
  if ('problem' in given) throw new Error(given.problem);
  for (const stage of stagesOfAssignment({ plan: PLAN, startBpm: 66, goalBpm: 80, nextLineId: null }, LINE)) {
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
  const sound = render(
    perform(line, { ...STEADY_STYLE, seed: 4, bpm: nextBpm }),
    isClapped ? 'clap' : 'flute',
    { ...QUIET_ROOM, sampleRate: 22050, seed: 4 },
  );
  const id = randomUUID();
  const form = { id, assignmentId, askedBpm: `${nextBpm}`, source: 'recorded', stage: stageId };
  expect(await handIn(world.student, form, writeWav(sound))).toEqual({ ok: true, takeId: id });
  await checkTake(id);
  return id;
}
