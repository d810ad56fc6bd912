import { createRandom } from '../base';
import { type Attempt, type Climb, climbLadder, isClimbed, type Outcome, USUAL_RULES } from '.';
import { TAKES_PER_GOOD_TAKE } from './minutes';

const LADDER = [66, 72, 80, 88];
const OUTCOMES: Readonly<Record<string, Outcome>> = { e: 'easy', g: 'good', f: 'fair', x: 'fell-apart' };

/** Takes at the tempo of the rung they are played on. */
function takesOn(ladder: readonly number[], text: string): Attempt[] {
  const attempts: Attempt[] = [];
  for (const letter of text) {
    const { rungIndex } = climbLadder(ladder, USUAL_RULES, attempts);
    const bpm = ladder[Math.min(rungIndex, ladder.length - 1)]!;
    attempts.push({ kind: 'take', bpm, outcome: OUTCOMES[letter]! });
  }
  return attempts;
}
const rungAfter = (text: string, ladder = LADDER) =>
  climbLadder(ladder, USUAL_RULES, takesOn(ladder, text)).rungIndex;

// e easy, g good, f fair, x fell apart.
test.each([
  ['', 0],
  ['g', 0],
  ['gg', 1],
  ['gfg', 0],
  ['gfgg', 1],
  ['ee', 2],
  ['eg', 1],
  ['gggg', 2],
  ['ggxx', 0],
  ['ggxfx', 1],
  ['xx', 0],
  ['eeee', 3],
  ['eeeeee', 4],
  ['gggggggg', 4],
])('after %s the rung is %i', (text, rung) => {
  expect(rungAfter(text)).toBe(rung);
});

test('the goal is never leapt over', () => {
  expect(rungAfter('ee', [66, 72])).toBe(1);
  expect(rungAfter('ee', [66, 72, 80])).toBe(2);
});

test('faster takes climb every rung they were good on, the slowest of them counts', () => {
  const at = (...bpms: number[]): Attempt[] => bpms.map((bpm) => ({ kind: 'take', bpm, outcome: 'good' }));
  expect(climbLadder(LADDER, USUAL_RULES, at(88, 80)).climbed).toEqual([66, 72, 80]);
  expect(climbLadder(LADDER, USUAL_RULES, at(200, 200)).rungIndex).toBe(4);
  expect(climbLadder(LADDER, USUAL_RULES, [{ kind: 'teacher-accepts', bpm: 72 }]).climbed).toEqual([66, 72]);
});

test('a slower take is practice; a person’s word moves at once', () => {
  expect(
    climbLadder(
      LADDER,
      USUAL_RULES,
      Array.from({ length: 4 }, () => ({ kind: 'take', bpm: 60, outcome: 'good' }) as const),
    ).rungIndex,
  ).toBe(0);
  expect(isClimbed(LADDER, climbLadder(LADDER, USUAL_RULES, [{ kind: 'teacher-says-done' }]))).toBe(true);
  const picked = climbLadder(LADDER, USUAL_RULES, [{ kind: 'student-picks', bpm: 83 }]);
  expect(LADDER[picked.rungIndex]).toBe(80);
  // Below the ladder there is nothing to pick.
  expect(climbLadder(LADDER, USUAL_RULES, [{ kind: 'student-picks', bpm: 40 }]).rungIndex).toBe(0);
});

test('law: a ladder is never left, and moves only by a take or a person, one attempt at a time', () => {
  const random = createRandom(3);
  for (let round = 0; round < 200; round++) {
    const attempts: Attempt[] = Array.from({ length: 60 }, () =>
      random.uniform(0, 1) < 0.05
        ? { kind: 'student-picks', bpm: random.integer(40, 120) }
        : {
            kind: 'take',
            bpm: random.pick([60, 66, 72, 80, 88]),
            outcome: random.pick<Outcome>(['easy', 'good', 'fair', 'fell-apart']),
          },
    );
    let before: Climb = climbLadder(LADDER, USUAL_RULES, []);
    attempts.forEach((attempt, index) => {
      const after = climbLadder(LADDER, USUAL_RULES, attempts.slice(0, index + 1));
      expect(after.rungIndex).toBeGreaterThanOrEqual(0);
      expect(after.rungIndex).toBeLessThanOrEqual(LADDER.length);
      // Never over a rung that was not played as fast, but for one that was easy; down by one at most.
      const reached =
        attempt.kind === 'take' ? LADDER.findLastIndex((bpm) => bpm <= attempt.bpm) + 1 : LADDER.length;
      expect(after.rungIndex).toBeLessThanOrEqual(Math.max(before.rungIndex + 2, reached));
      if (attempt.kind === 'take') expect(after.rungIndex).toBeGreaterThanOrEqual(before.rungIndex - 1);
      before = after;
    });
  }
});

/** A learner gets a rung right more often the more it was practised there, and less often the faster it is. */
interface Learner {
  readonly name: string;
  readonly talent: number;
  readonly takesPerWeek: readonly [number, number];
  /** Share of weeks without any practice. */
  readonly absence: number;
  /** After this many bad takes in a row the week is over. */
  readonly patience: number;
}

const KINDS: readonly Learner[] = [
  { name: 'fast', talent: 0.85, takesPerWeek: [15, 25], absence: 0.05, patience: 99 },
  { name: 'slow', talent: 0.35, takesPerWeek: [12, 20], absence: 0.05, patience: 99 },
  { name: 'irregular', talent: 0.6, takesPerWeek: [2, 30], absence: 0.4, patience: 99 },
  { name: 'discouraged', talent: 0.45, takesPerWeek: [10, 20], absence: 0.15, patience: 3 },
];

test('a class of 30 over 26 weeks: nobody is stuck, nobody goes up and down for ever', () => {
  const ladder = [60, 63, 66, 69, 72, 76, 80, 84];
  const random = createRandom(26);
  // What the planner reckons with: for every rung the good takes that it needs, and some that are not good.
  const forecastTakes = Math.round(ladder.length * USUAL_RULES.goodTakesToRise * TAKES_PER_GOOD_TAKE);
  const report: string[] = [];
  const played: Record<string, number[]> = {};
  for (let student = 0; student < 30; student++) {
    const learner = KINDS[student % KINDS.length]!;
    const practice = ladder.map(() => 0);
    let attempts: Attempt[] = [];
    let lines = 0;
    let longest = 0;
    let turns = 0;
    let lastMove = 0;
    let playedTakes = 0;
    for (let week = 0; week < 26; week++) {
      if (random.uniform(0, 1) < learner.absence) continue;
      const [least, most] = learner.takesPerWeek;
      let bad = 0;
      for (let take = random.integer(least, most + 1); take > 0 && bad < learner.patience; take--) {
        const { rungIndex } = climbLadder(ladder, USUAL_RULES, attempts);
        const chance = Math.min(0.97, learner.talent + 0.04 * practice[rungIndex]! - 0.05 * rungIndex);
        practice[rungIndex]!++;
        const draw = random.uniform(0, 1);
        const outcome: Outcome =
          draw < chance * 0.25
            ? 'easy'
            : draw < chance
              ? 'good'
              : draw < chance + (1 - chance) * 0.5
                ? 'fair'
                : 'fell-apart';
        bad = outcome === 'easy' || outcome === 'good' ? 0 : bad + 1;
        attempts = [...attempts, { kind: 'take', bpm: ladder[rungIndex]!, outcome }];
        const after = climbLadder(ladder, USUAL_RULES, attempts);
        const move = Math.sign(after.rungIndex - rungIndex);
        if (move !== 0 && move === -lastMove) turns++;
        if (move !== 0) lastMove = move;
        if (!isClimbed(ladder, after)) continue;
        longest = Math.max(longest, attempts.length);
        playedTakes += attempts.length;
        lines++;
        // A turn is a change of direction; the engine's mercy bounds it for each line.
        expect(turns).toBeLessThanOrEqual(6 * ladder.length);
        attempts = [];
        practice.fill(0);
        turns = 0;
        lastMove = 0;
      }
    }
    report.push(
      `${learner.name.padEnd(12)} ${String(lines).padStart(3)} lines, longest climb ${longest} takes; a line took ${(playedTakes / lines).toFixed(0)}, forecast ${forecastTakes}`,
    );
    expect(lines).toBeGreaterThanOrEqual(1);
    played[learner.name] = [...(played[learner.name] ?? []), playedTakes / lines];
  }
  // The forecast lies between the fast and the slow.
  expect(Math.max(...played.fast!)).toBeLessThan(forecastTakes);
  expect(Math.min(...played.slow!)).toBeGreaterThan(forecastTakes);
  if (process.env.PRINT_FORECAST) console.log(report.join('\n'));
});
