import { createRandom } from '../../base';
import { midiToHertz } from '../../pitch';
import { PartialMeter } from '../pitch/partials';
import { ownChanges } from './own-partials';

const RATE = 11025;
const MIDI = 57;
const AT = 0.7;

/** A tone of eight partials around which something may happen at 0.7 s. */
function around({
  levelAt = (_: number) => 1,
  besideAt = (_: number) => 0,
}: {
  levelAt?: (seconds: number) => number;
  /** Amplitude of noise and of a thump at 80 Hz. */
  besideAt?: (seconds: number) => number;
}) {
  const random = createRandom(5);
  const samples = Float32Array.from({ length: 1.5 * RATE }, (_, n) => {
    const t = n / RATE;
    let value = 0.0002 * random.gaussian(1);
    for (let k = 1; k <= 8; k++)
      value += (0.1 * levelAt(t) * Math.sin(2 * Math.PI * k * midiToHertz(MIDI) * t)) / k;
    return value + besideAt(t) * (0.3 * random.uniform(-1, 1) + Math.sin(2 * Math.PI * 80 * t));
  });
  return ownChanges(AT, MIDI, new PartialMeter(samples, RATE));
}

test('a tone that stays changes nothing', () => {
  const { rise, change, dip } = around({});
  for (const db of [rise, change, dip]) expect(Math.abs(db)).toBeLessThan(0.5);
});

test('a tone that starts anew dips in all its partials', () => {
  const { dip } = around({ levelAt: (t) => Math.min(1, Math.abs(t - AT) / 0.04) });
  expect(dip).toBeGreaterThan(8);
});

test('a tone that gets louder by 6 dB says so', () => {
  expect(around({ levelAt: (t) => (t < AT ? 1 : 2) }).rise).toBeCloseTo(6, 0);
});

test('a foot beside the tone is not the tone', () => {
  const { dip, change, betweenBump, above, aboveBeside } = around({
    besideAt: (t) => (t < AT - 0.02 ? 0 : 0.2 * Math.exp(-(t - AT + 0.02) / 0.02)),
  });
  expect(dip).toBeLessThan(3);
  expect(change).toBeLessThan(3);
  expect(betweenBump).toBeGreaterThan(10);
  expect(above).toBeLessThan(aboveBeside - 10);
});
