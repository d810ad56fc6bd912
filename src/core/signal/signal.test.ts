import { createRandom } from '../base';
import {
  type Audio,
  amplitudeToDb,
  bridgeDropouts,
  dbToAmplitude,
  decimate,
  Fourier,
  hannWindow,
  highPass,
  powersAt,
  readWav,
  stretchOf,
  writeWav,
} from '.';

const noise = (length: number, seed: number) => {
  const random = createRandom(seed);
  return Float32Array.from({ length }, () => random.uniform(-0.9, 0.9));
};

/** A WAV file with the given format fields and data bytes. */
function wavFile(
  fields: { code: number; channels: number; rate: number; bits: number },
  data: Uint8Array,
): Uint8Array {
  const bytes = new Uint8Array(44 + data.length);
  bytes.set(writeWav({ samples: new Float32Array(0), sampleRate: fields.rate }));
  const view = new DataView(bytes.buffer);
  view.setUint16(20, fields.code, true);
  view.setUint16(22, fields.channels, true);
  view.setUint16(34, fields.bits, true);
  view.setUint32(40, data.length, true);
  bytes.set(data, 44);
  return bytes;
}

function readOrThrow(bytes: Uint8Array): Audio {
  const read = readWav(bytes);
  if (!read.ok) throw new Error(read.issues[0]!.message);
  return read.value;
}

describe('WAV', () => {
  test('what is written is read back within one 16-bit step', () => {
    const samples = noise(1000, 1);
    const back = readOrThrow(writeWav({ samples, sampleRate: 22050 }));
    expect(back.sampleRate).toBe(22050);
    samples.forEach((sample, index) => {
      expect(Math.abs(back.samples[index]! - sample)).toBeLessThan(1.5 / 32768);
    });
  });

  test('a file that lasts longer than anybody plays is refused before it is unpacked', () => {
    const minutes = (count: number) => new Uint8Array(8000 * 60 * count);
    const format = { code: 1, bits: 8, channels: 1, rate: 8000 };
    expect(readWav(wavFile(format, minutes(60)))).toMatchObject({
      ok: false,
      issues: [{ code: 'too-long', message: expect.stringContaining('60 minutes') }],
    });
    expect(readWav(wavFile(format, minutes(15))).ok).toBe(true);
  });

  test.each([
    ['8 bit', { code: 1, bits: 8 }, [255, 128, 0], [0.992, 0, -1]],
    ['16 bit', { code: 1, bits: 16 }, [0, 64, 0, 192], [0.5, -0.5]],
    ['24 bit', { code: 1, bits: 24 }, [0, 0, 64, 0, 0, 192], [0.5, -0.5]],
    ['32 bit', { code: 1, bits: 32 }, [0, 0, 0, 64, 0, 0, 0, 192], [0.5, -0.5]],
    ['float', { code: 3, bits: 32 }, [0, 0, 0, 63, 0, 0, 0, 191], [0.5, -0.5]],
  ])('reads %s', (_, { code, bits }, data, expected) => {
    const { samples } = readOrThrow(wavFile({ code, bits, channels: 1, rate: 44100 }, Uint8Array.from(data)));
    expect([...samples].map((sample) => Number(sample.toFixed(3)))).toEqual(expected);
  });

  test('averages two channels', () => {
    const stereo = Uint8Array.from([0, 64, 0, 0, 0, 192, 0, 64]);
    const { samples } = readOrThrow(wavFile({ code: 1, bits: 16, channels: 2, rate: 48000 }, stereo));
    expect([...samples]).toEqual([0.25, 0]);
  });

  test('reads what there is of a recording that was cut off', () => {
    const whole = writeWav({ samples: noise(1000, 2), sampleRate: 44100 });
    expect(readOrThrow(whole.slice(0, 44 + 600)).samples.length).toBe(300);
  });

  test.each([
    ['empty', new Uint8Array(0), 'empty'],
    ['text', new TextEncoder().encode('hello, this is no sound'), 'not-wav'],
    ['no samples', writeWav({ samples: new Float32Array(0), sampleRate: 44100 }), 'no-sound'],
    ['a header alone', writeWav({ samples: noise(9, 1), sampleRate: 44100 }).slice(0, 36), 'no-data'],
    [
      'compressed',
      wavFile({ code: 85, bits: 16, channels: 1, rate: 44100 }, new Uint8Array(64)),
      'unsupported-wav',
    ],
    [
      'no channels',
      wavFile({ code: 1, bits: 16, channels: 0, rate: 44100 }, new Uint8Array(64)),
      'unsupported-wav',
    ],
    [
      'an absurd rate',
      wavFile({ code: 1, bits: 16, channels: 1, rate: 5 }, new Uint8Array(64)),
      'unsupported-wav',
    ],
  ])('refuses %s', (_, bytes, code) => {
    const read = readWav(bytes);
    expect(read.ok ? 'read' : read.issues[0]!.code).toBe(code);
  });

  test('bytes at random are refused or read, and never break the reader', () => {
    const random = createRandom(11);
    const good = writeWav({ samples: noise(50, 3), sampleRate: 44100 });
    for (let round = 0; round < 300; round++) {
      const bytes = good.slice();
      for (let n = 0; n < 6; n++) bytes[random.integer(0, 44)] = random.integer(0, 256);
      expect(typeof readWav(bytes.slice(0, random.integer(0, bytes.length))).ok).toBe('boolean');
    }
  });
});

describe('Fourier', () => {
  test('fast autocorrelation equals the sum that defines it', () => {
    const frame = new Float64Array(256);
    noise(128, 4).forEach((sample, n) => {
      frame[n] = sample;
    });
    const fast = new Float64Array(100);
    new Fourier(256).autocorrelation(frame, fast);
    fast.forEach((value, lag) => {
      let slow = 0;
      for (let n = 0; n + lag < 128; n++) slow += frame[n]! * frame[n + lag]!;
      expect(value).toBeCloseTo(slow, 6);
    });
  });

  test('the power of a sine lies in its bin', () => {
    const frame = Float64Array.from({ length: 64 }, (_, n) => Math.sin((2 * Math.PI * 5 * n) / 64));
    const power = new Float64Array(33);
    new Fourier(64).power(frame, power);
    expect(power.indexOf(Math.max(...power))).toBe(5);
    expect(power[5]).toBeCloseTo(32 ** 2, 3);
  });

  test('all powers equal the sums that define them, however they are computed', () => {
    const frame = noise(64, 9);
    const taper = hannWindow(64);
    const power = new Float64Array(33);
    new Fourier(64).power(
      taper.map((weight, n) => weight * frame[n]!),
      power,
    );
    // One more and one fewer than fit into a row of four.
    for (const bins of [[0], [1, 2, 3], [7, 30, 32, 16, 5]]) {
      const turns = bins.map((bin) => (2 * Math.PI * bin) / 64);
      powersAt(frame, taper, turns).forEach((value, index) => {
        let [re, im] = [0, 0];
        for (let n = 0; n < 64; n++) {
          re += taper[n]! * frame[n]! * Math.cos(turns[index]! * n);
          im += taper[n]! * frame[n]! * Math.sin(turns[index]! * n);
        }
        expect(value).toBeCloseTo(re * re + im * im, 6);
        expect(power[bins[index]!]).toBeCloseTo(re * re + im * im, 6);
      });
    }
  });

  test('shifted Hann windows add up to one', () => {
    const window = hannWindow(16);
    for (let n = 0; n < 8; n++) expect(window[n]! + window[n + 8]!).toBeCloseTo(1);
  });
});

describe('filters', () => {
  const sine = (hertz: number, sampleRate: number): Audio => ({
    samples: Float32Array.from({ length: sampleRate }, (_, n) =>
      Math.sin((2 * Math.PI * hertz * n) / sampleRate),
    ),
    sampleRate,
  });
  const level = ({ samples }: Audio) => {
    const middle = samples.slice(samples.length / 4, (3 * samples.length) / 4);
    return amplitudeToDb(Math.sqrt(middle.reduce((sum, x) => sum + x * x, 0) / middle.length));
  };

  test.each([
    [440, -3.01, 0.1],
    [4000, -3.01, 0.5],
  ])('decimation keeps %i Hz', (hertz, db, tolerance) => {
    expect(Math.abs(level(decimate(sine(hertz, 44100), 2)) - db)).toBeLessThan(tolerance);
  });

  test('decimation takes away what would fold back', () => {
    expect(level(decimate(sine(17000, 44100), 2))).toBeLessThan(-40);
    expect(decimate(sine(440, 44100), 2).sampleRate).toBe(22050);
  });

  test('a high-pass dies away into true silence', () => {
    const { samples } = highPass(
      { samples: Float32Array.from({ length: 22050 }, (_, n) => (n < 100 ? 1 : 0)), sampleRate: 22050 },
      35,
    );
    expect(samples.at(-1)).toBe(0);
  });

  test('high-pass keeps the tone and takes the rumble', () => {
    expect(level(highPass(sine(440, 22050), 35))).toBeCloseTo(-3.01, 1);
    expect(level(highPass(sine(8, 22050), 35))).toBeLessThan(-25);
  });

  test('decibels and amplitudes are inverse down to silence', () => {
    for (const db of [0, -6, -40, -119]) expect(amplitudeToDb(dbToAmplitude(db))).toBeCloseTo(db);
    expect(amplitudeToDb(0)).toBe(-120);
  });
});

describe('dropouts', () => {
  const rate = 44100;
  const tone = (amplitude: (seconds: number) => number): Audio => ({
    sampleRate: rate,
    samples: Float32Array.from(
      { length: rate },
      (_, n) =>
        amplitude(n / rate) *
        (Math.sin((2 * Math.PI * 523.25 * n) / rate) + 0.4 * Math.sin((4 * Math.PI * 523.25 * n) / rate)),
    ),
  });
  const holed = (audio: Audio, from: number, length: number): Audio => {
    const samples = audio.samples.slice();
    samples.fill(0, from, from + length);
    return { ...audio, samples };
  };
  const steady = tone(() => 0.2);

  // Blocks of 10 ms are common practice of sound systems.
  test.each([441, 882, 1764])('%i lost samples are found and bridged with the tone', (length) => {
    const lost = holed(steady, 20_000, length);
    const { samples } = bridgeDropouts(lost);
    for (let n = 19_900; n < 20_100 + length; n++) {
      expect(Math.abs(samples[n]! - steady.samples[n]!)).toBeLessThan(0.03);
    }
  });

  test.each([
    ['sound without a hole', steady],
    ['a rest between two notes', holed(steady, 20_000, 4410)],
    [
      'a note that fades into a short silence',
      tone((s) => (s > 0.4 && s < 0.43 ? 0 : s <= 0.4 ? 0.2 * Math.min(1, (0.4 - s) / 0.01) : 0.2)),
    ],
    ['silence', tone(() => 0)],
    ['a hole at the very start', holed(steady, 0, 441)],
  ])('%s is left as it is', (_, audio) => {
    expect(bridgeDropouts(audio).samples).toEqual(audio.samples);
  });
});

test.each([
  ['inside', 1, 3, [2, 3, 4]],
  ['before the start', -2, 4, [0, 0, 1, 2]],
  ['beyond the end', 3, 4, [4, 5, 0, 0]],
  ['on both sides', -1, 7, [0, 1, 2, 3, 4, 5, 0]],
  ['nowhere near', 9, 2, [0, 0]],
  ['long before', -9, 2, [0, 0]],
])('a stretch %s has silence beyond the recording', (_, from, length, expected) => {
  expect([...stretchOf(Float32Array.of(1, 2, 3, 4, 5), from, length)]).toEqual(expected);
});
