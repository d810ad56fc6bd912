import { FLUTE, pressAll, say } from '../../../tests/support/typist';
import { leadLine, type Measure, writtenNotes } from '../notation';
import { apply, blankScore, type Desk, openDesk, partOf } from '.';

const blank = () => openDesk(blankScore('New line', FLUTE));
const letters = ({ events, shorthand }: Measure) =>
  `${shorthand === 'as-before' ? '%' : shorthand === 'rest-goes-on' ? '…' : ''}${events
    .map((event) =>
      event.kind === 'rest' ? 'R' : event.pitch.kind === 'pitched' ? event.pitch.spelling.step : 'x',
    )
    .join('')}`;
const shown = (desk: Desk) => partOf(desk).measures.map(letters).join(' | ');
const at = (desk: Desk, measureIndex: number, eventIndex: number) =>
  apply(desk, { kind: 'caret-to', at: { measureIndex, eventIndex }, voiceIndex: 0 });

const repeated = pressAll(blank(), 'q c d e f % %');

test('the sign takes up the measure before, and plays it; no note has the name of another', () => {
  // The second press is on a sign, and writes it out.
  expect(shown(repeated)).toBe('CDEF | CDEF');
  const twice = pressAll(at(pressAll(blank(), 'q c d e f %'), 1, 4), 'j %');
  expect(shown(twice)).toBe('CDEF | %CDEF | %CDEF');
  const notes = writtenNotes(leadLine(twice.score));
  expect(notes).toHaveLength(12);
  expect(new Set(notes.map(({ id }) => id)).size).toBe(12);
});

test('what is changed in the source is changed under the sign, and under the sign behind it', () => {
  const twice = pressAll(at(pressAll(blank(), 'q c d e f %'), 1, 4), 'j %');
  expect(shown(pressAll(at(twice, 0, 4), 'ArrowUp'))).toBe('CDEG | %CDEG | %CDEG');
  const split = pressAll(at(twice, 0, 4), 'Backspace i f g');
  expect(shown(split)).toBe('CDEFG | %CDEFG | %CDEFG');
});

test('a measure that is changed under its sign is written out; so is one whose source went away', () => {
  const twice = pressAll(at(pressAll(blank(), 'q c d e f %'), 1, 4), 'j %');
  expect(shown(pressAll(at(twice, 1, 4), 'ArrowUp'))).toBe('CDEF | CDEG | %CDEG');
  const other = pressAll(blank(), 'q c d e f g a g e %');
  expect(shown(other)).toBe('CDEF | GAGE | %GAGE');
  expect(shown(apply(at(other, 1, 0), { kind: 'delete-measure' }))).toBe('CDEF | GAGE');
});

test('there is nothing to take up at the beginning, which is said', () => {
  expect(pressAll(blank(), '%').remark).toMatch(/no measure/);
});

test('a further voice is written once under a sign, and goes on behind it', () => {
  const upper = at(pressAll(blank(), 'q c d e f % Enter w g'), 0, 0);
  const both = pressAll(apply(upper, { kind: 'add-voice', staff: 'upper' }), 'h c c w c');
  expect(shown(both)).toBe('CDEF | %CDEF | G');
  expect(partOf(both).measures.map(({ otherVoices }) => otherVoices[0]!.events.length)).toEqual([2, 2, 1]);
});

test('a rest of several measures is one rest in print, and so many measures in time', () => {
  const rested = say(pressAll(blank(), 'q c d e f'), 'rest 3 measures');
  expect(shown(rested)).toBe('CDEF | R | …R | …R');
  expect(shown(pressAll(rested, 'q g a g e'))).toBe('CDEF | R | …R | …R | GAGE');
  // A note within it ends the rest there.
  expect(shown(pressAll(at(rested, 2, 0), 'q g'))).toBe('CDEF | R | G | R');
});
