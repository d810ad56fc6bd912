// What the words and the small notes of a line ask for, played by somebody whose every note is heard.
import { lineOf } from '../../../tests/support/lines';
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { follow } from '../following';
import { judge, USUAL_POLICY } from '../judging';
import { type Line, type Note, swingOf } from '../notation';
import { playModel } from '../playback';
import { TempoMap } from '../tempo';

const SWING = '<direction><direction-type><words>Swing</words></direction-type></direction>';
const STRAIGHT = '<direction><direction-type><words>straight</words></direction-type></direction>';
const EIGHTHS = ['C4e D4e E4e F4e G4q E4e C4e', 'D4q E4e F4e G4e A4e G4q', 'C4w'];
const swung = lineOf([`${SWING} ${EIGHTHS[0]}`, ...EIGHTHS.slice(1)]);
const even = lineOf(EIGHTHS);

const judged = (line: Line, played: Line, bpm = 80) =>
  judge(
    line,
    follow(line, heardPlaying(played, { seed: 4, bpm, timingSeconds: 0.012 }), bpm),
    bpm,
    USUAL_POLICY,
  );
const off = (verdict: ReturnType<typeof judged>) =>
  verdict.notes.filter(({ onset }) => onset !== 'on').map(({ noteId, onset }) => `${noteId} ${onset}`);

describe('swing', () => {
  // The long eighth has two thirds of the beat, as the first two of a triplet have: common practice.
  test.each([
    [0, 0],
    [1 / 2, 2 / 3],
    [1, 1],
    [1.5, 1 + 2 / 3],
    [2, 2],
    [2.5, 2.5],
    [3.5, 3 + 2 / 3],
    [12, 12],
  ])('what is written at %d quarters is played at %d', (written, played) => {
    expect(swingOf(swung).played(written)).toBeCloseTo(played, 9);
    expect(swingOf(swung).written(played)).toBeCloseTo(written, 9);
    expect(swingOf(even).played(written)).toBe(written);
  });

  test('model, playhead and click go by it: beats stay where they are', () => {
    const onsets = (line: Line) => playModel(line, 60).events.map(({ onsetSeconds }) => onsetSeconds);
    expect(
      onsets(even)
        .slice(0, 5)
        .map((at) => Number(at.toFixed(2))),
    ).toEqual([0, 0.5, 1, 1.5, 2]);
    expect(
      onsets(swung)
        .slice(0, 5)
        .map((at) => Number(at.toFixed(2))),
    ).toEqual([0, 0.67, 1, 1.67, 2]);
    const map = new TempoMap(swung, 60);
    expect(map.quartersAt(2 / 3)).toBeCloseTo(0.5, 9);
    expect(map.endSeconds).toBeCloseTo(12, 9);
  });

  test.each([50, 72, 100, 120])(
    'at %d a swung take of a swung line is clean; swung where it is even is not',
    (bpm) => {
      expect(off(judged(swung, swung, bpm))).toEqual([]);
      expect(off(judged(even, even, bpm))).toEqual([]);
      expect(off(judged(even, swung, bpm)).length).toBeGreaterThanOrEqual(3);
    },
  );

  test('a beat of a triplet, of sixteenths or of a dotted eighth is played as it is written, and so is what stands behind "straight"', () => {
    const line = lineOf([`${SWING} C4e. D4s E4s F4s G4e C4e D4e C4q`, `${STRAIGHT} C4e D4e C4q C4h`]);
    const { played } = swingOf(line);
    expect([0.75, 1.25, 1.5, 2.5, 4.5].map(played)).toEqual([0.75, 1.25, 1.5, 2 + 2 / 3, 4.5]);
  });

  test('a pickup of one eighth comes where the beat before has its short half', () => {
    const line = lineOf([`${SWING} G4e`, 'C4q D4q E4q F4q', 'C4h. C4e C4e']);
    expect(swingOf(line).played(0)).toBeCloseTo(1 / 6, 9);
    expect(swingOf(line).played(0.5)).toBe(0.5);
  });
});

describe('small notes', () => {
  const plain = lineOf(['C4q D4q E4q F4q', 'G4q A4q G4h', 'C4w']);
  const withGrace = (line: Line, id: string): Line => {
    const grace = (note: Note): Note => ({
      ...note,
      graces: [{ kind: 'pitched', spelling: { step: 'A', alter: 0, octave: 4 } }],
    });
    const measures = line.part.measures.map((measure) => ({
      ...measure,
      events: measure.events.map((event) =>
        event.kind === 'note' && event.id === id ? grace(event) : event,
      ),
    }));
    return { ...line, part: { ...line.part, measures } };
  };
  const graced = withGrace(plain, 'm2n1');

  test('are heard in the model just before their note, which stays on its beat', () => {
    const { events } = playModel(graced, 60);
    const [small, main] = events.slice(4, 6);
    expect(events).toHaveLength(9);
    expect([small!.midi, main!.midi]).toEqual([69, 67]);
    expect(main!.onsetSeconds).toBeCloseTo(4, 6);
    expect(small!.onsetSeconds).toBeGreaterThan(3.85);
    expect(events[3]!.endSeconds).toBeLessThanOrEqual(small!.onsetSeconds);
  });

  test('are judged neither when they are played nor when they are not; unwritten they are a note too many', () => {
    for (const bpm of [60, 84, 108]) {
      expect(
        judged(graced, graced, bpm).measures.map(
          ({ rhythmNeedsWork, notesNeedWork }) => rhythmNeedsWork || notesNeedWork,
        ),
      ).toEqual([false, false, false]);
      expect(off(judged(graced, plain, bpm))).toEqual([]);
      expect(judged(plain, graced, bpm).extras).toHaveLength(1);
    }
  });
});
