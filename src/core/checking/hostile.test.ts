import { bookLine } from '../../../tests/support/lines';
import { createRandom } from '../base';
import { policyOf, STRICTNESSES } from '../judging';
import { type Audio, readWav } from '../signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '../simulation';
import { check } from '.';

const line = bookLine(5);
const BPM = line.part.tempo!.bpm;
const RATE = 22050;
const sound = (seconds: number, sampleAt: (n: number) => number): Audio => ({
  samples: Float32Array.from({ length: Math.round(seconds * RATE) }, (_, n) => sampleAt(n)),
  sampleRate: RATE,
});
const random = createRandom(1);
const played = (number: number, semitones = 0): Audio => {
  const other = bookLine(number);
  const moved = {
    ...other,
    part: { ...other.part, transpositionSemitones: other.part.transpositionSemitones + semitones },
  };
  const style = { ...STEADY_STYLE, seed: 4, bpm: other.part.tempo!.bpm };
  return render(perform(moved, style), 'clarinet', { ...QUIET_ROOM, seed: 4 });
};

test.each<[string, Audio]>([
  ['nothing at all', sound(0, () => 0)],
  ['one sample', { samples: Float32Array.of(0.5), sampleRate: RATE }],
  ['silence', sound(12, () => 0)],
  ['values that are no numbers', sound(2, () => Number.NaN)],
  ['nothing but DC', sound(12, () => 0.4)],
  ['noise', sound(12, () => random.uniform(-0.5, 0.5))],
  ['hum', sound(12, (n) => 0.3 * Math.sin((2 * Math.PI * 50 * n) / RATE))],
  ['a square wave at full scale', sound(12, (n) => (n % 100 < 50 ? 1 : -1))],
  ['another tune', played(7)],
])('%s is never judged with confidence', (_, audio) => {
  const { verdict } = check(line, audio, BPM);
  expect(verdict.state).not.toBe('judged');
  expect(verdict.notes).toHaveLength(check(line, played(5), BPM).verdict.notes.length);
});

test('three that play different lines at once are named', () => {
  const [one, ...others] = [played(5), played(4), played(7)];
  const samples = one!.samples.map(
    (sample, n) => others.reduce((sum, other) => sum + (other.samples[n] ?? 0), sample) / 3,
  );
  expect(check(line, { samples, sampleRate: one!.sampleRate }, BPM).verdict.state).toBe('several-sounds');
});

test.each([
  [2, 'transposed'],
  [-12, 'transposed'],
  [0, 'judged'],
] as const)('the line %i half steps away is %s', (semitones, state) => {
  const { verdict } = check(line, played(5, semitones), BPM);
  expect(verdict.state).toBe(state);
  expect(verdict.transposedSemitones).toBe(semitones === 0 ? undefined : semitones);
});

test('a constant under the sound changes no verdict, at any level of strictness', () => {
  const audio = played(5);
  const lifted = { ...audio, samples: audio.samples.map((sample) => sample + 0.05) };
  for (const strictness of STRICTNESSES) {
    const policy = policyOf(strictness);
    const pitches = (heard: Audio) =>
      check(line, heard, BPM, { policy }).verdict.notes.map(({ pitch, onset }) => [pitch, onset]);
    expect(pitches(lifted)).toEqual(pitches(audio));
  }
});

/** A WAV file with the given format and silence. Source: Microsoft, IBM, "Multimedia Programming Interface and Data Specifications 1.0" (1991). */
function wavOf(channels: number, sampleRate: number, bits: number): Uint8Array {
  const bytes = new Uint8Array(44 + channels * bits * 16);
  const view = new DataView(bytes.buffer);
  bytes.set(new TextEncoder().encode('RIFF____WAVEfmt '));
  view.setUint32(4, bytes.length - 8, true);
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, (sampleRate * channels * bits) / 8, true);
  view.setUint16(32, (channels * bits) / 8, true);
  view.setUint16(34, bits, true);
  bytes.set(new TextEncoder().encode('data'), 36);
  view.setUint32(40, bytes.length - 44, true);
  return bytes;
}

test.each([
  [8, 44100, 16],
  [1, 44100, 8],
  [2, 96000, 24],
  [1, 16000, 16],
])('%i channels at %i Hz with %i bits get an answer', (channels, sampleRate, bits) => {
  const read = readWav(wavOf(channels, sampleRate, bits));
  if (!read.ok) expect(read.issues[0]!.message).toMatch(/\w/);
  else expect(check(line, read.value, BPM).verdict.state).toBe('nothing-heard');
});
