// Each hand alone: a line of two hands or of a drum kit is learned voice by voice, and every voice alone is checked whole.
import { bookLine } from '../../../tests/support/lines';
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { checkHeard } from '../checking';
import { scopeOf } from '../judging';
import {
  drumById,
  type Line,
  lineOfVoice,
  strokeOf,
  voiceCountOf,
  voiceNames,
  writtenNotes,
} from '../notation';
import { lineOfStage, READY_PLANS, type Stage, stagesOf } from '.';

const HANDS = bookLine(14);
const KIT = bookLine(15);
/** The snare in the hands, too: it stands on top of the hi-hat. */
const GROOVE: Line = {
  ...KIT,
  part: {
    ...KIT.part,
    measures: KIT.part.measures.map((measure) => ({
      ...measure,
      otherVoices: measure.otherVoices.map((voice) => ({
        ...voice,
        events: voice.events.map((event) =>
          event.kind === 'note' ? { ...event, pitch: strokeOf(drumById('bass-drum')) } : event,
        ),
      })),
    })),
  },
};
const MELODY = bookLine(5);
const APART = READY_PLANS.find(({ name }) => name.startsWith('Each hand'))!;
const BOUNDS = { startBpm: 60, goalBpm: 60 };
const stages = (line: Line, plan = APART) => stagesOf(line.part, plan, BOUNDS);
const stepsOf = (all: readonly Stage[]) => [...new Set(all.map(({ step }) => step))];

test('a line has the steps of the voices that it has', () => {
  expect(stepsOf(stages(HANDS))).toEqual(expect.arrayContaining(['right-hand', 'left-hand', 'plain']));
  expect(stepsOf(stages(HANDS))).not.toContain('feet');
  // Cymbals above, both drums below: nobody's hands and feet.
  expect(stepsOf(stages(KIT))).toEqual(expect.arrayContaining(['upper-voice', 'lower-voice', 'plain']));
  expect(stepsOf(stages(GROOVE))).toEqual(expect.arrayContaining(['hands', 'feet', 'plain']));
  expect(stepsOf(stages(MELODY)).filter((step) => /hand|feet/.test(step))).toEqual([]);
});

test('the left hand alone stands in its own clef, with its own notes in their time', () => {
  const left = lineOfStage(HANDS, stages(HANDS).find(({ step }) => step === 'left-hand')!);
  expect(left.part.measures[0]!.clef).toBe('bass');
  const expected = HANDS.part.measures
    .slice(0, left.part.measures.length)
    .flatMap(({ otherVoices }) => otherVoices[0]?.events ?? [])
    .flatMap((event) => (event.kind === 'note' && !event.tiedFromPrevious ? [event.id] : []));
  expect(writtenNotes(left).map(({ id }) => id)).toEqual(expected);
  expect(expected.length).toBeGreaterThan(0);
});

test.each([
  ['hands', HANDS],
  ['kit', KIT],
])('every voice of the %s alone adds up, and is judged whole and right when it is played', (_, line) => {
  for (let voice = 0; voice < voiceCountOf(line.part); voice++) {
    const alone = lineOfVoice(line, voice);
    expect(voiceNames(alone.part)).toHaveLength(1);
    const { verdict } = checkHeard(alone, heardPlaying(alone, { seed: 3, bpm: 60 }), 60);
    const weak = verdict.measures.filter((m) => m.notesNeedWork || m.rhythmNeedsWork);
    expect({ voice, state: verdict.state, weak: weak.length }).toEqual({ voice, state: 'judged', weak: 0 });
    expect(scopeOf(alone).voice).toBeUndefined();
  }
});

test('a piece in which a hand rests has no step for it', () => {
  const { measures } = HANDS.part;
  const restful: Line = {
    ...HANDS,
    part: {
      ...HANDS.part,
      measures: measures.map((measure, index) => (index < 2 ? { ...measure, otherVoices: [] } : measure)),
    },
  };
  const ids = stages(restful).map(({ id }) => id);
  expect(ids).toContain('m0-2/right-hand');
  expect(ids).not.toContain('m0-2/left-hand');
});

test('a plan for the whole line keeps its steps, and the last of them climbs', () => {
  const plan = { ...APART, chunking: 'line' as const };
  const all = stagesOf(HANDS.part, plan, { startBpm: 60, goalBpm: 80 });
  expect(all.map(({ step }) => step)).toEqual([
    ...['clap', 'right-hand', 'left-hand', 'plain', 'expression', 'without-click'],
  ]);
  expect(all.map(({ ladder }) => ladder.length > 1)).toEqual([false, false, false, false, true, false]);
});
