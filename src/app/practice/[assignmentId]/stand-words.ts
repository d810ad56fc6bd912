import type { DeviceTakes, WholeTake } from '@/app/_components/device/device-takes';
import type { PassageMoment } from '@/browser/passage';
import type { TakeFacts } from '@/browser/take-session';
import type { Line } from '@/core/notation';
import type { LoopRange, Step } from '@/core/practice';
import type { HandInState } from './result';
import type { StandState, Taken } from './stand-machine';

/** Said to whoever is not to be recorded. */
export const NOT_RECORDED = {
  taps: 'You are not recorded: nobody has agreed to it. You can tap this one.',
  nothing:
    'You are not recorded: nobody has agreed to it. Listen to it, go round in it, and play it to your teacher.',
} as const;

/** Said while the recording still goes on. */
export const NOTHING_COMES_IN = 'Mevlo hears nothing at all. Is the microphone on?';

/** What is said beside the beat when the count-in is over. */
export function doingNow({ kind }: StandState, turn: PassageMoment['phase'], verb: Step['verb']): string {
  switch (kind) {
    case 'recording':
      return `${verb}!`;
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

/** A take of this sitting as it is brought into the store once more. */
export async function wholeTake(
  { id, askedBpm, rating, sound, taps }: Taken,
  facts: TakeFacts,
): Promise<WholeTake> {
  const take = {
    ...{ ...facts, id, askedBpm, taps, selfRating: rating, state: 'waiting' as const },
    source: taps ? ('tapped' as const) : ('recorded' as const),
  };
  return {
    take: { ...take, recordedAtMs: Date.now(), alongside: undefined, sampleRate: 0 },
    sound: await sound.arrayBuffer(),
  };
}

/** Where handing in a take stands. */
export function handInStateOf(takeId: string, { takes, send, arrived, store }: DeviceTakes): HandInState {
  if (arrived.includes(takeId)) return { kind: 'handed-in' };
  const kept = takes.find(({ id }) => id === takeId);
  if (kept?.state === 'refused') return { kind: 'held-up', problem: kept.problem ?? '' };
  const isOnlyHere = store?.isOnlyHere(takeId) && store.isLasting;
  if (kept?.state !== 'waiting') return { kind: isOnlyHere ? 'only-in-this-page' : 'here' };
  if (send.kind === 'held-up') return send;
  const isUnreached = send.kind === 'offline' || send.kind === 'no-answer';
  if (isUnreached && isOnlyHere) return { kind: 'only-in-this-page' };
  return { kind: isUnreached ? send.kind : 'on-its-way' };
}

/** The printed numbers of some measures; undefined for all of them. */
export function printedNumbers(
  { part: { measures } }: Line,
  { fromIndex, toIndex }: Pick<LoopRange, 'fromIndex' | 'toIndex'>,
): { readonly first: number; readonly last: number } | undefined {
  if (fromIndex === 0 && toIndex >= measures.length) return undefined;
  const chosen = measures.slice(fromIndex, toIndex);
  return chosen.length === 0 ? undefined : { first: chosen[0]!.number, last: chosen.at(-1)!.number };
}
