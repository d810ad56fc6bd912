import { execFileSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { type Audio, amplitudeToDb, dbToAmplitude } from '@/core/signal';
import { readWavFile, withWavFile } from '../support/wav-file';

const TELEPHONE_HERTZ = [300, 3400] as const;
/** A gain that follows the loudness: down at once, up slowly. Common practice of telephones. */
const GAIN_ATTACK_SECONDS = 0.01;
const GAIN_RELEASE_SECONDS = 0.6;
const GAIN_TARGET_DB = -22;
const MOST_GAIN_DB = 24;

/** A telephone: its band, and a gain that pumps. */
export function throughTelephone({ samples, sampleRate }: Audio): Audio {
  const [low, high] = TELEPHONE_HERTZ;
  let sound = onePoles(samples, sampleRate, low, 'high');
  sound = onePoles(onePoles(sound, sampleRate, low, 'high'), sampleRate, high, 'low');
  sound = onePoles(sound, sampleRate, high, 'low');
  const [down, up] = [GAIN_ATTACK_SECONDS, GAIN_RELEASE_SECONDS].map((seconds) =>
    Math.exp(-1 / (seconds * sampleRate)),
  ) as [number, number];
  let level = 0.01;
  const out = sound.map((sample) => {
    const size = Math.abs(sample);
    const keep = size > level ? down : up;
    level = keep * level + (1 - keep) * size;
    const gainDb = Math.min(MOST_GAIN_DB, GAIN_TARGET_DB - amplitudeToDb(level + 1e-6));
    return Math.max(-0.99, Math.min(0.99, sample * dbToAmplitude(gainDb)));
  });
  return { samples: out, sampleRate };
}

function onePoles(samples: Float32Array, sampleRate: number, hertz: number, keeps: 'low' | 'high') {
  const share = 1 - Math.exp((-2 * Math.PI * hertz) / sampleRate);
  let low = 0;
  return samples.map((sample) => {
    low += share * (sample - low);
    return keeps === 'low' ? low : sample - low;
  });
}

/** What a lossy codec leaves; the encoder's own delay is taken off by its container. */
export function throughCodec(audio: Audio, codec: 'opus' | 'mp3'): Audio {
  const [name, ...how] =
    codec === 'opus'
      ? ['take.webm', '-c:a', 'libopus', '-b:a', '24k']
      : ['take.mp3', '-c:a', 'libmp3lame', '-b:a', '64k'];
  return withWavFile(audio, (path) => {
    const [packed, to] = [join(dirname(path), name!), join(dirname(path), 'out.wav')];
    execFileSync('ffmpeg', ['-v', 'error', '-i', path, ...how, packed]);
    execFileSync('ffmpeg', ['-v', 'error', '-i', packed, '-ac', '1', '-c:a', 'pcm_s16le', to]);
    return readWavFile(to);
  });
}
