import { lineOf } from '../../../tests/support/lines';
import { toNumber } from '../time';
import { checkArithmetic, type Part, performedOrder, pickupGap, timedMeasures, writtenNotes } from '.';

const forward = '<barline_location="left"><repeat_direction="forward"/></barline>';
const backward = '<barline_location="right"><repeat_direction="backward"/></barline>';
const ending = (number: number, end = '') =>
  `<barline_location="left"><ending_number="${number}"_type="start"/></barline>${end}`;
const endingStop = (number: number) =>
  `<barline_location="right"><ending_number="${number}"_type="stop"/><repeat_direction="backward"/></barline>`;

function orderOf(measures: readonly string[]): string {
  const { part } = lineOf(measures);
  return performedOrder(part)
    .map(({ printedIndex, pass }) => `${printedIndex + 1}${pass > 1 ? `×${pass}` : ''}`)
    .join(' ');
}

describe('performed order', () => {
  test.each([
    ['plain', ['C4w', 'D4w', 'E4w'], '1 2 3'],
    ['repeat from the start', ['C4w', `D4w ${backward}`, 'E4w'], '1 2 1×2 2×2 3'],
    ['repeat between signs', ['C4w', `${forward} D4w`, `E4w ${backward}`, 'F4w'], '1 2 3 2×2 3×2 4'],
    ['two repeats', [`C4w ${backward}`, `D4w ${backward}`], '1 1×2 2 2×2'],
    [
      'endings',
      [`${forward} C4w`, `${ending(1)} D4w ${endingStop(1)}`, `${ending(2)} E4w`, 'F4w'],
      '1 2 1×2 3 4',
    ],
  ])('%s', (_, measures, expected) => {
    expect(orderOf(measures)).toBe(expected);
  });

  test('numbers run on as played, a pickup is 0', () => {
    const { part } = lineOf(['C4q', 'D4h D4h', `E4h. ${backward}`]);
    expect(performedOrder(part).map((measure) => measure.number)).toEqual([0, 1, 2, 3, 4, 5]);
  });
});

describe('written notes', () => {
  test('ties join, slurs carry, transposition sounds', () => {
    const line = lineOf(['C5q D5q~ D5h~', "D5q (E5q F5q) G5q'"], { transpose: -2 });
    const notes = writtenNotes(line);
    expect(notes.map((note) => (note.sound.kind === 'pitched' ? note.sound.midi : undefined))).toEqual([
      70, 72, 74, 75, 77,
    ]);
    expect(notes[1]).toMatchObject({ beat: 2, beats: 4, tiedIds: ['m1n3', 'm2n1'], tiedBeats: [1, 3] });
    expect(notes.map((note) => note.slurredFromPrevious)).toEqual([false, false, false, true, false]);
    expect(notes[4]!.staccato).toBe(true);
  });

  test('beats are counted in the unit of the meter, pickups on the beat they fall on', () => {
    expect(writtenNotes(lineOf(['G4e A4e', 'B4w', 'A4h.'])).map((note) => note.beat)).toEqual([4, 4.5, 1, 1]);
    const compound = writtenNotes(lineOf(['E5q D5e C5q. '.trim()], { meter: '6/8' }));
    expect(compound.map((note) => Number(note.beat.toFixed(2)))).toEqual([1, 1.67, 2]);
  });

  test('each pass has ids of its own that still lead to the page', () => {
    const notes = writtenNotes(lineOf([`C4h D4h ${backward}`]));
    expect(notes.map((note) => note.id)).toEqual(['m1n1', 'm1n2', 'm1n1-pass2', 'm1n2-pass2']);
    expect(notes[2]!.printedId).toBe('m1n1');
    expect(toNumber(notes[2]!.onsetQuarters)).toBe(4);
  });

  test('measures follow each other without gaps', () => {
    let end = 0;
    for (const measure of timedMeasures(lineOf(['C4q', 'D4h D4h', 'E4h.']))) {
      expect(toNumber(measure.onsetQuarters)).toBe(end);
      end += toNumber(measure.lengthQuarters);
    }
    expect(end).toBe(8);
  });
});

describe('arithmetic', () => {
  // The reader refuses wrong measures, so they are made from a right line.
  const without = (part: Part, index: number, drop: number): Part => ({
    ...part,
    measures: part.measures.map((m, at) => (at === index ? { ...m, events: m.events.slice(drop) } : m)),
  });
  const four = lineOf(['C4q D4q E4q F4q', 'G4q A4q B4q C5q', 'C5w']).part;

  test('a full line has nothing to say', () => {
    expect(checkArithmetic(four)).toEqual({ wrong: [], odd: [] });
  });

  test('a measure that does not add up is named with its sum', () => {
    const { wrong } = checkArithmetic(without(four, 1, 1));
    expect(wrong).toHaveLength(1);
    expect(wrong[0]).toMatchObject({ code: 'measure-length', where: 'measure 2' });
    expect(wrong[0]!.message).toContain('3 of 4 beats');
  });

  test('pickup and last measure complete each other, or are called odd', () => {
    const pickup = lineOf(['C4q', 'D4q E4q F4q G4q', 'C5h.']).part;
    expect(toNumber(pickupGap(pickup))).toBe(3);
    expect(checkArithmetic(pickup)).toEqual({ wrong: [], odd: [] });
    const odd = lineOf(['C4q', 'D4q E4q F4q G4q', 'C5h Rh']).part;
    expect(checkArithmetic(without(odd, 2, 1)).odd[0]!.code).toBe('pickup-and-last');
  });

  test('halves of a measure around a repeat sign add up together', () => {
    const line = lineOf(['C4q', `D4q E4q F4q ${backward}`, 'D4q E4q F4q G4q', 'C5h.']);
    expect(line.part.measures).toHaveLength(4);
  });
});

test('a piece of a line keeps its printed numbers', () => {
  const { part } = lineOf(['C4w', 'D4w', 'E4w', 'F4w']);
  const numbers = performedOrder({ ...part, measures: part.measures.slice(2) }).map(({ number }) => number);
  expect(numbers).toEqual([3, 4]);
});
