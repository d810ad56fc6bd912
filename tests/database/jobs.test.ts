import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hear } from '@/core/listening';
import { durationSeconds, writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { decodeSound } from '@/server/sound/decode-sound';
import { bookLine } from '../support/lines';

const folder = mkdtempSync(join(tmpdir(), 'mevlo-decode-'));
afterAll(() => rmSync(folder, { recursive: true }));

const sound = render(perform(bookLine(1), { ...STEADY_STYLE, seed: 2, bpm: 100 }), 'flute', {
  ...QUIET_ROOM,
  sampleRate: 44100,
  seed: 2,
});
const wavPath = join(folder, 'take.wav');
writeFileSync(wavPath, writeWav(sound));
const written = hear(sound).tones.map((note) => Math.round(note.midi));

// Every kind of file that a phone or a laptop makes, encoded by ffmpeg (Debian).
test.each([
  ['wav, stereo at 48 kHz', 'a.wav', ['-ac', '2', '-ar', '48000']],
  ['mp3', 'a.mp3', ['-b:a', '96k']],
  ['m4a', 'a.m4a', ['-c:a', 'aac']],
  ['webm', 'a.webm', ['-c:a', 'libopus']],
  ['ogg', 'a.ogg', ['-c:a', 'libvorbis']],
  ['flac', 'a.flac', []],
])('%s is decoded to the same notes', async (_, name, options) => {
  const path = join(folder, name);
  execFileSync('ffmpeg', ['-loglevel', 'error', '-y', '-i', wavPath, ...options, path]);
  const decoded = await decodeSound(readFileSync(path));
  if (!decoded.ok) throw new Error(decoded.issues[0]!.message);
  expect(decoded.value.sampleRate).toBe(44100);
  expect(Math.abs(durationSeconds(decoded.value) - durationSeconds(sound))).toBeLessThan(0.2);
  expect(hear(decoded.value).tones.map((note) => Math.round(note.midi))).toEqual(written);
});

test.each([
  ['text', Buffer.from('hello')],
  ['a playlist that points to a file', Buffer.from('#EXTM3U\n#EXTINF:1,\nfile:///etc/passwd\n')],
  ['a picture', readFileSync('src/app/icon.svg')],
  ['nothing', Buffer.alloc(0)],
])('%s is refused', async (_, bytes) => {
  const decoded = await decodeSound(bytes);
  expect(decoded.ok ? 'decoded' : decoded.issues[0]!.code).toBe('unreadable-sound');
});
