import { createRandom } from '../base';
import { midiToHertz } from '../pitch';
import { type Audio, dbToAmplitude } from '../signal';
import { hear, PITCH_STEP_SECONDS } from '.';

const RATE = 44100;

interface Tone {
  readonly midi: number;
  readonly from: number;
  readonly to: number;
}

/** Tones with a few partials and short fades over faint noise. */
function tones(list: readonly Tone[], { rate = RATE, noiseDb = -75, gain = 0.3 } = {}): Audio {
  const random = createRandom(9);
  const noise = dbToAmplitude(noiseDb) * Math.sqrt(3);
  const length = Math.max(...list.map((tone) => tone.to)) + 0.5;
  const samples = Float32Array.from({ length: Math.round(length * rate) }, (_, n) => {
    let value = random.uniform(-noise, noise);
    for (const { midi, from, to } of list) {
      const t = n / rate;
      if (t < from || t > to) continue;
      const fade = Math.min(1, (t - from) / 0.03, (to - t) / 0.03);
      for (const [k, amplitude] of [0.6, 0.3, 0.15].entries()) {
        value += gain * fade * amplitude * Math.sin(2 * Math.PI * midiToHertz(midi) * (k + 1) * t);
      }
    }
    return value;
  });
  return { samples, sampleRate: rate };
}

function strokes(times: readonly number[]): Audio {
  const random = createRandom(4);
  const samples = new Float32Array(Math.round((Math.max(...times) + 1) * RATE));
  for (const time of times) {
    for (let n = 0; n < 0.1 * RATE; n++) {
      samples[Math.round(time * RATE) + n]! += 0.5 * random.uniform(-1, 1) * Math.exp(-n / (0.015 * RATE));
    }
  }
  for (let n = 0; n < samples.length; n++) samples[n] = samples[n]! + random.uniform(-0.0005, 0.0005);
  return { samples, sampleRate: RATE };
}

describe('pitch', () => {
  // From the lowest string of the double bass to the top of the piccolo.
  test.each([28, 33, 40, 48, 55, 62, 69, 76, 84, 91, 98, 103, 107])(
    'MIDI %i is heard within 6 cents',
    (midi) => {
      const { tones: notes } = hear(tones([{ midi, from: 0.3, to: 1.3 }]));
      expect(notes).toHaveLength(1);
      expect(Math.abs(notes[0]!.midi - midi)).toBeLessThan(0.06);
    },
  );

  test.each([16000, 22050, 44100, 48000])('at %i samples a second', (rate) => {
    const { tones: notes } = hear(tones([{ midi: 71.3, from: 0.3, to: 1 }], { rate }));
    expect(notes.map((note) => Number(note.midi.toFixed(1)))).toEqual([71.3]);
  });

  test.each([
    ['quiet', { gain: 0.01 }],
    ['in room noise', { noiseDb: -32 }],
  ])('%s', (_, options) => {
    const { tones: notes } = hear(
      tones(
        [
          { midi: 67, from: 0.5, to: 1.2 },
          { midi: 69, from: 1.25, to: 2 },
        ],
        options,
      ),
    );
    expect(notes.map((note) => Math.round(note.midi))).toEqual([67, 69]);
  });
});

describe('notes', () => {
  test('onset and end within 30 ms', () => {
    const list = [
      { midi: 60, from: 0.4, to: 0.9 },
      { midi: 62, from: 1, to: 1.5 },
      { midi: 64, from: 2, to: 3 },
    ];
    const { tones: notes } = hear(tones(list));
    expect(notes).toHaveLength(3);
    list.forEach(({ from, to }, index) => {
      expect(Math.abs(notes[index]!.onsetSeconds - from - 0.015)).toBeLessThan(0.03);
      expect(Math.abs(notes[index]!.endSeconds - to)).toBeLessThan(0.03);
    });
  });

  test('repeated notes with a short gap are each found', () => {
    const { tones: notes } = hear(
      tones([0, 1, 2, 3].map((n) => ({ midi: 65, from: 0.4 + n * 0.3, to: 0.65 + n * 0.3 }))),
    );
    expect(notes).toHaveLength(4);
    expect(notes.every((note) => note.start === 'attack')).toBe(true);
  });

  test('slurred notes are each found, without attack', () => {
    const { tones: notes } = hear(
      tones([60, 62, 64, 65].map((midi, n) => ({ midi, from: 0.4 + n * 0.4, to: 0.83 + n * 0.4 }))),
    );
    expect(notes.map((note) => Math.round(note.midi))).toEqual([60, 62, 64, 65]);
    expect(notes.slice(1).filter((note) => note.start === 'pitch-change').length).toBeGreaterThan(0);
  });

  test('a long note that wavers by 40 cents at 5 Hz is one note', () => {
    const wavering = tones([{ midi: 69, from: 0.3, to: 2.3 }]);
    let phase = 0;
    wavering.samples.forEach((_, n) => {
      const t = n / RATE;
      phase += (2 * Math.PI * midiToHertz(69 + 0.4 * Math.sin(2 * Math.PI * 5 * t))) / RATE;
      wavering.samples[n] = t > 0.3 && t < 2.3 ? 0.2 * Math.sin(phase) + 0.1 * Math.sin(2 * phase) : 0;
    });
    const { tones: notes } = hear(wavering);
    expect(notes).toHaveLength(1);
    expect(Math.abs(notes[0]!.midi - 69)).toBeLessThan(0.2);
  });

  test('a fading tone is known as such', () => {
    const fading = tones([{ midi: 60, from: 0.3, to: 1.5 }]);
    fading.samples.forEach((sample, n) => {
      fading.samples[n] = sample * Math.exp(-Math.max(0, n / RATE - 0.3) * 3);
    });
    expect(hear(fading).tones[0]!.fadeDbPerSecond).toBeGreaterThan(15);
    expect(Math.abs(hear(tones([{ midi: 60, from: 0.3, to: 1.5 }])).tones[0]!.fadeDbPerSecond)).toBeLessThan(
      2,
    );
  });
});

describe('strikes', () => {
  test('each clap is found within 5 ms, sixteenths at 150 apart', () => {
    const times = [0.5, 0.6, 0.7, 0.8, 1.3, 2, 2.1];
    const { strikes } = hear(strokes(times));
    expect(strikes).toHaveLength(times.length);
    strikes.forEach((strike, index) => {
      expect(Math.abs(strike.onsetSeconds - times[index]!)).toBeLessThan(0.005);
    });
  });
});

test('the course of the pitch is kept from moment to moment, and nothing where nothing sounds', () => {
  const { pitches } = hear(tones([{ midi: 64.2, from: 0.5, to: 1.5 }]));
  const at = (seconds: number) => pitches[Math.round(seconds / PITCH_STEP_SECONDS)];
  for (const seconds of [0.6, 1, 1.4]) expect(at(seconds)).toBeCloseTo(64.2, 1);
  expect([at(0.2), at(1.8)]).toEqual([null, null]);
});

test('silence and noise hold no notes', () => {
  const random = createRandom(2);
  const silence: Audio = { samples: new Float32Array(RATE), sampleRate: RATE };
  const noise: Audio = {
    samples: Float32Array.from({ length: 2 * RATE }, () => random.uniform(-0.2, 0.2)),
    sampleRate: RATE,
  };
  expect(hear(silence)).toMatchObject({ tones: [], strikes: [], clippedShare: 0 });
  expect(hear(noise).tones).toEqual([]);
});

test('clipping is measured', () => {
  const loud = tones([{ midi: 69, from: 0.2, to: 1 }], { gain: 4 });
  loud.samples.forEach((sample, n) => {
    loud.samples[n] = Math.max(-1, Math.min(1, sample));
  });
  expect(hear(loud).clippedShare).toBeGreaterThan(0.1);
  expect(hear(loud).tones.map((note) => Math.round(note.midi))).toEqual([69]);
});

test('a recording shorter than a frame is heard as nothing', () => {
  expect(hear({ samples: new Float32Array(10), sampleRate: RATE }).tones).toEqual([]);
  expect(() => hear({ samples: new Float32Array(10), sampleRate: 100 })).toThrow(RangeError);
});
