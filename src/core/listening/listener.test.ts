import { bookLine } from '../../../tests/support/lines';
import { createRandom } from '../base';
import type { Audio } from '../signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '../simulation';
import { hear, Listener } from '.';

function take(sampleRate: number, seed: number): Audio {
  const performance = perform(bookLine(5), { ...STEADY_STYLE, seed, bpm: 96 });
  return render(performance, 'clarinet', { ...QUIET_ROOM, sampleRate, seed, reverbSeconds: 0.3 });
}

/** Holes of 10 ms, a silence of exact zeros, and zeros at both ends. */
function withZeros({ samples, sampleRate }: Audio): Audio {
  const holed = samples.slice();
  for (let at = sampleRate; at + sampleRate < holed.length; at += Math.round(0.61 * sampleRate)) {
    holed.fill(0, at, at + Math.round(0.01 * sampleRate));
  }
  holed.fill(0, 3 * sampleRate, Math.round(3.4 * sampleRate));
  holed.fill(0, 0, 5000);
  holed.fill(0, holed.length - 5000);
  return { samples: holed, sampleRate };
}

function heardInBlocks({ samples, sampleRate }: Audio, blockLength: () => number, lowestMidi?: number) {
  const listener = new Listener(sampleRate, { lowestMidi });
  for (let from = 0; from < samples.length; ) {
    const to = from + blockLength();
    listener.push(samples.slice(from, to));
    from = to;
  }
  return listener.finish();
}

describe.each([
  ['at 44.1 kHz', take(44100, 1)],
  ['at 48 kHz with holes', withZeros(take(48000, 2))],
  ['at 16 kHz', take(16000, 3)],
])('a recording %s is heard the same', (_, audio) => {
  const whole = hear(audio);
  test.each([
    ['in blocks of a recorder', () => 2048],
    ['in one block and a bit', () => audio.samples.length - 7],
  ])('%s', (_name, blockLength) => {
    expect(heardInBlocks(audio, blockLength)).toEqual(whole);
  });

  test('in blocks of any length', () => {
    const random = createRandom(11);
    expect(heardInBlocks(audio, () => random.integer(1, 9000))).toEqual(whole);
    expect(heardInBlocks(audio, () => random.integer(1, 9000), 60)).toEqual(hear(audio, { lowestMidi: 60 }));
  });
});

test('sound of the device itself is taken off', () => {
  const audio = take(22050, 4);
  const random = createRandom(5);
  const echo = audio.samples.map((_, n) => (n % 9000 < 1500 ? random.uniform(-0.3, 0.3) : 0));
  const mixed = { ...audio, samples: audio.samples.map((sample, n) => sample + echo[n]!) };
  const pitches = (heard: ReturnType<typeof hear>) => heard.tones.map(({ midi }) => Math.round(midi));
  expect(pitches(hear(mixed, { echo }))).toEqual(pitches(hear(audio)));
  expect(pitches(hear(mixed))).not.toEqual(pitches(hear(audio)));
});

test.each([1, 7, 100])('a recording of %i samples has nothing in it', (length) => {
  expect(hear({ samples: new Float32Array(length), sampleRate: 44100 }).tones).toEqual([]);
});
