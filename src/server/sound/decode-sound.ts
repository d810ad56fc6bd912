import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { failure, type Result } from '@/core/base';
import { type Audio, readWav } from '@/core/signal';

const LONGEST_SECONDS = 300;
const PATIENCE_MS = 30_000;
/** Containers of the accepted kinds of file; anything else, playlists above all, is refused. */
const FORMATS = 'wav,mp3,mov,matroska,ogg,flac';

const REFUSED = {
  code: 'unreadable-sound',
  message:
    'This file could not be read as sound. WAV, MP3, M4A, WebM, OGG or FLAC was expected: choose another file or record here.',
};

/** Decodes a sound file of any accepted kind to 44.1 kHz mono. */
export async function decodeSound(bytes: Uint8Array): Promise<Result<Audio>> {
  const folder = await mkdtemp(join(tmpdir(), 'mevlo-sound-'));
  try {
    const input = join(folder, 'upload');
    const output = join(folder, 'sound.wav');
    // From a file, not a pipe: the index of an ordinary m4a stands at its end.
    await writeFile(input, bytes);
    return (await runFfmpeg(input, output)) ? readWav(await readFile(output)) : failure(REFUSED);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function runFfmpeg(input: string, output: string): Promise<boolean> {
  const args = [
    ...[
      '-nostdin',
      '-loglevel',
      'error',
      '-protocol_whitelist',
      'file',
      '-format_whitelist',
      FORMATS,
      '-i',
      input,
    ],
    // Without rematrix_maxval a stereo downmix comes out 3 dB too loud and clips.
    ...[
      '-map',
      '0:a:0',
      '-vn',
      '-af',
      'aresample=44100:rematrix_maxval=1.0',
      '-ac',
      '1',
      '-c:a',
      'pcm_s16le',
    ],
    ...['-t', `${LONGEST_SECONDS}`, '-f', 'wav', output],
  ];
  return new Promise((resolve) => {
    const child = spawn('ffmpeg', args, { stdio: 'ignore', timeout: PATIENCE_MS, killSignal: 'SIGKILL' });
    child.on('error', () => resolve(false));
    child.on('close', (code) => resolve(code === 0));
  });
}
