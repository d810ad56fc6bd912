import { rightOf } from '../../../tests/support/results';
import { describeIssue } from '../base';
import { readMidi, readMusicXml, writeMei, writeMidi, writeMusicXml } from '../formats';
import { instrument } from '../instruments';
import { apply, blankScore, type Desk, openDesk, understand } from '../writing';
import {
  DRUM_IDS,
  type DrumId,
  drumById,
  headsOf,
  leadLine,
  maybeDrum,
  maybeDrumOfKey,
  type Score,
  strokeOf,
  type WrittenPitch,
} from '.';

const blank = () => openDesk(blankScore('x', instrument('drum-kit')));
const digit = (n: number) => ({ kind: 'digit', digit: n }) as const;
const AND = { kind: 'and' } as const;
const drumsOf = (score: Score): (DrumId | undefined)[][] =>
  score.parts[0]!.measures.flatMap(({ events }) =>
    events.flatMap((event) => (event.kind === 'note' ? [headsOf(event).map(drumIdOf)] : [])),
  );
const drumIdOf = (head: WrittenPitch) => (head.kind === 'unpitched' ? maybeDrum(head)?.id : undefined);

/** One after the other, each a quarter. */
const ALL = DRUM_IDS.reduce((desk: Desk, drum) => apply(desk, { kind: 'drum', drum }), blank()).score;

// MIDI Manufacturers Association, General MIDI System Level 1 (1991), percussion key map.
test.each<[number, DrumId]>([
  [35, 'bass-drum'],
  [36, 'bass-drum'],
  [37, 'side-stick'],
  [38, 'snare'],
  [39, 'hand-clap'],
  [40, 'snare'],
  [42, 'closed-hi-hat'],
  [44, 'pedal-hi-hat'],
  [46, 'open-hi-hat'],
  [49, 'crash'],
  [51, 'ride'],
])('key %i is the %s', (key, drum) => {
  expect(maybeDrumOfKey(key)?.id).toBe(drum);
});

test('no two drums are written alike, and each is known again', () => {
  for (const id of DRUM_IDS) expect(maybeDrum(strokeOf(drumById(id)))?.id).toBe(id);
  // A file that prints all heads plain.
  const plain = { kind: 'unpitched', display: { step: 'G', alter: 0, octave: 5 } } as const;
  expect(maybeDrum(plain)?.id).toBe('closed-hi-hat');
  expect(maybeDrum({ ...plain, display: { step: 'B', alter: 0, octave: 3 } })).toBeUndefined();
});

test('every drum survives MusicXML and MIDI', () => {
  const expected = DRUM_IDS.map((id) => [id]);
  expect(drumsOf(ALL)).toEqual(expected);
  expect(drumsOf(rightOf(readMusicXml(new TextEncoder().encode(writeMusicXml(ALL)))))).toEqual(expected);
  expect(drumsOf(rightOf(readMidi(writeMidi(ALL))))).toEqual(expected);
});

test('cymbals have crosses, an open one a ring over it', () => {
  const mei = writeMei(leadLine(ALL), { measuresPerSystem: 3, under: new Map() });
  const crosses = DRUM_IDS.filter((id) => drumById(id).head).length;
  expect(mei.match(/head\.shape="x"/g)).toHaveLength(crosses);
  expect(mei.match(/artic="open"/g)).toHaveLength(1);
});

test('drums are written by digits, one on top of another as it is said, and by their names', () => {
  const written = [digit(3), AND, digit(1), digit(3), digit(2), AND, digit(4), digit(0)].reduce(
    apply,
    blank(),
  );
  expect(drumsOf(written.score)).toEqual([
    ['closed-hi-hat', 'bass-drum'],
    ['closed-hi-hat'],
    ['snare', 'open-hi-hat'],
    ['pedal-hi-hat'],
  ]);
  const measure = blank().score.parts[0]!.measures[0]!;
  const said = ['floor tom', 'Hand clap'].reduce(
    (desk, text) => apply(desk, rightOf(understand(text, measure))),
    blank(),
  );
  expect(drumsOf(said.score)).toEqual([['floor-tom'], ['hand-clap']]);
});

test('a cymbal that is moved on the staff stays one', () => {
  const moved = [digit(3), { kind: 'step', direction: 1 } as const].reduce(apply, blank());
  expect(drumsOf(moved.score)).toEqual([['crash']]);
  expect(moved.score.parts[0]!.measures[0]!.events[0]).toMatchObject({ pitch: { head: 'x' } });
});

test('on any other staff a digit is a finger', () => {
  const flute = apply(openDesk(blankScore('x', instrument('flute'))), { kind: 'letter', step: 'C' });
  expect(apply(flute, digit(3)).score.parts[0]!.measures[0]!.events[0]).toMatchObject({ fingering: '3' });
  expect(apply(flute, digit(7)).remark).toContain('0 to 5');
});

test('a head that Mevlo does not draw is said', () => {
  const xml = writeMusicXml(ALL).replace('<notehead>x</notehead>', '<notehead>triangle</notehead>');
  const read = readMusicXml(new TextEncoder().encode(xml));
  expect(read.ok && read.warnings.map(describeIssue).join()).toContain('left out');
});
