// What a good teacher would never let pass. Common practice; every note of these takes is heard.

import { bookLine, lineOf, readBook } from '../../../tests/support/lines';
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { follow } from '../following';
import { judge, nextStep, policyOf, STRICTNESSES, type Strictness, verdictInWords } from '../judging';
import { type Line, writtenNotes } from '../notation';
import type { Flaw } from '../simulation';
import { checkHeard } from '.';

const PLAIN = { vocabulary: 'us', after: { kind: 'nothing' } } as const;
const TEMPOS = [50, 60, 72, 84, 100];

function verdictOf(line: Line, flaws: readonly Flaw[], bpm = 72, strictness: Strictness = 'usual', seed = 3) {
  const following = follow(line, heardPlaying(line, { seed, bpm, timingSeconds: 0.015 }, flaws), bpm);
  return judge(line, following, bpm, policyOf(strictness));
}
type Judged = ReturnType<typeof verdictOf>;
const weak = ({ measures }: Judged) =>
  measures.flatMap(({ rhythmNeedsWork, notesNeedWork }, index) =>
    rhythmNeedsWork || notesNeedWork ? [index] : [],
  );
const off = ({ notes }: Judged) =>
  notes.filter(({ onset }) => onset !== 'on').map(({ noteId, onset }) => `${noteId} ${onset}`);

describe('a rest is counted out', () => {
  const quarterRest = lineOf(['C4q D4q E4q F4q', 'G4q Rq A4q G4q', 'F4q E4q D4q E4q', 'C4w']);
  const halfRest = lineOf(['C4q D4q E4q F4q', 'G4q A4q Rh', 'F4q E4q D4q E4q', 'C4w']);
  const claps = lineOf(['xq xq xq xq', 'xq Rq xq xq', 'xq xq xq xq', 'xq xq xh']);
  test.each([
    ['half of a quarter rest', quarterRest, 'm2n2', 0.5, 1],
    ['all of a quarter rest', quarterRest, 'm2n2', 0.95, 1],
    ['half of a half rest', halfRest, 'm3n1', 1, 2],
    ['half of a quarter rest that is clapped', claps, 'm2n2', 0.5, 1],
  ] as const)(
    '%s that is lost makes the entry early, and nothing else',
    (_, line, noteId, beats, measure) => {
      for (const bpm of TEMPOS) {
        for (const seed of [1, 2]) {
          const verdict = verdictOf(line, [{ kind: 'rest-cut', noteId, beats }], bpm, 'usual', seed);
          expect([bpm, weak(verdict), off(verdict)]).toEqual([bpm, [measure], [`${noteId} early`]]);
          expect(verdict.figures.map(({ kind }) => kind)).toEqual(['rest-not-held']);
          expect(nextStep(verdict, PLAIN)).toMatch(
            /^In measure \d the rest was cut short: count it through\./,
          );
        }
      }
    },
  );
  test('counted out, it is right', () => {
    for (const bpm of TEMPOS) expect(weak(verdictOf(quarterRest, [], bpm))).toEqual([]);
  });
});

describe('a long note is held into its last beat', () => {
  const whole = lineOf(['C4w', 'D4q E4q F4q G4q', 'C5w']);
  const dotted = lineOf(['C4h. D4q', 'E4q F4q G4q A4q', 'C5w']);
  const half = lineOf(['C4h D4h', 'E4q F4q G4q A4q', 'C5w']);
  test.each([
    ['a whole note of three beats', whole, 0.755, ['usual', 'exacting']],
    ['a whole note that reaches into its fourth beat', whole, 0.86, []],
    ['a dotted half of two beats', dotted, 0.67, ['usual', 'exacting']],
    ['a dotted half that reaches into its third beat', dotted, 0.8, []],
    ['a half of one beat', half, 0.5, ['usual', 'exacting']],
    ['a half of less than one beat', half, 0.42, ['gentle', 'usual', 'exacting']],
    ['a half that reaches into its second beat', half, 0.8, []],
  ] as const)('%s', (_, line, keptShare, short) => {
    for (const bpm of [60, 72, 90]) {
      const found = STRICTNESSES.filter((strictness) => {
        const verdict = verdictOf(line, [{ kind: 'cut-short', noteId: 'm1n1', keptShare }], bpm, strictness);
        return verdict.notes[0]!.length === 'short';
      });
      expect([bpm, found]).toEqual([bpm, short]);
    }
  });
  test('the remedy is to hold it, and never to clap it', () => {
    const verdict = verdictOf(whole, [{ kind: 'cut-short', noteId: 'm1n1', keptShare: 0.74 }]);
    expect(nextStep(verdict, PLAIN)).toBe(
      'In measure 1 hold the note on beat 1 to the end. Play it slowly, three times.',
    );
    expect(verdictInWords(whole, verdict, 'uk')).toEqual([
      {
        measureIndex: 0,
        name: 'bar 1',
        sentences: ['Beat 1, C: the semibreve was let go after 3 of 4 beats.'],
      },
    ]);
  });
});

describe('a note is not held into the rest after it', () => {
  const line = lineOf(['C4q Rq E4q F4q', 'G4h Rh', 'C4w']);
  test.each([
    ['m1n1', 0.95],
    ['m2n1', 1.9],
  ] as const)('%s, held through the rest', (noteId, beats) => {
    const verdict = verdictOf(line, [{ kind: 'held-on', noteId, beats }]);
    expect(verdict.notes.find((note) => note.noteId === noteId)!.length).toBe('long');
    expect(nextStep(verdict, PLAIN)).toContain('where the rest begins');
  });
  test('a room that rings on fills no rest', () => {
    expect(weak(verdictOf(line, [{ kind: 'held-on', noteId: 'm1n1', beats: 0.25 }]))).toEqual([]);
  });
});

describe('6/8', () => {
  const lilt = lineOf(['C4q D4e E4q F4e', 'G4q F4e E4q D4e', 'C4q E4e G4q E4e', 'C4h.'], { meter: '6/8' });
  const shorts = writtenNotes(lilt)
    .filter(({ beats }) => beats < 0.4)
    .map(({ id }) => id);
  // Quarter and eighth as two equal notes: the second comes a sixth of a beat early.
  const even = shorts.map((noteId): Flaw => ({ kind: 'early', noteId, beats: 1 / 6 }));
  test.each(STRICTNESSES)('quarter and eighth played as two equal notes are not right, %s', (strictness) => {
    for (const bpm of [40, 60, 80, 100, 108]) {
      const verdict = verdictOf(lilt, even, bpm, strictness);
      expect([bpm, verdict.state, weak(verdict).length]).toEqual([bpm, 'judged', 3]);
      expect(nextStep(verdict, PLAIN)).toContain('played even: make the first twice as long');
    }
  });
  test.each(STRICTNESSES)('played as written it is right, %s', (strictness) => {
    for (const bpm of [40, 60, 80, 100]) expect(weak(verdictOf(lilt, [], bpm, strictness))).toEqual([]);
  });
});

// One fault is named once: who is late blames no neighbour.
describe('in a piece of one or two measures', () => {
  const pieces = [
    lineOf(['C4q D4q E4q F4q']),
    lineOf(['C4q E4q G4h']),
    lineOf(['C4q D4q E4q F4q', 'G4w']),
    lineOf(['C4h E4h', 'D4q F4q G4h']),
  ];
  const cases = pieces.flatMap((line, piece) =>
    writtenNotes(line).flatMap(({ id }) => (['late', 'early'] as const).map((way) => ({ piece, id, way }))),
  );
  test.each(cases)('piece $piece, $id $way', ({ piece, id, way }) => {
    const verdict = verdictOf(pieces[piece]!, [{ kind: way, noteId: id, beats: 0.35 }]);
    expect(off(verdict)).toEqual([`${id} ${way}`]);
  });
});

describe('a verdict agrees with itself', () => {
  test.each([
    [
      'dotted',
      ['C4q. D4e E4q F4q', 'G4q. F4e E4h', 'C4w'],
      [
        ['m1n2', -0.5],
        ['m2n2', -0.5],
      ],
    ],
    [
      'swung',
      ['C4e D4e E4e F4e G4q A4q', 'G4e F4e E4e D4e C4h'],
      [
        ['m1n2', 0.17],
        ['m1n4', 0.17],
      ],
    ],
  ] as const)('where a figure is named, its measures are not all right: %s', (_, measures, moved) => {
    const line = lineOf(measures);
    for (const strictness of STRICTNESSES) {
      const flaws = moved.map(
        ([noteId, beats]): Flaw =>
          beats < 0 ? { kind: 'early', noteId, beats: -beats } : { kind: 'late', noteId, beats },
      );
      const verdict = verdictOf(line, flaws, 60, strictness);
      expect(verdict.figures.length).toBeGreaterThan(0);
      for (const { measureIndex } of verdict.figures)
        expect(verdict.measures[measureIndex]!.rhythmNeedsWork).toBe(true);
      expect(nextStep(verdict, PLAIN)).toMatch(/^In measure 1 .*played/);
      // Named once: no two figures share a note or say the same of one measure.
      const ids = verdict.figures.flatMap(({ noteIds }) => noteIds);
      expect(new Set(ids).size).toBe(ids.length);
    }
  });

  test('many measures are many', () => {
    const line = lineOf(['C4q D4q E4q F4q', 'G4q F4q E4q D4q', 'C4w']);
    const wrong = (...ids: readonly string[]) =>
      nextStep(
        verdictOf(
          line,
          ids.map((noteId): Flaw => ({ kind: 'wrong', noteId, semitones: 1 })),
        ),
        PLAIN,
      );
    expect(wrong('m1n2', 'm2n2')).toBe(
      'Practise the notes of measure 1 slowly, three times, then measure 2.',
    );
  });

  test('one player with another line plays another line', () => {
    const book = readBook().filter(({ line }) =>
      writtenNotes(line).every(({ sound }) => sound.kind === 'pitched'),
    );
    const states = book.slice(0, 7).flatMap(({ line }, a) =>
      book.slice(0, 7).flatMap((other, b) => {
        if (a === b) return [];
        const heard = heardPlaying(other.line, { seed: 1, bpm: 72 });
        return [judge(line, follow(line, heard, 72), 72, policyOf('usual')).state];
      }),
    );
    // Some share so much that a few measures fit.
    expect(states).not.toContain('several-sounds');
    expect(states.filter((state) => state !== 'judged').length).toBeGreaterThan(0.85 * states.length);
  });

  test.each([-12, 12, -24])(
    'a voice that sings %i half steps away sings the line in its own octave',
    (semitones) => {
      const plain = bookLine(5);
      const line = { ...plain, part: { ...plain.part, instrument: 'voice' as const } };
      const sung = { ...line, part: { ...line.part, transpositionSemitones: semitones } };
      const { verdict } = checkHeard(line, heardPlaying(sung, { seed: 2, bpm: 72 }), 72);
      expect([verdict.state, weak(verdict)]).toEqual(['judged', []]);
      // Another instrument plays another part.
      expect(checkHeard(plain, heardPlaying(sung, { seed: 2, bpm: 72 }), 72).verdict.state).toBe(
        'transposed',
      );
    },
  );

  test.each([
    [
      'once more',
      { kind: 'again', takes: 1, isTop: false },
      'Every bar was right. Once more the same way, and you go up.',
    ],
    [
      'once more at the goal',
      { kind: 'again', takes: 1, isTop: true },
      'Every bar was right. Once more the same way, and you are through here.',
    ],
    [
      'three more',
      { kind: 'again', takes: 3, isTop: false },
      'Every bar was right. 3 more like this in a row, and you go up.',
    ],
    ['climbed', { kind: 'faster', bpm: 76 }, 'Every bar was right. Now try it at 76.'],
    [
      'one take is enough',
      { kind: 'next-stage' },
      'Every bar was right. You are through here: go on to what comes next.',
    ],
    [
      'the last rung',
      { kind: 'learned' },
      'Every bar was right. That was the last step: you have learned this line.',
    ],
  ] as const)('a clean take that leads further: %s', (_, after, expected) => {
    const line = bookLine(5);
    expect(nextStep(verdictOf(line, []), { vocabulary: 'uk', after })).toBe(expected);
  });
});

describe('a measure is called as it is printed', () => {
  const line = bookLine(9);
  test.each([
    ['m2n2', 'measure 2'],
    ['m2n2-pass2', 'measure 2, the second time'],
    ['m6n2', 'measure 6'],
  ])('a wrong note %s', (noteId, name) => {
    const verdict = verdictOf(line, [{ kind: 'wrong', noteId, semitones: 2 }]);
    expect(nextStep(verdict, PLAIN)).toBe(`Practise the notes of ${name.slice(0, 9)} slowly, three times.`);
    expect(verdictInWords(line, verdict, 'us').map((measure) => measure.name)).toEqual([name]);
  });
});
