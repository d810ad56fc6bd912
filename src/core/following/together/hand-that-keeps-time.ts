import { MOST_SHARE } from '../../base';
import type { HeardMoment } from '../../listening';
import type { Line } from '../../notation';
import type { Candidate, Match } from '../alignment';
import { IN_PLACE_BEATS } from '../following';
import { type Pulse, pulsesOf, writtenInTime } from '../pulse-runs';
import { dueMoments } from './due-moments';
import { placeHeads } from './place-heads';
import type { DueMoment, PlacedHead } from './placed-head';
import type { Reading } from './readings';
import { writtenMoments } from './written-moments';

/** All heads of a take with the pulse that they are measured against. */
export interface PlacedTake {
  readonly pulses: readonly Pulse[];
  readonly due: readonly DueMoment[];
  readonly placed: readonly PlacedHead[];
}

/** Nobody comes early for long: of two ways to say it, the one in which a hand is late is the likelier. Our own judgement. */
const EARLY_COST = 1.25;
/** A stop, or a time that begins anew, is as unlikely as so many heads that are off. */
const NEW_PULSE_COST = 2;
/** What tells another story must tell it with so much less. */
const LEAST_GAIN = 2;

/**
 * Where the hands come apart, the pulse goes between them, or with the one that is off. The time is that of the hand by whose pulse the
 * fewest heads are off: the other one is early or late against it.
 * @param base as all of them together tell it.
 */
export function byHandThatKeepsTime(
  line: Line,
  base: PlacedTake,
  reading: Reading,
  heard: readonly HeardMoment[],
  candidates: readonly Candidate[],
): PlacedTake {
  const voices = [...new Set(base.placed.map(({ voice }) => voice))];
  const usual = costOf(base, heard);
  const isStraight = !reading.aligned.alignment.matches.some(({ restart }) => restart);
  if (voices.length !== 2 || usual < LEAST_GAIN || !isStraight) return base;
  const takes = voices.flatMap((voice) => {
    const take = maybeByVoice(line, voice, base, reading, heard, candidates);
    return take ? [{ take, cost: costOf(take, heard) }] : [];
  });
  const best = takes.reduce<(typeof takes)[number] | undefined>(
    (least, one) => (least && least.cost <= one.cost ? least : one),
    undefined,
  );
  return best && best.cost + LEAST_GAIN <= usual ? best.take : base;
}

function maybeByVoice(
  line: Line,
  voice: number,
  base: PlacedTake,
  reading: Reading,
  heard: readonly HeardMoment[],
  candidates: readonly Candidate[],
): PlacedTake | undefined {
  const { aligned, all } = reading;
  const moments = writtenMoments(line, (one) => one === voice);
  const written = writtenInTime(
    line,
    moments.map(({ note }) => note),
    () => undefined,
  );
  const mine = base.placed.filter((head) => head.voice === voice);
  const found = mine.filter((head) => head.found === 'there');
  if (found.length < MOST_SHARE * mine.length) return undefined;
  const matches: Match[] = [];
  moments.forEach(({ heads }, target) => {
    const places = found.flatMap((head) =>
      head.found === 'there' && heads.some(({ note }) => note.id === head.note.id) ? [head.at] : [],
    );
    const sound = Math.min(...places);
    if (places.length > 0 && sound > (matches.at(-1)?.sound ?? -1))
      matches.push({ target, sound, restart: false });
  });
  const pulses = pulsesOf({ matches, cost: 0 }, candidates, written, aligned.secondsPerBeat);
  // A hand whose own time begins anew does not keep it.
  if (pulses.length === 0 || pulses.length > base.pulses.length) return undefined;
  const due = dueMoments(all, moments, pulses, written).map((one, index) => ({
    ...one,
    foundAt: one.foundAt ?? base.due[index]!.foundAt,
  }));
  return { pulses, due, placed: placeHeads(due, heard, reading.played) };
}

/** How much is off when it is told so. */
function costOf({ pulses, due, placed }: PlacedTake, heard: readonly HeardMoment[]): number {
  const dueOf = new Map(due.flatMap((one) => one.moment.heads.map((head) => [head.note, one] as const)));
  const heads = placed.reduce((sum, head) => {
    if (head.found !== 'there' && head.found !== 'other') return sum + 1;
    const time = dueOf.get(head.note)?.due;
    const beats = time ? (heard[head.at]!.onsetSeconds - time.seconds) / time.secondsPerBeat : 0;
    if (Math.abs(beats) < IN_PLACE_BEATS) return sum + (head.found === 'other' ? 1 : 0);
    return sum + (beats < 0 ? EARLY_COST : 1);
  }, 0);
  return heads + NEW_PULSE_COST * (pulses.length - 1);
}
