import { midiToHertz } from '../../pitch';
import { hear } from '../hear';
import { periodicityBreaks } from '../onsets/periodicity';
import { PartialMeter } from './partials';

const RATE = 11025;

interface Tone {
  readonly midi: number;
  /** Amplitudes of its partials. */
  readonly partials: readonly number[];
  readonly from?: number;
  readonly to?: number;
  /** Of the first partial, in radians. */
  readonly phase?: number;
  /** How fast it dies away, in dB a second. */
  readonly fade?: number;
  /** A string's partials lie higher than whole multiples: n·f·√(1 + B·n²). */
  readonly inharmonicity?: number;
}

/** Steady tones with soft edges of 5 ms. */
function soundOf(tones: readonly Tone[], seconds: number): Float32Array {
  const samples = new Float32Array(Math.round(seconds * RATE));
  for (const { midi, partials, from = 0, to = seconds, phase = 0, fade = 0, inharmonicity = 0 } of tones) {
    for (let n = Math.round(from * RATE); n < to * RATE && n < samples.length; n++) {
      const time = n / RATE;
      const edge =
        Math.min(1, (time - from) / 0.005, (to - time) / 0.005) * 10 ** ((-fade * (time - from)) / 20);
      let value = 0;
      partials.forEach((amplitude, index) => {
        const partial = index + 1;
        const hertz = partial * midiToHertz(midi) * Math.sqrt(1 + inharmonicity * partial * partial);
        value += amplitude * Math.sin(2 * Math.PI * hertz * time + partial * phase);
      });
      samples[n] = samples[n]! + 0.2 * edge * value;
    }
  }
  return samples;
}

const FULL = [1, 0.7, 0.5, 0.4, 0.3, 0.2];
/** A closed cylinder: even partials are weak. */
const ODD = [1, 0.03, 0.6, 0.05, 0.4, 0.05, 0.2];
const WEAK_FUNDAMENTAL = [0.08, 1, 0.8, 0.5, 0.6, 0.3];
const THIRD = 12 * Math.log2(3);

test.each<[string, readonly Tone[], number, readonly number[], number]>([
  ['a tone stays what it is', [{ midi: 60, partials: FULL }], 60, [], 60],
  ['so does one of a closed cylinder', [{ midi: 52, partials: ODD }], 52, [], 52],
  ['and one with a weak fundamental', [{ midi: 52, partials: WEAK_FUNDAMENTAL }], 52, [], 52],
  ['half of its frequency is not it', [{ midi: 60, partials: FULL }], 48, [], 60],
  ['nor is a third', [{ midi: 72, partials: FULL }], 72 - THIRD, [], 72],
  ['the octave of a full tone is not it', [{ midi: 60, partials: FULL }], 72, [], 60],
  [
    'what a ringing tone and a new one share is the new one',
    [
      { midi: 60, partials: FULL },
      { midi: 67, partials: FULL },
    ],
    48,
    [60],
    67,
  ],
])('%s', (_, tones, tracked, ringing, expected) => {
  const meter = new PartialMeter(soundOf(tones, 0.3), RATE);
  meter.look(0.05, 0.25);
  expect(meter.realPitch(tracked, ringing)).toBeCloseTo(expected, 0);
});

test('stretched partials do not pull the pitch of a string up', () => {
  // B of a middle piano string. Source: H. Fletcher, E. Blackham, R. Stratton, JASA 34 (1962); from memory.
  const meter = new PartialMeter(soundOf([{ midi: 64, partials: FULL, inharmonicity: 0.0004 }], 0.4), RATE);
  meter.look(0.1, 0.3);
  expect(meter.tunedPitch(64.2)).toBeCloseTo(64.03, 1);
});

test('the rise of a tone is found under one that still rings', () => {
  for (const start of [0.2, 0.27, 0.31]) {
    const samples = soundOf(
      [
        { midi: 60, partials: FULL },
        { midi: 64, partials: FULL, from: start },
      ],
      0.6,
    );
    expect(new PartialMeter(samples, RATE).maybeRise(64, 60, [0.1, 0.5], 0.1)).toBeCloseTo(start, 1.8);
  }
  const never = soundOf([{ midi: 64, partials: FULL }], 0.6);
  expect(new PartialMeter(never, RATE).maybeRise(64, 60, [0.1, 0.5], 0.1)).toBeUndefined();
});

test('a tone that sounds already where the look begins is looked for before it, but not for ever', () => {
  const samples = soundOf(
    [
      { midi: 60, partials: FULL },
      { midi: 64, partials: FULL, from: 0.2 },
    ],
    0.6,
  );
  const meter = new PartialMeter(samples, RATE);
  expect(meter.maybeRise(64, 60, [0.3, 0.5], 0.1)).toBeCloseTo(0.2, 1.8);
  expect(meter.maybeRise(64, 60, [0.3, 0.5], 0.26)).toBeUndefined();
  expect(meter.maybeRise(64, 60, [0.1, 0.5], 0.1)).toBeCloseTo(0.2, 1.8);
});

describe('breaks of periodicity', () => {
  const breaksOf = (samples: Float32Array, midi: number) =>
    periodicityBreaks(samples, RATE, midi, 0.1, samples.length / RATE - 0.1).filter(
      ({ change, contrast }) => change > 0.05 && contrast > 8,
    );

  test.each([40, 52, 60, 76, 88])('a steady tone at %i has none, one that starts anew has one', (midi) => {
    const steady = soundOf([{ midi, partials: FULL.slice(0, 3) }], 1);
    expect(breaksOf(steady, midi)).toEqual([]);
    const anew = soundOf(
      [
        { midi, partials: FULL.slice(0, 3), to: 0.53 },
        { midi, partials: FULL.slice(0, 3), from: 0.5, phase: 2 },
      ],
      1,
    );
    const found = breaksOf(anew, midi);
    expect(found).toHaveLength(1);
    expect(Math.abs(found[0]!.seconds - 0.515)).toBeLessThan(0.04);
  });
});

test('a note that is struck again while it rings is two notes, at any register', () => {
  for (const midi of [45, 57, 64, 76]) {
    const ring = (from: number, phase: number) => ({ midi, partials: FULL, from, phase, fade: 15 });
    const samples = soundOf(
      [
        { ...ring(0.3, 0), to: 0.95 },
        { ...ring(0.9, 2.2), to: 1.6 },
      ],
      2,
    );
    const { tones } = hear({ samples, sampleRate: RATE });
    const starts = tones.flatMap(({ onsetSeconds, reattacks }) => [
      onsetSeconds,
      ...reattacks.map((r) => r.onsetSeconds),
    ]);
    expect(starts.some((start) => Math.abs(start - 0.3) < 0.03)).toBe(true);
    expect(starts.some((start) => Math.abs(start - 0.91) < 0.04)).toBe(true);
  }
});
