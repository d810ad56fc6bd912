import { failure, type Result } from '@/core/base';
import { type Audio, readWav } from '@/core/signal';
import { maybeConverted } from './ffmpeg';

const LONGEST_SECONDS = 300;
/** Containers of the accepted kinds of file; anything else, playlists above all, is refused. */
const FORMATS = 'wav,mp3,mov,matroska,ogg,flac';

const REFUSED = {
  code: 'unreadable-sound',
  message:
    'This file could not be read as sound. WAV, MP3, M4A, WebM, OGG or FLAC was expected: choose another file or record here.',
};

/** Decodes a sound file of any accepted kind to 44.1 kHz mono. @throws MachineTrouble */
export async function decodeSound(bytes: Uint8Array): Promise<Result<Audio>> {
  const wav = await maybeConverted(
    bytes,
    ['-format_whitelist', FORMATS],
    [
      ...['-map', '0:a:0', '-vn'],
      // Without rematrix_maxval a stereo downmix comes out 3 dB too loud and clips.
      ...['-af', 'aresample=44100:rematrix_maxval=1.0'],
      ...['-ac', '1', '-c:a', 'pcm_s16le', '-t', `${LONGEST_SECONDS}`, '-f', 'wav'],
    ],
    'wav',
  );
  return wav ? readWav(wav) : failure(REFUSED);
}
