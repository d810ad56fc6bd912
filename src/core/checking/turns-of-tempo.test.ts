// A line whose tempo turns, played as written by somebody whose every note is heard.
import { lineOf } from '../../../tests/support/lines';
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { follow } from '../following';
import { judge, USUAL_POLICY } from '../judging';
import type { Line } from '../notation';
import type { Flaw } from '../simulation';

const BPM = 72;
const words = (text: string) =>
  `<direction><direction-type><words>${text.replaceAll(' ', '_')}</words></direction-type></direction>`;
const mark = (bpm: number) =>
  `<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>${bpm}</per-minute></metronome></direction-type></direction>`;
const repeatEnd = '<barline_location="right"><repeat_direction="backward"/></barline>';

const RIT = lineOf([
  'C4q D4q E4q F4q',
  'G4q E4q C4q D4q',
  `F4q A4q ${words('rit.')} G4q F4q`,
  `${words('a tempo')} E4q D4q C4q E4q`,
  'G4q F4q E4q D4q',
  'C4w',
]);
const TWICE = lineOf([
  'C4q D4q E4q F4q',
  'G4q E4q C4q D4q',
  `F4q D4q ${words('rit.')} G4q C4q ${repeatEnd}`,
  'C5q B4q A4q G4q',
  'C5w',
]);
const FASTER = lineOf([
  `${mark(60)} C4q D4q E4q F4q`,
  'G4q E4q C4q D4q',
  `${mark(90)} F4q A4q G4q F4q`,
  'E4q D4q C4q E4q',
  'C4w',
]);
const FERMATA = lineOf(['C4q D4q E4q F4q', 'G4h A4h^', 'F4q E4q D4q F4q', 'E4q D4q C4q E4q', 'C4w']);

const verdictOf = (line: Line, flaws: readonly Flaw[], bpm = BPM) =>
  judge(line, follow(line, heardPlaying(line, { seed: 5, bpm }, flaws), bpm), bpm, USUAL_POLICY);
const weak = (line: Line, ...flaws: readonly Flaw[]) =>
  verdictOf(line, flaws).measures.flatMap(({ rhythmNeedsWork, notesNeedWork }, index) =>
    rhythmNeedsWork || notesNeedWork ? [index] : [],
  );

describe.each([
  ['rit. and a tempo', RIT],
  ['a section with a rit., played twice', TWICE],
  ['a faster tempo', FASTER],
  ['a fermata', FERMATA],
])('%s', (_, line) => {
  test('played as written is clean, without a stop', () => {
    const verdict = verdictOf(line, []);
    expect(weak(line)).toEqual([]);
    expect(verdict.interruptions).toEqual([]);
    expect(verdict.tempo.playedBpm).toBeCloseTo(BPM, -0.5);
  });
});

const late = (noteId: string): Flaw => ({ kind: 'late', noteId, beats: 0.3 });
test.each<[string, Line, Flaw, readonly number[]]>([
  ['after "a tempo"', RIT, late('m5n2'), [4]],
  ['before the rit.', RIT, late('m2n2'), [1]],
  ['under the rit., where the notation asks for freedom', RIT, late('m3n4'), []],
  ['in the second pass', TWICE, late('m2n2-pass2'), [4]],
  ['after the repeated section', TWICE, late('m4n3'), [6]],
  ['in the new tempo', FASTER, late('m4n2'), [3]],
  ['after the fermata', FERMATA, late('m4n2'), [3]],
])('a note that is late %s', (_, line, flaw, expected) => {
  expect(weak(line, flaw)).toEqual(expected);
});

test.each<[string, Line, number, readonly string[]]>([
  ['slows and comes back', RIT, BPM, ['ritardando yes', 'a-tempo yes']],
])('a rit. that %s is said', (_, line, bpm, expected) => {
  const { character } = verdictOf(line, [], bpm);
  const said = character.map(({ mark: name, isHeard }) => `${name} ${isHeard ? 'yes' : 'no'}`);
  expect(said).toEqual(expected);
});
