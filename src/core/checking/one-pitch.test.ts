import { lineOf } from '../../../tests/support/lines';
import { perfectlyHeard } from '../../../tests/support/perfectly-heard';
import type { Line } from '../notation';
import { lineOfStep, STEP_KEEPS } from '../practice';
import { performVoices, STEADY_STYLE } from '../simulation';
import { checkHeard } from '.';

const WHOLE = lineOf(['G4q A4q B4h', 'A4q A4q G4h', 'A4q B4e A4e G4h', 'A4w']);
const ON_ONE = lineOfStep(WHOLE, STEP_KEEPS['one-note']);

/** The rhythm on another pitch than the written one. */
const playedOn = (line: Line, semitones: number): Line => ({
  ...line,
  part: { ...line.part, transpositionSemitones: line.part.transpositionSemitones + semitones },
});
const verdictOn = (line: Line, semitones: number) =>
  checkHeard(
    line,
    perfectlyHeard(performVoices(playedOn(line, semitones), { ...STEADY_STYLE, seed: 2, bpm: 72 })),
    72,
  ).verdict;

test.each([0, 2, -2, 5, 12])('one easy note may be any note: %d half steps away', (semitones) => {
  const { state, measures } = verdictOn(ON_ONE, semitones);
  expect(state).toBe('judged');
  expect(
    measures.every(
      ({ notesRight, rhythmRight, written }) => notesRight === written && rhythmRight === written,
    ),
  ).toBe(true);
});

test('a note that is another than the player’s own one is wrong', () => {
  const { events, durationSeconds } = performVoices(playedOn(ON_ONE, 3), {
    ...STEADY_STYLE,
    seed: 2,
    bpm: 72,
  });
  const spoilt = events.map((event, index) => (index === 4 ? { ...event, midi: event.midi! + 2 } : event));
  const { notes } = checkHeard(ON_ONE, perfectlyHeard({ events: spoilt, durationSeconds }), 72).verdict;
  expect(notes.map(({ pitch }) => pitch).filter((pitch) => pitch === 'wrong')).toHaveLength(1);
});

test('a line that is written on one note is that note and no other', () => {
  const written = lineOf(['A4q A4q A4h', 'A4q A4q A4h', 'A4q A4e A4e A4h', 'A4w']);
  const { measures, state } = verdictOn(written, 2);
  expect(state !== 'judged' || measures.some(({ notesNeedWork }) => notesNeedWork)).toBe(true);
});
