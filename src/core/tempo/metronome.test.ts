import { meter } from '../time';
import {
  changeMetronome,
  type MetronomeSetting,
  metronomeClick,
  SLOWEST_MARK,
  startMetronome,
  tapTempo,
} from '.';

const PLAIN: MetronomeSetting = {
  meter: meter(4, 4),
  felt: 'large',
  bpm: 60,
  subdivision: 1,
  silence: undefined,
};
const SIGNS = { downbeat: 'X', beat: 'x', subdivision: '.' } as const;

/** Its first clicks as signs: X downbeat, x beat, . between; in brackets where it is silent. */
function pattern(setting: Partial<MetronomeSetting>, clicks: number): string {
  const run = startMetronome({ ...PLAIN, ...setting });
  return Array.from({ length: clicks }, (_, index) => {
    const { kind, isSilent } = metronomeClick(run, index);
    return isSilent ? `(${SIGNS[kind]})` : SIGNS[kind];
  }).join('');
}

// Accents by meter (common practice): the first beat; in compound meters every third eighth.
test.each([
  ['2/4', { meter: meter(2, 4) }, 'XxXx'],
  ['3/4', { meter: meter(3, 4) }, 'XxxXxx'],
  ['4/4', {}, 'XxxxXxxx'],
  ['6/8 in two', { meter: meter(6, 8) }, 'XxXx'],
  ['6/8 in six', { meter: meter(6, 8), felt: 'small' as const }, 'X..x..X..x..'],
  ['6/8 in two with its eighths', { meter: meter(6, 8), subdivision: 3 }, 'X..x..X..'],
  ['9/8 in three', { meter: meter(9, 8) }, 'XxxXxx'],
  ['3/8 in three', { meter: meter(3, 8) }, 'XxxX'],
  ['2/2', { meter: meter(2, 2) }, 'XxXx'],
  ['eighths of 2/4', { meter: meter(2, 4), subdivision: 2 }, 'X.x.X.x.'],
  ['sixteenths of 2/4', { meter: meter(2, 4), subdivision: 4 }, 'X...x...X...'],
  ['one measure on, one off', { meter: meter(2, 4), silence: { sounding: 1, silent: 1 } }, 'Xx(X)(x)Xx'],
])('%s', (_, setting, expected) => {
  expect(pattern(setting, expected.replace(/[()]/g, '').length)).toBe(expected);
});

// One click a beat: 60 bpm is one a second, 208 bpm one every 0.288 s.
test.each([
  [40, 1, 1.5],
  [60, 1, 1],
  [60, 4, 0.25],
  [72, 2, 60 / 144],
  [208, 1, 60 / 208],
])('%i bpm with %i clicks to a beat: every %f s', (bpm, subdivision, seconds) => {
  const run = startMetronome({ ...PLAIN, bpm, subdivision });
  for (const index of [1, 7, 1000]) {
    expect(metronomeClick(run, index).seconds).toBeCloseTo(index * seconds, 9);
  }
});

test('a new tempo keeps the place in the measure, from the next click on', () => {
  const run = changeMetronome(startMetronome(PLAIN), { ...PLAIN, bpm: 120 }, 2);
  const clicks = [2, 3, 4, 5].map((index) => metronomeClick(run, index));
  expect(clicks.map(({ seconds }) => seconds)).toEqual([2, 2.5, 3, 3.5]);
  expect(clicks.map(({ beat, measureIndex }) => [beat, measureIndex])).toEqual([
    [3, 0],
    [4, 0],
    [1, 1],
    [2, 1],
  ]);
});

test('a new meter begins a new measure there', () => {
  const run = changeMetronome(startMetronome(PLAIN), { ...PLAIN, meter: meter(3, 4) }, 2);
  expect(metronomeClick(run, 2)).toMatchObject({ seconds: 2, kind: 'downbeat', measureIndex: 1, beat: 1 });
  expect(metronomeClick(run, 5)).toMatchObject({ kind: 'downbeat', measureIndex: 2 });
});

test('many changes of tempo add up to the same grid as the sum of their beats', () => {
  let run = startMetronome(PLAIN);
  let expected = 0;
  for (let index = 1; index <= 500; index++) {
    const bpm = 40 + ((index * 37) % 169);
    run = changeMetronome(run, { ...PLAIN, bpm }, index);
    expected += 60 / (index === 1 ? 60 : 40 + (((index - 1) * 37) % 169));
    expect(metronomeClick(run, index).seconds).toBeCloseTo(expected, 9);
  }
});

test.each([
  [{ bpm: 10 }, 'bpm must be 20–400'],
  [{ subdivision: 5 }, 'clicks to a beat must be 1–4'],
  [{ silence: { sounding: 1, silent: 0 } }, 'silent measures must be 1–16'],
])('refuses %p', (setting, message) => {
  expect(() => startMetronome({ ...PLAIN, ...setting })).toThrow(message);
});

test.each([
  ['nothing yet', [1], undefined],
  ['steady', [0, 0.5, 1, 1.5], 120],
  ['one slip', [0, 0.5, 1, 1.7, 2.2, 2.7], 120],
  ['a new tapping after a pause', [0, 0.5, 1, 9, 10, 11], 60],
  ['only the latest count', [0, 1, 2, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5], 120],
  ['slower than the scale', [0, 1.9], SLOWEST_MARK],
])('tapped tempo: %s', (_, taps, bpm) => {
  expect(tapTempo(taps)).toBe(bpm);
});
