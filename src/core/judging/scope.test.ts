import { bookLine, readLine, scoreXml } from '../../../tests/support/lines';
import { perfectlyHeard } from '../../../tests/support/perfectly-heard';
import { checkHeard, severalAtOnce, toCheckContract } from '../checking';
import { drumById, type Line, strokeOf } from '../notation';
import { perform, performVoices, STEADY_STYLE } from '../simulation';
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

/** A take in which everything that is listened to was right. */
function checkedRight(line: Line) {
  const style = { ...STEADY_STYLE, seed: 1, bpm: 70 };
  const played = severalAtOnce(line) ? performVoices(line, style) : perform(line, style);
  return checkHeard(line, perfectlyHeard(played), 70);
}

/** Who can tell two bows on one string apart? */
const BOWED_HANDS: Line = { ...HANDS, part: { ...HANDS.part, instrument: 'violin' } };

test.each<[string, Line, string | undefined, string]>([
  ['a melody', MELODY, undefined, 'Every measure was right.'],
  ['two hands on a harp', HANDS, undefined, 'Every measure was right.'],
  ['a drum kit', KIT, undefined, 'Every measure was right.'],
  [
    'two voices that do not die away',
    BOWED_HANDS,
    'Mevlo listened to the right hand only, not to the left hand.',
    'Every measure of the right hand was right.',
  ],
  [
    'notes struck together, on nobody knows what',
    WITH_CHORD,
    'Of notes that are struck together, Mevlo listened to one.',
    'Every measure was right, as far as it was listened to.',
  ],
])('%s: what was listened to is said', (_, line, scope, right) => {
  const { verdict } = checkedRight(line);
  expect(verdict.scope && sayScope(verdict.scope)).toBe(scope);
  expect(nextStep(verdict, { vocabulary: 'us', after: { kind: 'nothing' } })).toBe(right);
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
  expect(nextStep(checkedRight(drums).verdict, { vocabulary: 'us', after: { kind: 'nothing' } })).toBe(
    'Every measure was right, as far as it was listened to.',
  );
});

test('the published form names the voices, the judged one among them, and the voice of every note', () => {
  const contractOf = (line: Line) => toCheckContract(checkedRight(line).verdict);
  expect(contractOf(HANDS)).toMatchObject({
    voices: [
      { name: 'right hand', judged: true },
      { name: 'left hand', judged: true, silent: false, exchangedWith: null },
    ],
  });
  expect(contractOf(MELODY)).toMatchObject({
    voices: [{ name: 'line', judged: true }],
    notes: expect.arrayContaining([expect.objectContaining({ id: 'm1n1', voice: 'line' })]),
  });
});

test('a kit with something that the ear never learned is heard by its rhythm alone', () => {
  const withClap: Line = {
    ...KIT,
    part: {
      ...KIT.part,
      measures: KIT.part.measures.map((measure, index) => ({
        ...measure,
        events: measure.events.map((event) =>
          index === 0 && event.kind === 'note' ? { ...event, pitch: strokeOf(drumById('hand-clap')) } : event,
        ),
      })),
    },
  };
  expect(severalAtOnce(KIT)).toBe('drums');
  expect(severalAtOnce(withClap)).toBeUndefined();
  expect(scopeOf(withClap).isAnyDrum).toBe(true);
});
