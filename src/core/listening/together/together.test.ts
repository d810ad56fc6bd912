import { createRandom } from '../../base';
import { midiToHertz } from '../../pitch';
import { decompose } from './decompose';
import { harmonicTemplate } from './harmonic-templates';
import { PhaseMeter } from './phase-breaks';
import { LOWEST_BAND_MIDI, SemitoneMeter } from './semitone-spectra';
import { possibleStrokes } from './struck-drums';
import { possibleMoments, struckMoments } from './struck-pitches';
import { tuningOf } from './tuning';

const RATE = 10000;

/** A sine that goes on from one time to another, or a string that dies away. */
interface Sounding {
  readonly midi: number;
  readonly from: number;
  readonly to?: number;
  readonly partials?: number;
  /** Time in which it falls by 60 dB. */
  readonly decaySeconds?: number;
  readonly phase?: number;
}

function soundOf(seconds: number, sounds: readonly Sounding[], tuning = 0): Float32Array {
  const samples = new Float32Array(Math.round(seconds * RATE));
  const random = createRandom(5);
  for (let n = 0; n < samples.length; n++) samples[n] = 1e-4 * random.uniform(-1, 1);
  for (const { midi, from, to = seconds, partials = 1, decaySeconds, phase = 0 } of sounds) {
    for (let n = Math.round(from * RATE); n < Math.min(samples.length, to * RATE); n++) {
      const t = n / RATE - from;
      const level = decaySeconds ? 10 ** ((-3 * t) / decaySeconds) : 1;
      for (let k = 1; k <= partials; k++)
        samples[n] =
          samples[n]! +
          0.1 *
            0.75 ** (k - 1) *
            level *
            Math.sin(2 * Math.PI * k * midiToHertz(midi + tuning) * t + phase * k);
    }
  }
  return samples;
}

test.each([48, 60, 69, 84])(
  'a sine of MIDI %i is loudest in its own semitone, and as loud as it is',
  (midi) => {
    const bands = new SemitoneMeter(soundOf(1, [{ midi, from: 0 }]), RATE, 0).measure(0.5, 0.18);
    expect(bands.indexOf(Math.max(...bands)) + LOWEST_BAND_MIDI).toBe(midi);
    expect(bands[midi - LOWEST_BAND_MIDI]).toBeCloseTo(0.1, 2);
  },
);

test.each([-0.3, 0, 0.2, 0.4])('a recording that lies %f semitones off is told so', (tuning) => {
  const notes = [60, 64, 67, 72].map((midi, index) => ({
    midi,
    from: 0.5 * index,
    to: 0.5 * index + 0.45,
    partials: 4,
  }));
  const found = tuningOf(soundOf(2.2, notes, tuning), RATE, [0, 0.5, 1, 1.5]);
  expect(found).toBeCloseTo(tuning, 1);
});

test('a mixture of templates is taken apart into the amounts that it was made of', () => {
  // Lee and Seung (2001): with templates that differ, the only fixed point is the mixture itself.
  const templates = [48, 55, 64, 67].map((midi) => harmonicTemplate(midi, 85, 0.18));
  const amounts = [0.8, 0, 0.3, 0.5];
  const mixed = Float64Array.from({ length: 85 }, (_, band) =>
    templates.reduce((sum, template, index) => sum + amounts[index]! * template[band]!, 0),
  );
  decompose(mixed, templates).forEach((found, index) => {
    expect(Math.abs(found - amounts[index]!)).toBeLessThan(0.06);
  });
});

test('a template has its partials where harmonics lie: the octave, the twelfth, the fifteenth', () => {
  const template = harmonicTemplate(60, 85, 0.18);
  const at = (semitones: number) => template[60 + semitones - LOWEST_BAND_MIDI]!;
  expect(at(0)).toBeCloseTo(1, 1);
  for (const semitones of [12, 19, 24, 28]) expect(at(semitones)).toBeGreaterThan(0.2);
  for (const semitones of [5, 9, 15]) expect(at(semitones)).toBe(0);
});

test('a partial that goes on is foretold; one that begins anew is not, though it is no louder', () => {
  const goesOn = new PhaseMeter(soundOf(1, [{ midi: 64, from: 0 }]), RATE).at(0.5, 0)(64);
  expect(goesOn.unforeseen / goesOn.after).toBeLessThan(0.05);
  const anew = new PhaseMeter(
    soundOf(1, [
      { midi: 64, from: 0, to: 0.5 },
      { midi: 64, from: 0.5, phase: 2 },
    ]),
    RATE,
  ).at(
    0.5,
    0,
  )(64);
  expect(anew.unforeseen / anew.after).toBeGreaterThan(0.5);
});

test('strings that are struck at once are each told, and what rings on is not struck again', () => {
  const string = (midi: number, from: number) => ({ midi, from, partials: 6, decaySeconds: 2.5 });
  const samples = soundOf(3, [
    string(48, 0.5),
    string(64, 0.5),
    string(67, 1.5),
    string(55, 2.2),
    string(72, 2.2),
  ]);
  const moments = struckMoments(samples, RATE, -15).filter(({ pitches }) =>
    pitches.some(({ evidence }) => evidence > 0.9),
  );
  const struck = moments.map(({ onsetSeconds, pitches }) => ({
    at: Math.round(10 * onsetSeconds) / 10,
    midi: pitches.flatMap(({ midi, evidence }) => (evidence > 0.9 ? [midi] : [])).sort(),
  }));
  expect(struck).toEqual([
    { at: 0.5, midi: [48, 64] },
    { at: 1.5, midi: [67] },
    { at: 2.2, midi: [55, 72] },
  ]);
});

test('silence has no moments; facts do not depend on how loud the recording is', () => {
  expect(possibleMoments(new Float32Array(RATE), RATE, -100).length).toBeLessThan(3);
  const samples = soundOf(2, [{ midi: 60, from: 0.5, partials: 5, decaySeconds: 2 }]);
  const loud = possibleMoments(samples, RATE, -20);
  const soft = possibleMoments(
    samples.map((sample) => sample / 4),
    RATE,
    -20 - 12.04,
  );
  expect(soft.map(({ onsetSeconds }) => onsetSeconds.toFixed(2))).toEqual(
    loud.map(({ onsetSeconds }) => onsetSeconds.toFixed(2)),
  );
});

test('a low thump and a high hiss are told apart by the bands that are new', () => {
  const rate = 22050;
  const random = createRandom(9);
  const samples = new Float32Array(2 * rate);
  for (let n = 0; n < 0.3 * rate; n++) {
    samples[Math.round(0.5 * rate) + n] =
      0.5 * Math.sin((2 * Math.PI * 60 * n) / rate) * Math.exp(-n / (0.06 * rate));
    const hiss = random.uniform(-1, 1) - random.uniform(-1, 1);
    samples[Math.round(1.2 * rate) + n] = 0.2 * hiss * Math.exp(-n / (0.02 * rate));
  }
  const strokes = possibleStrokes(samples, rate, -20);
  const [thump, hiss] = [0.5, 1.2].map(
    (at) => strokes.find(({ onsetSeconds }) => Math.abs(onsetSeconds - at) < 0.03)!,
  );
  expect(thump!.features.fresh0! - thump!.features.fresh10!).toBeGreaterThan(20);
  expect(hiss!.features.fresh10! - hiss!.features.fresh0!).toBeGreaterThan(10);
});
