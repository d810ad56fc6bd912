import { readWav, writeWav } from '@/core/signal';
import { maybeConverted } from './ffmpeg';

/**
 * A 16-bit mono recording as FLAC (RFC 9639): half the bytes, and every sample as it was.
 * @returns undefined where nothing would be won by it. @throws MachineTrouble
 */
export async function maybeFlacOf(wav: Uint8Array): Promise<Buffer | undefined> {
  const flac = await maybeConverted(
    wav,
    ['-f', 'wav'],
    ['-map', '0:a:0', '-c:a', 'flac', '-compression_level', '8', '-f', 'flac'],
    'flac',
  );
  return flac && flac.length < wav.length ? flac : undefined;
}

/** The recording again, as it was handed in. @throws Error when it is no FLAC of ours. @throws MachineTrouble */
export async function wavOfFlac(flac: Uint8Array): Promise<Uint8Array> {
  const wav = await maybeConverted(
    flac,
    ['-f', 'flac'],
    ['-map', '0:a:0', '-c:a', 'pcm_s16le', '-f', 'wav'],
    'wav',
  );
  const sound = wav && readWav(wav);
  if (!sound?.ok) throw new Error('A recording that was kept as FLAC cannot be read.');
  return writeWav(sound.value);
}
