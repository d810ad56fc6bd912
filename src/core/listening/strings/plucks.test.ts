import { createRandom } from '../../base';
import { midiToHertz } from '../../pitch';
import type { Audio } from '../../signal';
import { hear } from '..';
import { newnessPeaks } from './newness';

const RATE = 20000;
/** A string's partials: each softer than the one below, all dying away together. */
const PARTIALS = [1, 0.6, 0.4, 0.25, 0.15];
const FALL_DB_PER_SECOND = 14;

interface Plucked {
  readonly midi: number;
  readonly at: number;
}

/** Strings that ring on until the end over faint noise. */
function strings(plucked: readonly Plucked[], seconds: number): Audio {
  const random = createRandom(3);
  const samples = Float32Array.from({ length: Math.round(seconds * RATE) }, () =>
    random.uniform(-0.0003, 0.0003),
  );
  for (const { midi, at } of plucked) {
    // The same string plucked again stops ringing from before.
    const again = plucked.find((other) => other.midi === midi && other.at > at)?.at ?? seconds;
    for (let n = Math.round(at * RATE); n < Math.round(again * RATE) && n < samples.length; n++) {
      const t = n / RATE - at;
      const level = 0.1 * 10 ** ((-FALL_DB_PER_SECOND * t) / 20) * Math.min(1, t / 0.003);
      PARTIALS.forEach((amplitude, index) => {
        samples[n]! += level * amplitude * Math.sin(2 * Math.PI * midiToHertz(midi) * (index + 1) * t);
      });
    }
  }
  return { samples, sampleRate: RATE };
}

const tune = (midis: readonly number[], secondsEach: number): Plucked[] =>
  midis.map((midi, index) => ({ midi, at: 0.5 + index * secondsEach }));

const surePlucks = (audio: Audio) => hear(audio).plucks.filter(({ startStrength }) => startStrength >= 0.5);

describe('strings that ring into each other', () => {
  test.each([
    ['steps', [60, 62, 64, 65, 67, 65, 64, 62]],
    ['a broken chord', [48, 55, 60, 64, 67, 64, 60, 55]],
    ['octaves', [60, 72, 60, 72, 62, 74, 62, 50]],
    ['repeats', [64, 64, 64, 67, 67, 60, 60, 60]],
    ['high strings', [84, 86, 88, 84, 79, 81, 83, 84]],
  ])('%s: each is found once, at its time and its pitch', (_, midis) => {
    const played = tune(midis, 0.45);
    const plucks = surePlucks(strings(played, 5));
    expect(plucks.map((pluck) => Math.round(pluck.midi))).toEqual(midis);
    plucks.forEach((pluck, index) => {
      expect(Math.abs(pluck.onsetSeconds - played[index]!.at)).toBeLessThan(0.025);
      expect(pluck.endSeconds).toBeGreaterThan(pluck.onsetSeconds);
      expect(pluck.endSeconds).toBeLessThanOrEqual(plucks[index + 1]?.onsetSeconds ?? 5);
    });
  });

  test('a string that is out of tune is heard as it is', () => {
    const plucks = surePlucks(strings(tune([60.3, 62.3, 64.3, 67.3], 0.5), 3));
    for (const [index, midi] of [60.3, 62.3, 64.3, 67.3].entries())
      expect(plucks[index]!.midi).toBeCloseTo(midi, 1);
  });
});

test('held tones are no plucks', () => {
  const samples = Float32Array.from({ length: 4 * RATE }, (_, n) => {
    const midi = [60, 64, 67, 60][Math.floor(n / RATE)]!;
    return 0.1 * Math.sin((2 * Math.PI * midiToHertz(midi) * n) / RATE);
  });
  expect(hear({ samples, sampleRate: RATE }).plucks).toEqual([]);
});

describe('what is new in a spectrum', () => {
  const PEAK_DB = -20;

  test('is as high the second time as the first, and nothing in between', () => {
    const { samples } = strings(
      [
        { midi: 60, at: 0.5 },
        { midi: 64, at: 1.5 },
      ],
      2.5,
    );
    const high = newnessPeaks(samples, RATE, PEAK_DB).filter(({ height }) => height > 0.5);
    expect(high.map(({ seconds }) => Number(seconds.toFixed(1)))).toEqual([0.5, 1.5]);
    expect(high[1]!.height / high[0]!.height).toBeGreaterThan(0.5);
  });

  test('is nothing in silence, nor in a recording shorter than a look', () => {
    expect(newnessPeaks(new Float32Array(RATE), RATE, -120)).toEqual([]);
    expect(newnessPeaks(new Float32Array(10), RATE, PEAK_DB)).toEqual([]);
  });
});
