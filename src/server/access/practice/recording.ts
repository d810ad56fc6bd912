import 'server-only';
import { LRUCache } from 'lru-cache';
import { readAudio } from '@/server/db/queries/takes';
import { maybeWholeAudio } from '@/server/db/queries/taking-out';
import { wavOfFlac } from '@/server/sound/flac';

/** Recordings that are listened to at the moment: a player asks for one in many pieces. */
const played = new LRUCache<string, Uint8Array>({
  maxSize: 100_000_000,
  sizeCalculation: ({ byteLength }) => byteLength,
});

/**
 * Bytes `from` to `to` (exclusive) of a recording as it was handed in, however it is kept, and its whole length: a player that has its
 * beginning must never get another file's end. Whoever asks has been checked before. @returns undefined when it was removed.
 */
export async function maybePieceOfRecording(takeId: string, from: number, to: number) {
  const kept = await readAudio(takeId, from, to);
  if (kept?.audioType !== 'flac') {
    played.delete(takeId);
    return kept;
  }
  const whole = played.get(takeId) ?? (await maybeWholeRecording(takeId));
  if (!whole) return undefined;
  played.set(takeId, whole);
  return { length: whole.byteLength, bytes: whole.subarray(from, to), audioType: 'wav' as const };
}

/** A whole recording as it was handed in, however it is kept; undefined when it was removed. Whoever asks has been checked before. */
export async function maybeWholeRecording(takeId: string): Promise<Uint8Array | undefined> {
  const kept = await maybeWholeAudio(takeId);
  if (!kept) return undefined;
  return kept.audioType === 'flac' ? wavOfFlac(kept.audio) : kept.audio;
}
