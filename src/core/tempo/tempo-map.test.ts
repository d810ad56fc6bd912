import { lineOf } from '../../../tests/support/lines';
import { evenBeats, TempoMap } from '.';

const words = (text: string) =>
  `<direction><direction-type><words>${text.replaceAll(' ', '_')}</words></direction-type></direction>`;
const mark = (bpm: number) =>
  `<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>${bpm}</per-minute></metronome></direction-type></direction>`;
const repeatEnd = '<barline location="right"><repeat direction="backward"/></barline>'.replaceAll(' ', '_');
const FOUR = 'C4q C4q C4q C4q';
/** How long each measure of four quarters lasts at 60. */
const lengths = (measures: readonly string[], count = measures.length) => {
  const map = new TempoMap(lineOf(measures), 60);
  return Array.from({ length: count }, (_, n) =>
    Number((map.seconds(4 * n + 4) - map.seconds(4 * n)).toFixed(3)),
  );
};

test('after "a tempo" the tempo is back, and an accel. gets faster', () => {
  const [before, rit, after] = lengths([FOUR, `${words('rit.')} ${FOUR}`, `${words('a tempo')} ${FOUR}`]);
  expect([before, after]).toEqual([4, 4]);
  expect(rit).toBeGreaterThan(4.5);
  const [, accel] = lengths([FOUR, `${words('accel.')} ${FOUR}`]);
  expect(accel).toBeLessThan(3.8);
});

test('a second pass begins in tempo', () => {
  const played = lengths([FOUR, `${words('rit.')} ${FOUR} ${repeatEnd}`], 4);
  expect([played[0], played[2]]).toEqual([4, 4]);
  expect(played[3]).toBe(played[1]);
  expect(played[1]).toBeGreaterThan(4.5);
});

test('a new tempo is taken from its place on', () => {
  expect(lengths([`${mark(90)} ${FOUR}`, `${mark(45)} ${FOUR}`, FOUR])).toEqual([4, 8, 8]);
});

// Law: there and back.
test.each([0, 0.3, 3.99, 4, 5.1, 7.75, 8])('place %d is found again by its time', (quarters) => {
  const map = new TempoMap(lineOf([`C4h C4h^`, `${words('rit.')} ${FOUR}`]), 72, { startSeconds: 2 });
  expect(map.quartersAt(map.seconds(quarters))).toBeCloseTo(quarters, 9);
});

test('in even beats a new tempo makes no difference, and a rit. none either', () => {
  const beatsAt = evenBeats(
    lineOf([`${mark(60)} ${FOUR}`, `${mark(30)} ${FOUR}`, `${words('rit.')} ${FOUR}`]),
  );
  expect([2, 4, 6, 8, 9].map(beatsAt)).toEqual([2, 4, 8, 12, 14]);
});
