import { type Flaw, perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/playing';
import { writeWav } from '@/core/signal';
import { handIn } from '@/server/access/takes';
import type { Viewer } from '@/server/access/viewer';
import { checkTake } from '@/server/jobs/check-take';
import { bookLine } from './lines';

/** The worlds' line, played by a flute. Nobody plays a line twice alike: every take has a seed of its own. */
export function played(bpm: number, seed: number, flaws: readonly Flaw[] = []): Uint8Array<ArrayBuffer> {
  const performance = perform(bookLine(5), { ...STEADY_STYLE, seed, bpm }, flaws);
  return writeWav(render(performance, 'flute', { ...QUIET_ROOM, sampleRate: 16000, seed }));
}

/** Hands a recording in and has it checked. @param form `assignmentId`, `askedBpm` and what else is said of it. */
export async function handInAndCheck(
  student: Viewer,
  form: { readonly assignmentId: string; readonly askedBpm: string; readonly selfRating?: object },
  wav: Uint8Array,
): Promise<string> {
  const id = crypto.randomUUID();
  await handIn(student, { id, source: 'recorded', ...form }, wav);
  await checkTake(id);
  return id;
}
