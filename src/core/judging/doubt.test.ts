import { exactFollowing, type Played } from '../../../tests/support/followings';
import { heardTone } from '../../../tests/support/heard';
import { lineOf } from '../../../tests/support/lines';
import type { Following } from '../following';
import { writtenNotes } from '../notation';
import { judge, policyOf, STRICTNESSES, USUAL_POLICY } from '.';
import { accuse } from './accuse';
import { withDoubt } from './doubt';
import { faultFeatures } from './fault-features';
import { faultsOf } from './faults';
import { BLAME_FROM } from './model/faults';

const line = lineOf(['C4q D4q E4q F4q', 'G4q A4q G4h', 'F4q E4q D4q E4q', 'C4w']);
const claps = lineOf(['xq xq xh', 'xq xe xe xh', 'xq xq xq xq', 'xw']);

const accused = (heard: Readonly<Record<string, Played>>, more: Partial<Following> = {}, of = line) =>
  accuse(of, exactFollowing(of, heard, more), USUAL_POLICY);

/** A chair, a word: beside every note something about as loud. */
const noisy = (of = line): Partial<Following> => ({
  hasTalkBeside: true,
  besides: writtenNotes(of).flatMap((_, index) =>
    [0.2, 0.45, 0.7].map((after) => ({ onsetSeconds: 1 + index + after, levelDb: -22 })),
  ),
});

describe('what is held against a player, were there no doubt', () => {
  test.each<[string, Readonly<Record<string, Played>>, typeof line, readonly string[]]>([
    ['an exact take', {}, line, []],
    ['a wrong note', { m1n2: { pitch: 2 } }, line, ['pitch 1']],
    ['a note that is not there: nothing else of it', { m1n2: { missing: true } }, line, ['pitch 1']],
    ['a late one', { m2n2: { late: 0.4 } }, line, ['onset 5']],
    ['wrong and late', { m2n2: { late: 0.4, pitch: 1 } }, line, ['pitch 5', 'onset 5']],
    ['cut short', { m2n3: { share: 0.3 } }, line, ['length 6']],
    ['a stroke that is not there', { m1n2: { missing: true } }, claps, ['pitch 1']],
  ])('%s', (_, heard, of, expected) => {
    const { notes, following } = accused(heard, {}, of);
    expect(faultsOf(notes, following).map(({ of, index }) => `${of} ${index}`)).toEqual(expected);
  });
  test('a note too many and a stop', () => {
    const sound = {
      kind: 'stroke',
      onsetSeconds: 2.4,
      endSeconds: 2.4,
      levelDb: -20,
      startStrength: 1,
    } as const;
    const found = {
      extras: [{ sound, measureIndex: 0, afterNoteId: 'm1n2' }],
      interruptions: [
        { kind: 'pause', measureIndex: 1, atSeconds: 7, seconds: 1, backToMeasureIndex: undefined },
      ],
    } as const;
    const { notes, following } = accused({}, found, claps);
    expect(faultsOf(notes, following)).toEqual([
      { of: 'extra', index: 0 },
      { of: 'stop', index: 0 },
    ]);
    // Everything the model asks for is measured of them as well.
    const said = withDoubt(accused({}, found, claps));
    for (const { confidence } of [...said.extras, ...said.interruptions])
      expect(confidence).toBeGreaterThanOrEqual(BLAME_FROM);
  });
});

describe('what tells whether it is the player’s', () => {
  const featuresOf = (heard: Readonly<Record<string, Played>>, more: Partial<Following> = {}) => {
    const take = accused(heard, more);
    const [fault] = faultsOf(take.notes, take.following);
    return faultFeatures(take)(fault!);
  };
  test('what else goes wrong tells nothing: who has much to learn is believed as much as anybody', () => {
    const alone = featuresOf({ m1n2: { pitch: 2 } });
    expect(featuresOf({ m1n2: { pitch: 2 }, m2n3: { pitch: 1 }, m3n4: { late: 0.5 } })).toEqual(alone);
  });
  test('what sounds beside it is counted where it is loud and near', () => {
    const at = (onsetSeconds: number, levelDb: number) => ({ onsetSeconds, levelDb });
    const besides = [at(2.2, -20), at(1.7, -22), at(2.1, -60), at(6, -20)];
    const { besidesNear, besideShare } = featuresOf({ m1n2: { pitch: 2 } }, { besides });
    expect([besidesNear, besideShare]).toEqual([2, 4 / 12]);
  });
  test('a sound is not beside itself: the stroke of its own start is none of another', () => {
    const sound = heardTone(3.45, 67, 0.4);
    const own = { onsetSeconds: 3.47, levelDb: -20 };
    const take = accused(
      {},
      {
        extras: [{ sound, measureIndex: 0, afterNoteId: 'm1n3' }],
        besides: [{ onsetSeconds: 3.45, levelDb: -20 }, own],
      },
    );
    const { besidesNear, besideShare } = faultFeatures(take)({ of: 'extra', index: 0 });
    expect([besidesNear, besideShare]).toEqual([0, 0]);
  });
  test('what its place shows tells, whatever was made of it', () => {
    const shows = { asked: 0.5, taken: 0.3, none: 0.2 };
    const { placeAsked, placeTaken, placeNone, placeBefore } = featuresOf({ m1n2: { pitch: 2, shows } });
    expect([placeAsked, placeTaken, placeNone, placeBefore]).toEqual([0.5, 0.3, 0.2, 0]);
    const hidden = featuresOf({ m1n2: { late: 0.3, showsBetween: { none: 0.8, asked: 0.2 } } });
    expect([hidden.betweenNone, hidden.betweenAsked]).toEqual([0.8, 0.2]);
  });
  test('an octave is told from other pitches; how far those are off is nobody’s business', () => {
    expect([12, -12, 24, 2, 7].map((pitch) => featuresOf({ m1n2: { pitch } }).octavesOff)).toEqual([
      1, -1, 2, 0, 0,
    ]);
  });
  test('how far off it is counts in widths of what is allowed: every strictness by its own measure', () => {
    const widths = STRICTNESSES.map((strictness) => {
      const policy = policyOf(strictness);
      const take = accuse(line, exactFollowing(line, { m1n2: { late: 0.3 } }), policy);
      const features = faultFeatures(take)(faultsOf(take.notes, take.following)[0]!);
      expect(features.offWindows! * take.windowsSeconds[1]!).toBeCloseTo(0.3, 9);
      return features.offWindows!;
    });
    expect(widths).toEqual(widths.toSorted((a, b) => a - b));
  });
});

describe('in doubt nobody is blamed', () => {
  const clear: Readonly<Record<string, Played>> = { m1n2: { pitch: 2 }, m2n2: { late: 0.4 } };
  const hardly: Readonly<Record<string, Played>> = {
    m2n2: { late: 0.2, startStrength: 0.85, levelDb: -34 },
  };
  const word = { ...heardTone(3.45, 50, 0.08), clarity: 0.93, levelDb: -31, startStrength: 0.97 };
  const withWord: Partial<Following> = {
    ...noisy(),
    extras: [{ sound: word, measureIndex: 0, afterNoteId: 'm1n3' }],
  };
  test('what was heard clearly is said, with how likely it is', () => {
    const { notes, measures } = judge(line, exactFollowing(line, clear), 60, USUAL_POLICY);
    expect([notes[1]!.pitch, notes[5]!.onset]).toEqual(['wrong', 'late']);
    for (const at of [1, 5]) expect(notes[at]!.confidence).toBeGreaterThanOrEqual(BLAME_FROM);
    expect(measures.map(({ unclear }) => unclear)).toEqual([0, 0, 0, 0]);
  });
  test('what was hardly heard among other sounds is held against nobody', () => {
    const { notes, measures, extras } = judge(line, exactFollowing(line, hardly, withWord), 60, USUAL_POLICY);
    expect([notes[5]!.onset, notes[5]!.length, extras]).toEqual(['on', 'unclear', []]);
    expect(measures.every(({ notesNeedWork, rhythmNeedsWork }) => !notesNeedWork && !rhythmNeedsWork)).toBe(
      true,
    );
  });
  test('a law: every fault is said with enough likelihood, or not at all', () => {
    for (const heard of [clear, hardly])
      for (const more of [{}, noisy(), withWord]) {
        const take = accused(heard, more);
        const said = withDoubt(take);
        const before = faultsOf(take.notes, take.following);
        const after = faultsOf(said.notes, said);
        expect(before).toEqual(expect.arrayContaining([...after]));
        for (const { of, index } of after)
          if (of === 'pitch' || of === 'onset')
            expect(said.notes[index]!.confidence).toBeGreaterThanOrEqual(BLAME_FROM);
      }
  });
  test('a figure is said as long as one of its notes is', () => {
    const even = lineOf(['C4q. D4e E4q F4q', 'G4q. F4e E4h', 'C4w']);
    const { figures, notes } = withDoubt(accused({ m1n2: { late: -0.5 }, m2n2: { late: -0.5 } }, {}, even));
    expect(figures.map(({ kind }) => kind)).toEqual(['dotted-played-even', 'dotted-played-even']);
    expect(notes.filter(({ onset }) => onset === 'early').map(({ noteId }) => noteId)).toEqual([
      'm1n2',
      'm2n2',
    ]);
  });
});
