import { bookLine, readLine, scoreXml } from '../../../tests/support/lines';
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { checkHeard, toCheckContract } from '../checking';
import type { Line } from '../notation';
import { nextStep, sayScope, scopeOf } from '.';

/** Two staves, right hand over left. */
const HANDS = bookLine(14);
const KIT = bookLine(15);
const MELODY = readLine(scoreXml(['C4q D4q E4q F4q', 'G4w']));
const WITH_CHORD = readLine(
  scoreXml(['C4q D4q E4q F4q', 'G4w']).replace(
    '</measure><measure number="2">',
    '<note id="c"><chord/><pitch><step>A</step><octave>4</octave></pitch><duration>4</duration><type>quarter</type></note></measure><measure number="2">',
  ),
);

/** What is said of a take in which everything that is listened to was right. */
function saidOfRight(line: Line): string {
  const heard = heardPlaying(line, { seed: 1, bpm: 70 });
  const { verdict } = checkHeard(line, heard, 70);
  return nextStep(verdict, { vocabulary: 'us', after: { kind: 'nothing' } });
}

test.each<[string, Line, string | undefined, string]>([
  ['a melody', MELODY, undefined, 'Every measure was right.'],
  [
    'two hands',
    HANDS,
    'Mevlo listened to the right hand only, not to the left hand.',
    'Every measure of the right hand was right.',
  ],
  [
    'notes struck together',
    WITH_CHORD,
    'Of notes that are struck together, Mevlo listened to one.',
    'Every measure was right, as far as it was listened to.',
  ],
])('%s: what was listened to is said', (_, line, scope, right) => {
  expect(sayScope(scopeOf(line))).toBe(scope);
  expect(saidOfRight(line)).toBe(right);
});

test('of a drum kit, a verdict speaks of when the first voice was struck, and says so', () => {
  const said = sayScope(scopeOf(KIT));
  expect(said).toContain('Mevlo listened to the upper voice only, not to the lower voice.');
  expect(saidOfRight(KIT)).toBe('Every measure of the upper voice was right.');
});

test('of several drums in one voice nobody is told that the right one was struck', () => {
  const drums = readLine(
    scoreXml(['xq xq xq xq', 'xw']).replace(
      '<display-step>B</display-step>',
      '<display-step>F</display-step>',
    ),
  );
  expect(sayScope(scopeOf(drums))).toBe(
    'Mevlo listened to when the drums were struck, not to which of them.',
  );
  expect(saidOfRight(drums)).toBe('Every measure was right, as far as it was listened to.');
});

test('the published form names the voices, the judged one among them, and the voice of every note', () => {
  const contractOf = (line: Line) =>
    toCheckContract(checkHeard(line, heardPlaying(line, { seed: 1, bpm: 70 }), 70).verdict);
  expect(contractOf(HANDS)).toMatchObject({
    voices: [
      { name: 'right hand', judged: true },
      { name: 'left hand', judged: false },
    ],
  });
  expect(contractOf(MELODY)).toMatchObject({
    voices: [{ name: 'line', judged: true }],
    notes: expect.arrayContaining([expect.objectContaining({ id: 'm1n1', voice: 'line' })]),
  });
});
