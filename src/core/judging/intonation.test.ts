import { exactFollowing, type Played } from '../../../tests/support/followings';
import { lineOf } from '../../../tests/support/lines';
import { judge, USUAL_POLICY } from '.';

const line = lineOf(['C4q D4q E4q D4q', 'C4q D4q E4q C4q', 'C4w']);
const intonationOf = (played: Readonly<Record<string, Played>>, soundsAreSustained = true) => {
  const verdict = judge(line, exactFollowing(line, played, { soundsAreSustained }), 60, USUAL_POLICY);
  expect(verdict.measures.some(({ notesNeedWork }) => notesNeedWork)).toBe(false);
  return verdict.intonation;
};

test('one note 45 cents flat is told in cents, and costs nothing', () => {
  const found = intonationOf({ m1n3: { pitch: -0.45 } })!;
  expect(found.notes.filter(({ cents }) => cents !== 0)).toEqual([
    { noteId: 'm1n3', measureIndex: 0, cents: -45 },
  ]);
  expect([found.driftCents, found.tendencies]).toEqual([0, []]);
});

test('a pitch that sinks to −40 is a drift, whatever one note does', () => {
  const ids = ['m1n1', 'm1n2', 'm1n3', 'm1n4', 'm2n1', 'm2n2', 'm2n3', 'm2n4', 'm3n1'];
  const sinking = Object.fromEntries(ids.map((id, n) => [id, { pitch: -0.05 * n }]));
  const { driftCents } = intonationOf({ ...sinking, m2n2: { pitch: 0.2 } })!;
  expect(driftCents).toBeLessThan(-35);
  expect(driftCents).toBeGreaterThan(-45);
});

test('a note that is low each time it comes tends low', () => {
  const low = { m1n2: { pitch: -0.3 }, m1n4: { pitch: -0.25 }, m2n2: { pitch: -0.35 } };
  expect(intonationOf(low)!.tendencies).toEqual([{ midi: 62, cents: -30, count: 3 }]);
});

test('strings that ring have no intonation of their own', () => {
  expect(intonationOf({}, false)).toBeUndefined();
});
