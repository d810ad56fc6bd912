import 'server-only';
import { maybeWholeAudio } from '@/server/db/queries/taking-out';
import { wavOfFlac } from '@/server/sound/flac';

/** A whole recording as it was handed in, however it is kept; undefined when it was removed. Whoever asks has been checked before. */
export async function maybeWholeRecording(takeId: string): Promise<Uint8Array | undefined> {
  const kept = await maybeWholeAudio(takeId);
  if (!kept) return undefined;
  return kept.audioType === 'flac' ? wavOfFlac(kept.audio) : kept.audio;
}
