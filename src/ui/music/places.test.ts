import { check } from '@/core/checking';
import type { Line } from '@/core/notation';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import type { EngravedSystem, Engraving } from '@/engraving/engraving';
import { bookLine, lineOf } from '../../../tests/support/lines';
import { anchorsAsWritten, anchorsOfTake, litAt, placeAt, placeOfEvent } from './places';

/** A drawing with two measures a system, events 100 pixels apart. */
function drawing(line: Line): Engraving {
  const systems: EngravedSystem[] = [];
  line.part.measures.forEach((measure, printedIndex) => {
    if (printedIndex % 2 === 0) {
      systems.push({
        svg: '',
        width: 1000,
        height: 100,
        staffTop: 20,
        staffBottom: 60,
        measures: [],
        events: {},
      });
    }
    const system = systems.at(-1)!;
    const left = (printedIndex % 2) * 500;
    systems[systems.length - 1] = {
      ...system,
      measures: [...system.measures, { printedIndex, x: left, width: 500 }],
      events: {
        ...system.events,
        ...Object.fromEntries(
          measure.events.map((event, n) => [
            event.id,
            { x: left + 95 + 100 * n, y: 40, width: 10, height: 8 },
          ]),
        ),
      },
    };
  });
  return { version: 1, systems };
}

const line = lineOf(['C4q D4q E4q F4q', 'G4w', 'A4h B4h', 'C5w']);
const engraving = drawing(line);

test('an event is found on its system, an unknown one nowhere', () => {
  expect(placeOfEvent(engraving, 'm1n2')).toEqual({ system: 0, x: 200 });
  expect(placeOfEvent(engraving, 'm3n1')).toEqual({ system: 1, x: 100 });
  expect(placeOfEvent(engraving, 'm9n9')).toBeUndefined();
});

describe('the playhead in strict tempo', () => {
  const anchors = anchorsAsWritten(engraving, line, 60);
  test.each([
    [0, 0, 100],
    [0.5, 0, 150],
    [1, 0, 200],
    [4, 0, 600],
    [8, 1, 100],
    [9, 1, 150],
    [12, 1, 600],
  ])('after %p quarters it stands on system %i at %i', (seconds, system, x) => {
    const place = placeAt(anchors, seconds)!;
    expect(place.system).toBe(system);
    expect(place.x).toBeCloseTo(x, 0);
  });

  test('before the line it stands nowhere, after it at the last barline', () => {
    expect(placeAt(anchors, -1)).toBeUndefined();
    expect(placeAt(anchors, 99)).toMatchObject({ system: 1, x: 1000 });
  });

  test('never runs backwards within a system', () => {
    let before = placeAt(anchors, 0)!;
    for (let seconds = 0; seconds < 16; seconds += 0.05) {
      const now = placeAt(anchors, seconds)!;
      if (now.system === before.system) expect(now.x).toBeGreaterThanOrEqual(before.x - 1e-6);
      before = now;
    }
  });
});

test('the playhead of a take follows what was played, repeats included', () => {
  const repeated = bookLine(9);
  const drawn = drawing(repeated);
  const sound = render(perform(repeated, { ...STEADY_STYLE, seed: 1, bpm: 96 }), 'flute', {
    ...QUIET_ROOM,
    sampleRate: 16000,
    seed: 1,
  });
  const { verdict } = check(repeated, sound, 96);
  const anchors = anchorsOfTake(drawn, verdict);
  expect(anchors.every((anchor, n) => n === 0 || anchor.seconds >= anchors[n - 1]!.seconds)).toBe(true);
  for (const note of verdict.notes) {
    const at = placeAt(anchors, note.played!.onsetSeconds)!;
    expect(at.system).toBe(placeOfEvent(drawn, note.printedId)!.system);
  }
});

describe('some measures that sound alone', () => {
  // Measures 3 and 4 of the drawn line.
  const part = { ...line.part, measures: line.part.measures.slice(2, 4) };
  const anchors = anchorsAsWritten(engraving, { ...line, part }, 60, 2);
  test('the playhead stands where they are drawn', () => {
    const first = part.measures[0]!.events[0]!.id;
    expect(placeAt(anchors, 0)).toMatchObject(placeOfEvent(engraving, first)!);
    expect(placeAt(anchors, 0)!.system).toBe(1);
  });
  test('the counting of the event that was last due is lit, none at the end', () => {
    const second = part.measures[0]!.events[1]!.id;
    const due = anchors.filter(({ isEvent }) => isEvent)[1]!.seconds;
    expect(litAt(anchors, due + 0.01)).toMatchObject(placeOfEvent(engraving, second)!);
    expect(litAt(anchors, -1)).toBeUndefined();
    expect(litAt(anchors, 1000)).toBeUndefined();
  });
});
