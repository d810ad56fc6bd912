import { createRandom } from '../../base';
import { midiToHertz } from '../../pitch';
import { PartialMeter } from '../pitch/partials';
import { partialChanges } from './partial-changes';

const RATE = 11025;
const SECONDS = 1.5;
const MIDI = 57;
const FULL = [1, 0.7, 0.5, 0.4, 0.3, 0.2];
/** The same power in all, but the other way round. */
const BRIGHT = FULL.toReversed();

/** A tone with six partials. @param amplitudesAt @param hertzFactorAt of its frequency, 1 for a steady pitch. */
function changesOf(
  amplitudesAt: (seconds: number) => readonly number[],
  { hertzFactorAt = (_: number): number => 1, noise = 0 } = {},
): readonly number[] {
  const random = createRandom(3);
  let cycles = 0;
  const samples = Float32Array.from({ length: SECONDS * RATE }, (_, n) => {
    const seconds = n / RATE;
    cycles += (midiToHertz(MIDI) * hertzFactorAt(seconds)) / RATE;
    const wave = amplitudesAt(seconds).reduce(
      (sum, amplitude, index) => sum + amplitude * Math.sin(2 * Math.PI * (index + 1) * cycles),
      0,
    );
    return 0.1 * wave + noise * random.uniform(-1, 1);
  });
  return partialChanges({ from: 0, to: SECONDS * 100 }, MIDI, new PartialMeter(samples, RATE));
}

const scaled = (amplitudes: readonly number[], db: number) =>
  amplitudes.map((amplitude) => amplitude * 10 ** (db / 20));

test.each<[string, () => readonly number[]]>([
  ['a tone that stays', () => changesOf(() => FULL)],
  ['a hairpin of 6 dB', () => changesOf((seconds) => scaled(FULL, 4 * seconds))],
  ['a string that fades by 20 dB a second', () => changesOf((seconds) => scaled(FULL, -20 * seconds))],
  // Extent and rate of a singer's vibrato: J. Sundberg, "Acoustic and psychoacoustic aspects of vocal vibrato" (1994).
  [
    'a vibrato of 30 cents, six times a second',
    () => changesOf(() => FULL, { hertzFactorAt: (s) => 2 ** (0.025 * Math.sin(2 * Math.PI * 6 * s)) }),
  ],
  ['noise 20 dB under the tone', () => changesOf(() => FULL, { noise: 0.02 })],
])('%s keeps the balance of its partials', (_, changes) => {
  expect(changes()).toEqual([]);
});

test.each<[string, (seconds: number) => readonly number[]]>([
  ['another balance at the same power', (seconds) => (seconds < 0.7 ? FULL : BRIGHT)],
  ['all of them louder at once', (seconds) => scaled(FULL, seconds < 0.7 ? 0 : 6)],
])('%s is a change', (_, amplitudesAt) => {
  const changes = changesOf(amplitudesAt);
  expect(changes.length).toBeGreaterThan(0);
  for (const seconds of changes) expect(Math.abs(seconds - 0.7)).toBeLessThan(0.04);
});

test('a tone that is too short has no middle to change in', () => {
  const samples = new Float32Array(RATE);
  expect(partialChanges({ from: 0, to: 12 }, MIDI, new PartialMeter(samples, RATE))).toEqual([]);
});
