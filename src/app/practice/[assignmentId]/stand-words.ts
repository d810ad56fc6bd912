import type { DeviceTakes } from '@/app/_components/device/device-takes';
import type { PassageMoment } from '@/browser/passage';
import type { Line } from '@/core/notation';
import type { HandInState } from './result';
import type { StandState } from './stand-machine';

/** Said while the recording still goes on. */
export const NOTHING_COMES_IN = 'Mevlo hears nothing at all. Is the microphone on?';

/** What is said beside the beat when the count-in is over. */
export function doingNow({ kind }: StandState, turn: PassageMoment['phase']): string {
  switch (kind) {
    case 'recording':
      return 'Play!';
    case 'tapping':
      return 'Tap every note …';
    case 'going-through':
      return 'Do it to the end …';
    default:
      return turn === 'yours' ? 'Your turn!' : 'Mevlo plays …';
  }
}

/** Whether anything is written that is more than notes and rhythm. */
export function hasExpression({ part }: Line): boolean {
  return part.measures.some(
    ({ events, directions }) =>
      directions.some(({ kind }) => kind !== 'words') ||
      events.some(
        (event) => event.kind === 'note' && (event.slurStarts > 0 || event.articulations.length > 0),
      ),
  );
}

/** Where handing in a take stands. */
export function handInStateOf(takeId: string, { takes, send, arrived }: DeviceTakes): HandInState {
  if (arrived.includes(takeId)) return { kind: 'handed-in' };
  const kept = takes.find(({ id }) => id === takeId);
  if (kept?.state === 'refused') return { kind: 'held-up', problem: kept.problem ?? '' };
  if (kept?.state !== 'waiting') return { kind: 'here' };
  if (send.kind === 'held-up') return send;
  return { kind: send.kind === 'offline' ? 'offline' : 'on-its-way' };
}
