import type { WrittenNote } from '../../notation';
import { toNumber } from '../../time';
import type { Pulse, WrittenInTime } from '../pulse-runs';
import type { DueMoment } from './placed-head';
import type { WrittenMoment } from './written-moments';

/**
 * When each moment was due by the pulses of a take, and where it was found.
 * @param all that is written. @param read of it what the pulses were read from.
 */
export const dueMoments = (
  all: readonly WrittenMoment[],
  read: readonly WrittenMoment[],
  pulses: readonly Pulse[],
  written: WrittenInTime,
): readonly DueMoment[] => all.map((moment) => dueOf(moment, read, pulses, written));

/** When a moment was due by the pulse around it, and where it was found. */
function dueOf(
  moment: WrittenMoment,
  read: readonly WrittenMoment[],
  pulses: readonly Pulse[],
  { beatsAt }: WrittenInTime,
): DueMoment {
  const index = read.findIndex(({ note }) => sameTime(note, moment.note));
  const pulse = pulses.findLast(({ placed }) => placed.some((one) => one.index === index));
  if (pulse && index >= 0) {
    const at = pulse.placed.findLastIndex((one) => one.index === index);
    const { seconds, secondsPerBeat, doubtSeconds } = pulse.expected[at]!;
    const startsPulse = pulse.isAnew && at === 0;
    const found = pulse.placed[at]!;
    return {
      moment,
      foundAt: found.soundIndex,
      startsPulse,
      due: { seconds: startsPulse ? found.seconds : seconds, secondsPerBeat, doubtSeconds },
    };
  }
  const beats = beatsAt(toNumber(moment.note.onsetQuarters));
  const near = pulses
    .flatMap(({ placed, expected }) =>
      placed.map((one, at) => ({ off: beats - one.beats, expected: expected[at]! })),
    )
    .reduce<
      { off: number; expected: { seconds: number; secondsPerBeat: number; doubtSeconds: number } } | undefined
    >((best, one) => (best && Math.abs(best.off) <= Math.abs(one.off) ? best : one), undefined);
  const due = near && {
    seconds: near.expected.seconds + near.off * near.expected.secondsPerBeat,
    secondsPerBeat: near.expected.secondsPerBeat,
    doubtSeconds: near.expected.doubtSeconds,
  };
  return { moment, foundAt: undefined, startsPulse: false, due };
}

const sameTime = (a: WrittenNote, b: WrittenNote) => toNumber(a.onsetQuarters) === toNumber(b.onsetQuarters);
