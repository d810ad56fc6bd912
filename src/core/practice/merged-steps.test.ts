import { bookLine } from '../../../tests/support/lines';
import { climbOf, type Deed, type Outcome, type Plan, progressOf, READY_PLANS, stagesOf } from '.';

const plan = READY_PLANS[0]!;
const bounds = { startBpm: 60, goalBpm: 72 };
const stages = stagesOf(bookLine(4).part, plan, bounds);
const take = (stageId: string, outcome: Outcome, bpm = 60): Deed => ({ stageId, kind: 'take', bpm, outcome });
const stageNow = (deeds: readonly Deed[], by: Plan = plan) => progressOf(stages, by, deeds).now;
/** The steps of the first piece with a take each, as far as they are heard. */
const ofPiece = (piece: number) => {
  const id = [...new Set(stages.map(({ chunk }) => chunk.id))][piece]!;
  return stages.filter(({ chunk }) => chunk.id === id);
};
const done = (piece: number, outcome: Outcome): Deed[] =>
  ofPiece(piece).map(({ id, step }) =>
    step === 'name-and-finger' ? { stageId: id, kind: 'student-says-done' } : take(id, outcome),
  );

describe('steps merge for those who are quick', () => {
  test('three first takes without a fault lead to the furthest step of the next piece', () => {
    const now = stageNow(done(0, 'easy'))!;
    expect(now.stage).toEqual(ofPiece(1).at(-1));
    expect(now.why).toBe(
      `You are quick: a good take of this one stands for the ${ofPiece(1).length - 1} steps before it, too.`,
    );
  });

  test.each(['good', 'fair'] as const)('whose takes are only %s goes step by step', (outcome) => {
    expect(stageNow([...done(0, 'easy').slice(0, -1), take(ofPiece(0).at(-1)!.id, outcome)])?.stage).toEqual(
      outcome === 'good' ? ofPiece(1)[0] : ofPiece(0).at(-1),
    );
  });

  test('the good take of the last step is one of them all, and nothing is left behind', () => {
    const deeds = [...done(0, 'easy'), take(ofPiece(1).at(-1)!.id, 'good')];
    const { doneIds, now } = progressOf(stages, plan, deeds);
    expect(doneIds).toEqual([...ofPiece(0), ...ofPiece(1)].map(({ id }) => id));
    expect(now?.stage).toEqual(ofPiece(2)[0]);
  });

  test('the first take that is not good brings the steps back', () => {
    const deeds = [...done(0, 'easy'), take(ofPiece(1).at(-1)!.id, 'fair')];
    expect(stageNow(deeds)?.stage).toEqual(ofPiece(1)[0]);
    // A second try of it shows no more than that step.
    const later = progressOf(stages, plan, [...deeds, take(ofPiece(1).at(-1)!.id, 'easy')]);
    expect(later.doneIds).not.toContain(ofPiece(1)[0]!.id);
  });

  test('where the teacher wants every step, there is every step', () => {
    const all = { ...plan, goesThroughAll: true };
    const deeds = [...done(0, 'easy'), take(ofPiece(1).at(-1)!.id, 'easy')];
    expect(stageNow(deeds, all)?.stage).toEqual(ofPiece(1)[0]);
  });

  test('a student without a fault is through with every plan in fewer takes, and no rung of the climb is left out', () => {
    for (const one of READY_PLANS) {
      const way = stagesOf(bookLine(4).part, one, bounds);
      const takesOf = (by: Plan) => {
        const deeds: Deed[] = [];
        for (let round = 0; round < 200; round++) {
          const { now } = progressOf(way, by, deeds);
          if (!now) break;
          const isHeard = !['name-and-finger', 'sing', 'air-play'].includes(now.stage.step);
          deeds.push(
            isHeard
              ? take(now.stage.id, 'easy', now.bpm)
              : { stageId: now.stage.id, kind: 'student-says-done' },
          );
        }
        expect(progressOf(way, by, deeds).now).toBeUndefined();
        const climb = way.find(({ ladder }) => ladder.length > 1);
        if (climb) expect(climbOf(climb, by, deeds).rungIndex).toBeGreaterThanOrEqual(climb.ladder.length);
        return deeds.length;
      };
      expect(takesOf(one)).toBeLessThanOrEqual(takesOf({ ...one, goesThroughAll: true }));
    }
  });
});
