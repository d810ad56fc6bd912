import { bookLine, lineOf, readBook } from '../../../tests/support/lines';
import { randomLine } from '../../../tests/support/random-lines';
import { writeMusicXml } from '../formats';
import { checkArithmetic, type Line, writtenNotes } from '../notation';
import { lookOver, melodyOf } from '../study';
import { METRONOME_MARKS } from '../tempo';
import {
  backToBack,
  CHUNKINGS,
  type Chunk,
  chunkName,
  type Deed,
  describeStage,
  layRungs,
  lineOfChunk,
  lineOfStep,
  minutesOf,
  NO_PLAN,
  paceOf,
  progressOf,
  proposeChunks,
  READY_PLANS,
  STEP_IDS,
  STEP_KEEPS,
  STEPS,
  stagesOf,
  strictnessOf,
} from '.';

const lines = [
  ...readBook().map(({ line }) => line),
  ...Array.from({ length: 40 }, (_, n) => randomLine(n + 1)),
];
const spotsOf = ({ part }: Line) =>
  lookOver(part, { instrument: undefined, level: 1, goalBpm: 80, known: undefined }, 'us').hardSpots;
const names = (line: Line, chunking: (typeof CHUNKINGS)[number]) =>
  proposeChunks(line.part, chunking).map((chunk) => chunkName(line.part, chunk, 'measure'));

describe('chunks', () => {
  const eight = lineOf([
    'C4q D4q E4h',
    'E4q D4q C4h',
    'D4q E4q F4h',
    'F4q E4q D4h',
    'E4q F4q G4h',
    'G4q F4q E4h',
    'F4q E4q D4h',
    'C4w',
  ]);

  test('by two measures with the joins between them, at last the line', () => {
    expect(names(eight, 'twos')).toEqual([
      'Measures 1 to 2',
      'Measures 3 to 4',
      'The join into measure 3',
      'Measures 5 to 6',
      'The join into measure 5',
      'Measures 7 to 8',
      'The join into measure 7',
      'The whole line',
    ]);
    expect(names(eight, 'threes').filter((name) => name.startsWith('Measure'))).toEqual([
      'Measures 1 to 3',
      'Measures 4 to 6',
      'Measures 7 to 8',
    ]);
    expect(names(eight, 'line')).toEqual(['The whole line']);
  });

  test('a pickup goes with its first measure, a phrase to its rest', () => {
    const line = lineOf(['G3q', 'C4q D4q E4h', 'E4h Rh', 'D4q E4q F4h', 'C4h.']);
    expect(names(line, 'phrases')).toEqual([
      'Pickup and measures 1 to 2',
      'Measures 3 to 4',
      'The whole line',
    ]);
    expect(names(line, 'twos')[0]).toBe('Pickup and measures 1 to 2');
  });

  test('a measure that a double bar cuts is one of the two', () => {
    const double = '<barline_location="right"><bar-style>light-light</bar-style></barline>';
    const line = lineOf(['C4w', `D4h ${double}`, 'E4h', 'F4q E4q D4h', 'G4w']);
    expect(names(line, 'twos').filter((name) => name.startsWith('Measure'))).toEqual([
      'Measures 1 to 2',
      'Measures 3 to 4',
    ]);
  });

  test('what is the same is learned once', () => {
    const line = lineOf(['C4q D4q E4h', 'E4q D4q C4h', 'C4q D4q E4h', 'E4q D4q C4h', 'F4q E4q D4h', 'C4w']);
    expect(names(line, 'twos').filter((name) => name.startsWith('Measure'))).toEqual([
      'Measures 1 to 2',
      'Measures 5 to 6',
    ]);
  });

  test('hard spots are drilled back and forth three times', () => {
    const line = lineOf(['C4q C5q C4h', 'D4w']);
    const chunks = proposeChunks(line.part, 'hard-spots', spotsOf(line));
    const drill = chunks[0] as Extract<Chunk, { kind: 'drill' }>;
    expect(drill).toMatchObject({ kind: 'drill', times: 3 });
    const notes = writtenNotes(lineOfChunk(line, drill));
    expect(notes.map(({ sound }) => (sound.kind === 'pitched' ? sound.midi : 0))).toEqual(
      Array.from({ length: 3 }, () => [60, 72, 60, 72]).flat(),
    );
  });

  test('law: every note of a line is in some chunk, and every chunk adds up and is written and read', () => {
    for (const line of lines) {
      for (const chunking of CHUNKINGS) {
        const chunks = proposeChunks(line.part, chunking, spotsOf(line));
        const contents = new Set<string>();
        for (const chunk of chunks) {
          const music = lineOfChunk(line, chunk);
          if (chunk.kind !== 'line') expect(checkArithmetic(music.part).wrong).toEqual([]);
          for (const { note } of melodyOf(music.part)) contents.add(note.id);
          expect(writeMusicXml({ title: 'x', composer: undefined, parts: [music.part] })).toContain(
            '</score-partwise>',
          );
        }
        for (const { note } of melodyOf(line.part)) expect(contents).toContain(note.id);
        expect(new Set(chunks.map(({ id }) => id)).size).toBe(chunks.length);
      }
    }
  });

  test('a join keeps its two notes in time, and a tie over the edge is struck anew', () => {
    const line = lineOf(['C4q D4q E4h~', 'E4q F4q G4h', 'A4q G4q F4h', 'C4w']);
    const join = proposeChunks(line.part, 'twos').find(({ kind }) => kind === 'join')!;
    expect(
      writtenNotes(lineOfChunk(line, join)).map(({ onsetQuarters, sound }) => [
        onsetQuarters.numerator,
        (sound as { midi: number }).midi,
      ]),
    ).toEqual([
      [2, 67],
      [4, 69],
    ]);
    const second = lineOfChunk(line, { kind: 'measures', id: 'x', fromIndex: 1, toIndex: 2 });
    expect(writtenNotes(second)).toHaveLength(3);
  });

  test('two lines back to back are one', () => {
    const [a, b] = [bookLine(1), bookLine(2)];
    const both = backToBack([a, b]);
    expect(writtenNotes(both)).toHaveLength(writtenNotes(a).length + writtenNotes(b).length);
    expect(both.part.measures.map(({ number }) => number)).toEqual(
      both.part.measures.map((_, index) => index + 1),
    );
    expect(() => backToBack([])).toThrow('got none');
  });
});

describe('steps', () => {
  const line = lineOf(["(C4q D4q) E4q'^ F#4q~", 'F#4q Rq C4h']);
  const events = (id: (typeof STEP_IDS)[number]) =>
    lineOfStep(line, STEP_KEEPS[id]).part.measures.flatMap((measure) => measure.events);

  test('clapping has strokes without pitch, and a tie is silence', () => {
    expect(events('clap').map((event) => (event.kind === 'note' ? event.pitch.kind : 'rest'))).toEqual([
      'unpitched',
      'unpitched',
      'unpitched',
      'unpitched',
      'rest',
      'rest',
      'unpitched',
    ]);
  });

  test('one easy note is the commonest of the line', () => {
    const pitches = new Set(
      events('one-note').flatMap((e) =>
        e.kind === 'note' && e.pitch.kind === 'pitched' ? [e.pitch.spelling.step] : [],
      ),
    );
    expect([...pitches]).toEqual(['C']);
  });

  test.each([
    ['plain', false, false, false],
    ['slurs', true, false, false],
    ['marks', true, true, false],
    ['expression', true, true, true],
  ] as const)('%s keeps slurs %s, articulations %s, freedom %s', (id, slurs, articulations, freedom) => {
    const notes = events(id).flatMap((event) => (event.kind === 'note' ? [event] : []));
    expect(notes.some(({ slurStarts }) => slurStarts > 0)).toBe(slurs);
    expect(notes.some((note) => note.articulations.length > 0)).toBe(articulations);
    expect(notes.some(({ fermata }) => fermata)).toBe(freedom);
  });

  test('law: no step changes when notes start, and only clapping lets go of ties', () => {
    for (const one of lines) {
      const onsets = (of: Line) =>
        writtenNotes(of).map(({ onsetQuarters: { numerator, denominator } }) => numerator / denominator);
      for (const id of STEP_IDS) expect(onsets(lineOfStep(one, STEP_KEEPS[id]))).toEqual(onsets(one));
    }
  });

  test('each step says what to do, and silent ones are honest about it', () => {
    for (const { id, doThis, checkedBy, input } of Object.values(STEPS)) {
      expect(input === 'none').toBe(checkedBy === 'own-word');
      expect(doThis).toMatch(/\.$/);
      if (['name-and-finger', 'air-play', 'sing'].includes(id)) expect(checkedBy).toBe('own-word');
    }
  });
});

describe('rungs', () => {
  test('by marks of the traditional scale, by BPM and by per cent', () => {
    expect(layRungs({ startBpm: 66, goalBpm: 80 }, { by: 'marks', marks: 1 })).toEqual([66, 69, 72, 76, 80]);
    expect(layRungs({ startBpm: 66, goalBpm: 80 }, { by: 'marks', marks: 2 })).toEqual([66, 72, 80]);
    expect(layRungs({ startBpm: 60, goalBpm: 75 }, { by: 'bpm', bpm: 5 })).toEqual([60, 65, 70, 75]);
    expect(layRungs({ startBpm: 60, goalBpm: 80 }, { by: 'percent', percent: 10 })).toEqual([60, 66, 73, 80]);
    expect(layRungs({ startBpm: 60, goalBpm: 60 }, { by: 'percent', percent: 0 })).toEqual([60]);
  });

  test('law: they rise strictly from start to goal', () => {
    for (const startBpm of METRONOME_MARKS) {
      for (const goalBpm of METRONOME_MARKS.filter((mark) => mark >= startBpm)) {
        for (const by of [
          { by: 'marks', marks: 2 },
          { by: 'bpm', bpm: 3 },
          { by: 'percent', percent: 5 },
        ] as const) {
          const rungs = layRungs({ startBpm, goalBpm }, by);
          expect([rungs[0], rungs.at(-1)]).toEqual([startBpm, goalBpm]);
          expect(rungs.every((bpm, n) => n === 0 || bpm > rungs[n - 1]!)).toBe(true);
        }
      }
    }
  });
});

describe('plans', () => {
  const bounds = { startBpm: 60, goalBpm: 72 };
  const line = bookLine(4);

  test.each([...READY_PLANS, NO_PLAN].map((plan) => [plan.name, plan] as const))(
    '%s: one thing to do at a time, to the end',
    (_, plan) => {
      const stages = stagesOf(line.part, plan, bounds, spotsOf(line));
      const deeds: Deed[] = [];
      const seen: string[] = [];
      for (let round = 0; round < 400; round++) {
        const { now } = progressOf(stages, plan, deeds);
        if (!now) break;
        if (seen.at(-1) !== now.stage.id) seen.push(now.stage.id);
        expect(now.bpm).toBeGreaterThanOrEqual(bounds.startBpm);
        expect(now.bpm).toBeLessThanOrEqual(bounds.goalBpm);
        const isSilent = STEPS[now.stage.step].checkedBy === 'own-word';
        deeds.push({
          stageId: now.stage.id,
          ...(isSilent ? { kind: 'student-says-done' } : { kind: 'take', bpm: now.bpm, outcome: 'good' }),
        });
      }
      expect(progressOf(stages, plan, deeds).now).toBeUndefined();
      expect(seen).toEqual(stages.map(({ id }) => id));
      // Replayed, the same deeds lead to the same place, at every point.
      for (let count = 0; count <= deeds.length; count++) {
        expect(progressOf(stages, plan, deeds.slice(0, count))).toEqual(
          progressOf(stages, plan, [...deeds.slice(0, count)]),
        );
      }
      expect(minutesOf(line, stages, plan)).toBeGreaterThan(1);
    },
  );

  test('reading at sight is done by doing it', () => {
    const plan = READY_PLANS.find(({ steps }) => steps[0] === 'read')!;
    const stages = stagesOf(line.part, plan, bounds);
    const deeds: Deed[] = [{ stageId: stages[0]!.id, kind: 'take', bpm: 60, outcome: 'fell-apart' }];
    expect(progressOf(stages, plan, deeds).doneIds).toEqual([stages[0]!.id]);
    expect(stages.at(-2)!.ladder).toEqual([72]);
  });

  test('steps with nothing to do in a line are left out', () => {
    const plain = lineOf(['C4q D4q E4h', 'C4w']);
    const steps = new Set(stagesOf(plain.part, READY_PLANS[0]!, bounds).map(({ step }) => step));
    expect(steps).not.toContain('slurs');
    expect(steps).not.toContain('marks');
    const clapped = stagesOf(bookLine(3).part, READY_PLANS[0]!, bounds).map(({ step }) => step);
    expect(clapped).not.toContain('name-and-finger');
  });

  test('nothing is lost when the plan is changed midway', () => {
    const before = { ...READY_PLANS[0]!, chunking: 'twos' } as const;
    const stages = stagesOf(line.part, before, bounds);
    const deeds: Deed[] = stages
      .slice(0, 4)
      .map(({ id, step, ladder }) =>
        STEPS[step].checkedBy === 'own-word'
          ? { stageId: id, kind: 'student-says-done' }
          : { stageId: id, kind: 'take', bpm: ladder[0]!, outcome: 'good' },
      );
    const shorter = { ...before, steps: before.steps.filter((id) => id !== 'one-note') };
    const { doneIds } = progressOf(stagesOf(line.part, shorter, bounds), shorter, deeds);
    expect(doneIds).toEqual(deeds.map(({ stageId }) => stageId).filter((id) => !id.endsWith('one-note')));
  });

  test('minutes grow with the line, fall with the tempo', () => {
    const minutes = (number: number, startBpm: number) => {
      const music = bookLine(number);
      return minutesOf(music, stagesOf(music.part, NO_PLAN, { startBpm, goalBpm: 100 }), NO_PLAN);
    };
    expect(minutes(4, 60)).toBeGreaterThan(minutes(1, 60));
    expect(minutes(4, 60)).toBeGreaterThan(minutes(4, 92));
  });
});

describe('pace', () => {
  const goal = { pieces: 20, from: '2026-09-01', by: '2027-02-28', daysPerWeek: 5, holidays: [] };

  // Fact of the trade (common practice): twenty pieces in six months is one piece about every nine days.
  test('twenty pieces in six months are one about every nine days', () => {
    expect(Math.round(paceOf(goal, 0, goal.from).calendarDaysPerPiece)).toBe(9);
  });

  test('who is ahead, who is behind, and a missed week is planned anew', () => {
    expect(paceOf(goal, 10, '2026-12-01').ahead).toBeCloseTo(0, 0);
    expect(paceOf(goal, 14, '2026-12-01').ahead).toBeGreaterThan(3);
    const before = paceOf(goal, 5, '2026-11-01').piecesPerWeekLeft!;
    const after = paceOf(goal, 5, '2026-11-08').piecesPerWeekLeft!;
    expect(after).toBeGreaterThan(before);
    expect(paceOf(goal, 20, '2026-12-01').piecesPerWeekLeft).toBe(0);
    expect(paceOf(goal, 5, '2027-03-01').piecesPerWeekLeft).toBeUndefined();
  });

  test('who goes on as until today is on time exactly when the forecast is the goal', () => {
    // A fortnight of practice at least, or it would be a guess.
    expect(paceOf(goal, 1, goal.from).forecast).toBeUndefined();
    for (const learned of [0, 4, 7, 10, 16]) {
      const { ahead, forecast, expected } = paceOf(goal, learned, '2026-12-01');
      expect(Math.sign(forecast! - goal.pieces)).toBe(Math.sign(ahead));
      expect(forecast).toBeCloseTo((learned / expected) * goal.pieces, 6);
    }
    expect(paceOf(goal, 12, goal.by).forecast).toBeCloseTo(12, 0);
  });

  test('days are counted over leap years and ends of months', () => {
    const days = (from: string, by: string) =>
      Math.round(paceOf({ ...goal, pieces: 1, from, by }, 0, from).calendarDaysPerPiece);
    expect(days('2028-02-28', '2028-03-01')).toBe(3);
    expect(days('2027-02-28', '2027-03-01')).toBe(2);
    expect(days('2026-01-01', '2026-12-31')).toBe(365);
    expect(days('2026-12-31', '2027-01-01')).toBe(2);
    expect(() => days('2026-9-1', '2027-01-01')).toThrow('written like 2026-09-01');
  });

  test('holidays leave fewer days, and overlap without harm', () => {
    const holidays = [
      { from: '2026-12-20', to: '2027-01-03' },
      { from: '2026-12-24', to: '2026-12-26' },
    ];
    const [open, closed] = [paceOf(goal, 0, goal.from), paceOf({ ...goal, holidays }, 0, goal.from)];
    // Fifteen closed days of which five in seven were for practice: 10.7.
    expect([10, 11]).toContain(open.practiceDays - closed.practiceDays);
    expect(() => paceOf({ ...goal, pieces: 0 }, 0, goal.from)).toThrow(RangeError);
  });
});

test('a step in the teacher’s own words says them, is done by the student’s word, and is a step like others', () => {
  const line = bookLine(5);
  const words = 'Whisper the names of the notes.';
  const plan = { ...READY_PLANS[0]!, steps: ['own-1', 'plain'], ownWords: { 'own-1': words } } as const;
  const stages = stagesOf(line.part, plan, { startBpm: 60, goalBpm: 80 });
  const own = stages.filter(({ step }) => step === 'own-1');
  expect(own.length).toBeGreaterThan(0);
  for (const stage of own)
    expect(describeStage(line, stage, 'us')).toMatchObject({
      doThis: words,
      checkedBy: 'own-word',
      input: 'none',
    });
  const plain = stages.find(({ step }) => step === 'plain')!;
  expect(describeStage(line, plain, 'us').doThis).toBe(STEPS.plain.doThis);
});

test('a step is judged as the plan says, every other as the class is', () => {
  const plan = { ...READY_PLANS[0]!, strictness: { clap: 'gentle', expression: 'exacting' } } as const;
  expect(strictnessOf(plan, 'm1-2/clap', 'usual')).toBe('gentle');
  expect(strictnessOf(plan, 'line/expression', 'usual')).toBe('exacting');
  expect(strictnessOf(plan, 'line/plain', 'usual')).toBe('usual');
  expect(strictnessOf(plan, undefined, 'gentle')).toBe('gentle');
  expect(strictnessOf(undefined, 'line/clap', 'exacting')).toBe('exacting');
});
