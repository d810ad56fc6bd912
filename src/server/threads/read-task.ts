// The file that threads run which read files of music: small, so that a thread is there at once.
import { readScore } from '@/core/formats';

/** @param bytes of a file; none to have the thread started. */
export default function readTask(bytes: Uint8Array) {
  return readScore(bytes);
}
