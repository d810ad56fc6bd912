import { leadLine } from '@/core/notation';
import { pitchName } from '@/core/pitch';
import { apply, blankScore, type Desk, openDesk, partOf } from '@/core/writing';
import type { EngravedSystem } from '@/engraving/engraving';
import { FLUTE, pressAll } from '../../../../../tests/support/typist';
import { maybeCaretPlace, maybeTapAt, selectedBoxes } from './staff-places';

const desk = () => pressAll(openDesk(blankScore('Line', FLUTE)), 'q c d e f g a');

/** A drawing with measures of 200 pixels and heads every 40, the staff between y 40 and 80: a step is 5 pixels. */
function drawing(of: Desk, lowerStaff?: { readonly top: number; readonly bottom: number }): EngravedSystem {
  const { measures } = leadLine(of.score).part;
  const events = measures.flatMap((measure, m) =>
    [measure.events, ...measure.otherVoices.map((voice) => voice.events)].flatMap((voice, v) =>
      voice.map((event, n) => [
        event.id,
        { x: m * 200 + 40 + n * 40, y: (v === 0 ? 60 : 160) - 4, width: 10, height: 8 },
      ]),
    ),
  );
  return {
    svg: '',
    width: 800,
    height: 240,
    staffTop: 40,
    staffBottom: 80,
    lowerStaff,
    measures: measures.map((_, printedIndex) => ({ printedIndex, x: printedIndex * 200, width: 200 })),
    events: Object.fromEntries(events),
  };
}

test('a tap on a head, or near it, means the note', () => {
  const on = desk();
  const second = partOf(on).measures[0]!.events[1]!;
  for (const [x, y] of [
    [85, 60],
    [97, 68],
  ] as const)
    expect(maybeTapAt(on, drawing(on), x, y)).toMatchObject({ kind: 'event', eventId: second.id });
});

// Treble clef, common practice: the lines are E G B D F, the spaces F A C E.
test.each([
  [80, 'E4'],
  [75, 'F4'],
  [70, 'G4'],
  [60, 'B4'],
  [55, 'C5'],
  [40, 'F5'],
  [90, 'C4'],
])('a tap at height %i, behind the notes, writes %s', (y, name) => {
  const on = desk();
  const tap = maybeTapAt(on, drawing(on), 350, y);
  if (tap?.kind !== 'place') throw new Error('a place was expected');
  expect(`${pitchName(tap.spelling)}${tap.spelling.octave}`).toBe(name);
  expect(tap.at).toEqual({ measureIndex: 1, eventIndex: 2 });
});

test('the key signature is in what a tap writes', () => {
  const on = apply(desk(), { kind: 'select-all' });
  const inG = apply(
    { ...on, caret: { measureIndex: 0, eventIndex: 0 }, anchor: undefined },
    { kind: 'key', fifths: 1 },
  );
  const tap = maybeTapAt(inG, drawing(inG), 700, 40);
  expect(tap).toMatchObject({ kind: 'place', spelling: { step: 'F', alter: 1, octave: 5 } });
});

test('beside the last measure, the last one is meant', () => {
  const on = desk();
  expect(maybeTapAt(on, drawing(on), 790, 60)).toMatchObject({
    kind: 'place',
    at: { measureIndex: 1, eventIndex: 2 },
  });
});

test('the lower staff has its own clef and voice', () => {
  const two = pressAll(apply(desk(), { kind: 'add-voice', staff: 'lower' }), 'q c');
  const system = drawing(two, { top: 140, bottom: 180 });
  const tap = maybeTapAt(two, system, 560, 160);
  expect(tap).toMatchObject({ kind: 'place', voiceIndex: 1, spelling: { step: 'D', octave: 3 } });
  expect(maybeTapAt(two, system, 560, 60)).toMatchObject({
    voiceIndex: 0,
    spelling: { step: 'B', octave: 4 },
  });
});

test('the caret stands after what is before it, and in the first free place of an empty measure', () => {
  const on = desk();
  const systems = [drawing(on)];
  expect(maybeCaretPlace(on, { version: 0, systems })).toMatchObject({
    system: 0,
    x: 200 + 40 + 40 + 10 + 7,
  });
  const at = { ...on, caret: { measureIndex: 0, eventIndex: 0 } };
  expect(maybeCaretPlace(at, { version: 0, systems })).toMatchObject({ x: 40 - 7 });
  const empty = apply(on, { kind: 'insert-measure' });
  expect(maybeCaretPlace(empty, { version: 0, systems })).toBeUndefined();
  expect(maybeCaretPlace(empty, { version: 0, systems: [drawing(empty)] })).toMatchObject({
    x: 400 + 0.35 * 200,
  });
});

test('what is selected has a box each', () => {
  const on = apply(desk(), { kind: 'select-all' });
  expect(selectedBoxes(on, drawing(on))).toHaveLength(6);
  expect(selectedBoxes(desk(), drawing(on))).toEqual([]);
});
