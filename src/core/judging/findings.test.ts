import { exactFollowing, type Played } from '../../../tests/support/followings';
import { heardTone } from '../../../tests/support/heard';
import { lineOf } from '../../../tests/support/lines';
import type { Following } from '../following';
import { writtenNotes } from '../notation';
import { besideThePlayer, describeDrift, judge, nextStep, policyOf, STRICTNESSES, USUAL_POLICY } from '.';

const PLAIN = { vocabulary: 'us', after: { kind: 'nothing' } } as const;

describe('figures that go wrong as a whole', () => {
  const figures = (measures: readonly string[], heard: Readonly<Record<string, Played>>) => {
    const line = lineOf(measures);
    return judge(line, exactFollowing(line, heard), 60, USUAL_POLICY).figures.map(({ kind }) => kind);
  };

  test.each<[string, readonly string[], Readonly<Record<string, Played>>, readonly string[]]>([
    ['an exact take', ['C4q. D4e E4h', 'C4e D4e E4e F4e Rq G4q'], {}, []],
    ['a dotted pair played even', ['C4q. D4e E4h'], { m1n2: { late: -0.5 } }, ['dotted-played-even']],
    ['a dotted pair a little early', ['C4q. D4e E4h'], { m1n2: { late: -0.1 } }, []],
    ['even eighths played dotted', ['C4e D4e E4q F4h'], { m1n2: { late: 0.22 } }, ['even-played-dotted']],
    [
      'a run that is rushed',
      ['C4e D4e E4e F4e G4h'],
      { m1n2: { late: -0.12 }, m1n3: { late: -0.24 }, m1n4: { late: -0.36 }, m1n5: { late: -0.48 } },
      ['run-rushed'],
    ],
    ['a rest that is not held', ['C4q Rq E4h'], { m1n2: { late: -0.6 } }, ['rest-not-held']],
    ['an off-beat entered on the beat', ['Re C4e E4q F4h'], {}, []],
    ['an off-beat on the next beat', ['C4q Re D4e F4h'], { m1n2: { late: 0.45 } }, ['on-the-beat']],
  ])('%s', (_, measures, heard, expected) => {
    expect(figures(measures, heard)).toEqual(expected);
  });

  test('the advice says what went wrong in the weakest measure', () => {
    const line = lineOf(['C4q. D4e E4h', 'C4w', 'D4w']);
    const verdict = judge(line, exactFollowing(line, { m1n2: { late: -0.5 } }), 60, USUAL_POLICY);
    expect(nextStep(verdict, PLAIN)).toContain('the dotted rhythm was played even');
  });
});

describe('character, measured apart', () => {
  const marked = (mark: string) =>
    `<direction><direction-type><dynamics><${mark}/></dynamics></direction-type></direction>`;
  const found = (measures: readonly string[], heard: Readonly<Record<string, Played>>) => {
    const line = lineOf(measures);
    const verdict = judge(line, exactFollowing(line, heard), 60, USUAL_POLICY);
    expect(verdict.measures.some((measure) => measure.notesNeedWork || measure.rhythmNeedsWork)).toBe(false);
    return verdict.character.map(({ mark, isHeard, value }) => [mark, isHeard, Number(value.toFixed(2))]);
  };

  test.each<[string, readonly string[], Readonly<Record<string, Played>>, readonly unknown[]]>([
    [
      'a slur that is joined',
      ['(C4q D4q) E4h'],
      {},
      [
        ['slur', true, 1],
        ['tongued', true, 1],
      ],
    ],
    ['a slur that is tongued', ['(C4h D4h)'], { m1n2: { dipDb: 12 } }, [['slur', false, 0]]],
    ['staccato, short', ["C4q' D4q E4h"], { m1n1: { share: 0.4 } }, [['staccato', true, 0.4]]],
    ['staccato, long', ["C4q' D4q E4h"], {}, [['staccato', false, 0.9]]],
    [
      'forte after piano',
      [`${marked('p')} C4h D4h`, `${marked('f')} E4h F4h`],
      { m2n1: { levelDb: -13 }, m2n2: { levelDb: -13 } },
      [['dynamics', true, 7]],
    ],
    [
      'piano after forte that is not softer',
      [`${marked('f')} C4w`, `${marked('p')} D4w`],
      {},
      [['dynamics', false, 0]],
    ],
    ['a fermata that is held', ['C4h D4h^'], { m1n2: { share: 1.5 } }, [['fermata', true, 1.5]]],
  ])('%s', (_, measures, heard, expected) => {
    expect(found(measures, heard)).toEqual(expected);
  });
});

describe('confidence', () => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4w']);
  const judged = (heard: Readonly<Record<string, Played>>, more: Partial<Following> = {}) =>
    judge(line, exactFollowing(line, heard, more), 60, USUAL_POLICY);

  test.each<[string, Played, string]>([
    ['an octave too high', { pitch: 12 }, 'octave'],
    ['an octave too low', { pitch: -12 }, 'octave'],
    ['a wrong note', { pitch: 2 }, 'wrong'],
    ['a right note that hardly repeats', { clarity: 0.55 }, 'right'],
    ['a right note that is hardly louder than the noise', { levelDb: -61 }, 'right'],
    ['a weak start where the score has the note', { startStrength: 0.05 }, 'right'],
    ['another string, surely plucked', { pitch: 2, pitchMargin: 1.3, startStrength: 0.99 }, 'wrong'],
    ['a note in whose place there was silence', { missing: true }, 'missing'],
    [
      'one whose place shows its pitch, though no start was heard',
      { missing: true, sign: 'pitch-shows' },
      'unclear',
    ],
  ])('of %s', (_, how, pitch) => {
    expect(judged({ m1n2: how }).notes[1]!.pitch).toBe(pitch);
  });

  test('what is doubted is held against nobody, and counted as unclear', () => {
    const { notes, measures } = judged({ m1n2: { missing: true, sign: 'pitch-shows' } });
    expect(notes[1]).toMatchObject({ pitch: 'unclear', onset: 'on', length: 'unclear', confidence: 0 });
    expect(measures[0]).toMatchObject({ unclear: 1, notesNeedWork: false, rhythmNeedsWork: false });
    expect(measures[1]).toMatchObject({ unclear: 0, confidence: 1 });
  });

  test('measures that were skipped do not make it another line', () => {
    const long = lineOf(['C4q D4q E4h', ...Array.from({ length: 5 }, () => 'F4q G4q A4q B4q'), 'C5w']);
    const skipped = exactFollowing(long).notes.filter(
      ({ measureIndex }) => measureIndex > 0 && measureIndex < 6,
    );
    const heard = Object.fromEntries(skipped.map(({ noteId }) => [noteId, { missing: true }]));
    expect(judge(long, exactFollowing(long, heard), 60, USUAL_POLICY).state).toBe('judged');
  });

  describe('of a repeated note that was not found', () => {
    const repeats = lineOf(['C4q C4q C4q C4q', 'D4q D4q D4q D4q', 'E4q E4q E4q E4q']);
    const pitchOf = (heard: Readonly<Record<string, Played>>, id = 'm1n2') =>
      judge(repeats, exactFollowing(repeats, heard), 60, USUAL_POLICY).notes.find((n) => n.noteId === id)!
        .pitch;

    test('silence in its place is a missing note', () => {
      expect(pitchOf({ m1n2: { missing: true } })).toBe('missing');
    });

    test.each([
      ['a sound that stays as it is: it was held through', 'sound-goes-on', 'missing'],
      ['a sound that changes where it was due: it may be covered', 'sound-changes', 'unclear'],
    ] as const)('%s', (_, sign, pitch) => {
      expect(pitchOf({ m1n2: { missing: true, sign } })).toBe(pitch);
    });
  });

  test.each<[string, Partial<Following>, string, RegExp]>([
    ['another part', { transposedSemitones: 2 }, 'transposed', /2 half steps higher/],
    ['an octave off', { transposedSemitones: -12 }, 'transposed', /an octave lower/],
  ])('%s is said of the whole take instead of judging it', (_, more, state, advice) => {
    const verdict = judged({}, more);
    expect(verdict.state).toBe(state);
    expect(nextStep(verdict, PLAIN)).toMatch(advice);
  });

  test('where doubt leaves most notes open, it was not heard well enough', () => {
    const open = { missing: true, sign: 'pitch-shows' } as const;
    const verdict = judged({ m1n2: open, m1n3: open, m1n4: open });
    expect(verdict.state).toBe('unclear-sound');
    expect(nextStep(verdict, PLAIN)).toMatch(/not hear this well enough/);
  });

  test.each([
    ['talk', { count: 20, medianSeconds: 0.11, medianClarity: 0.85, areMostlySaid: true }, 'speech', /talk/],
    [
      'several players',
      { count: 20, medianSeconds: 0.3, medianClarity: 0.9, areMostlySaid: false },
      'several-sounds',
      /on your own/,
    ],
  ] as const)('what fits nothing is %s, if it sounds like it', (_, tones, state, advice) => {
    const astray = Object.fromEntries(writtenNotes(line).map(({ id }) => [id, { pitch: 3 }]));
    const verdict = judged(astray, { tones });
    expect(verdict.state).toBe(state);
    expect(nextStep(verdict, PLAIN)).toMatch(advice);
  });

  test.each<[Partial<Following>, RegExp]>([
    [{ hasFootBeside: true }, /^A foot was keeping the beat\. That cost you nothing\.$/],
    [
      { hasFootBeside: true, hasTalkBeside: true },
      /^A foot was keeping the beat and somebody was talking meanwhile\./,
    ],
  ])('a foot is mentioned, and with it who talks: %j', (more, said) => {
    expect(besideThePlayer(judged({}, more))).toMatch(said);
  });

  test('who talked beside the player is mentioned, where there is a verdict', () => {
    expect(besideThePlayer(judged({}, { hasTalkBeside: true }))).toMatch(
      /talking meanwhile. That cost you nothing/,
    );
    expect(besideThePlayer(judged({}, { hasTalkBeside: true, transposedSemitones: 2 }))).toBeUndefined();
    expect(besideThePlayer(judged({}, {}))).toBeUndefined();
  });

  test('a take that fits its line is judged, however short or rough its tones are', () => {
    const rough = { tones: { count: 20, medianSeconds: 0.1, medianClarity: 0.9, areMostlySaid: false } };
    expect(judged({}, rough).state).toBe('judged');
  });
});

describe('the course of the tempo', () => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4h A4h', 'C4w', 'D4h E4h', 'F4w', 'G4w']);
  /** Six measures of four beats, the next of each beginning after so many seconds. */
  const courseOf = (seconds: readonly number[], more: Partial<Following> = {}) => {
    let at = 1;
    const measureSeconds = [at, ...seconds.map((length) => (at += length))];
    return judge(line, exactFollowing(line, {}, { measureSeconds, ...more }), 60, USUAL_POLICY).tempo;
  };

  test.each<[string, readonly number[], Partial<Following>, readonly number[], RegExp]>([
    ['steady', [4, 4, 4, 4, 4], {}, [60, 60, 60, 60, 60], /steady/],
    ['one measure dwelt upon', [4, 4, 5, 4, 4], {}, [60, 60, 48, 60, 60], /steady/],
    ['rushing', [4, 3.9, 3.8, 3.7, 3.6], {}, [60, 61.5, 63.2, 64.9, 66.7], /faster, from about 57 to 63/],
    ['dragging', [3.6, 3.7, 3.8, 3.9, 4], {}, [66.7, 64.9, 63.2, 61.5, 60], /slower/],
    [
      'a stop is no tempo',
      [4, 4, 4, 9, 4],
      {
        interruptions: [
          { kind: 'pause', measureIndex: 3, atSeconds: 15, seconds: 5, backToMeasureIndex: undefined },
        ],
      },
      [60, 60, 60, 60],
      /steady/,
    ],
    ['too little', [4, 4], {}, [60, 60], /Too little/],
  ])('%s', (_, seconds, more, bpms, sentence) => {
    const tempo = courseOf(seconds, more);
    expect(tempo.course.measures.map(({ bpm }) => Number(bpm.toFixed(1)))).toEqual(bpms);
    expect(describeDrift(tempo)).toMatch(sentence);
  });
});

test('a stricter level never lets pass what a gentler one holds against the player', () => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4h A4h', 'C4w']);
  for (const moved of [-0.3, -0.2, -0.16, -0.1, -0.07, 0.05, 0.08, 0.13, 0.18, 0.24]) {
    for (const share of [0.4, 0.55, 0.7, 0.9]) {
      const following = exactFollowing(line, { m1n2: { late: moved }, m2n1: { share } });
      const faults = STRICTNESSES.map(
        (strictness) =>
          judge(line, following, 60, policyOf(strictness)).measures.filter((m) => m.rhythmNeedsWork).length,
      );
      expect(faults).toEqual(faults.toSorted((a, b) => a - b));
    }
  }
});

test.each<[string, Played, Played, string]>([
  [
    'one that may have sounded: it may be that one',
    { missing: true, sign: 'pitch-shows' },
    { late: -0.3 },
    'on',
  ],
  ['one that was left out: one fault, named once', { missing: true }, { late: -0.3 }, 'on'],
  ['one in whose place it was started: one fault, named once', { heldThrough: 1 }, { late: -0.3 }, 'on'],
  ['one that was played', {}, { late: -0.3 }, 'early'],
  [
    'one that may have sounded, and late all the same',
    { missing: true, sign: 'pitch-shows' },
    { late: 0.3 },
    'late',
  ],
  ['one that was heard well', {}, { late: 0.3 }, 'late'],
  ['one, and starts out of a clear dip', {}, { late: 0.3, startStrength: 0.4, dipDb: 9 }, 'late'],
])('a note that is off after %s', (_, before, note, expected) => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4w']);
  const following = exactFollowing(line, { m1n2: before, m1n3: note });
  expect(judge(line, following, 60, USUAL_POLICY).notes[2]!.onset).toBe(expected);
});

test.each([
  ['at once: it broke the note off', 0.05, 'unclear'],
  ['after a gap', 0.3, 'short'],
])('a note too many follows a short note %s', (_, gapSeconds, expected) => {
  const line = lineOf(['C4h D4h', 'G4w']);
  const exact = exactFollowing(line, { m1n1: { share: 0.4 } });
  const [first] = exact.notes;
  const onsetSeconds = (first?.kind === 'played' ? first.sound.endSeconds : Number.NaN) + gapSeconds;
  const extra = heardTone(onsetSeconds, 64, 0.3);
  const following = { ...exact, extras: [{ sound: extra, measureIndex: 0, afterNoteId: 'm1n1' }] };
  expect(judge(line, following, 60, USUAL_POLICY).notes[0]!.length).toBe(expected);
});
