import { LIKELIER_THAN_NOT } from '../../base';
import type { HeardMoment } from '../../listening';
import type { AskedSound } from '../../notation';
import { IN_PLACE_BEATS } from '../following';
import { likelihoodNearby, likelihoodWhereWritten, ODDS_OF_WRITTEN } from './likelihood';
import { oddsByVoice } from './odds-by-voice';
import type { DueMoment, PlacedHead } from './placed-head';
import { withShiftedVoices } from './shifted-voices';
import type { WrittenHead } from './written-moments';

/** Less likely than this it was not struck where it is written; from here to more likely than not nobody can tell. */
const NOT_STRUCK = 0.25;
/** So far from its time a head is looked for, in beats: further off it is another note. */
const REACH_BEATS = 0.62;
/** Fingers slip to a neighbour, seldom further. */
const SLIP_SEMITONES = 5;
const STRUCK_INSTEAD = 0.6;

/**
 * What of the heard moments each written head was.
 * @param played on what each sound that is asked for seems to have been played throughout.
 */
export function placeHeads(
  moments: readonly DueMoment[],
  heard: readonly HeardMoment[],
  played: (asked: AskedSound) => AskedSound,
): readonly PlacedHead[] {
  // What is written where: a sound that is asked for at a moment is not another one's that came late.
  const taken = new Set<string>();
  const key = (at: number, asked: AskedSound) =>
    `${at}/${asked.kind === 'pitched' ? asked.midi : asked.drum}`;
  for (const { moment, foundAt } of moments)
    if (foundAt !== undefined) for (const { asked } of moment.heads) taken.add(key(foundAt, asked));
  const all = moments.flatMap((of) => of.moment.heads.map((head) => ({ head, of })));
  const alone = all.map(({ head, of }) => hereOf(head, of, heard, ODDS_OF_WRITTEN));
  const odds = oddsByVoice(
    all.map(({ head }) => head),
    alone,
  );
  const here = all.map(({ head, of }, index) => hereOf(head, of, heard, odds[index]!));
  const placed = all.map(
    ({ head, of }, index): PlacedHead =>
      here[index]! >= LIKELIER_THAN_NOT
        ? { ...head, found: 'there', at: of.foundAt!, likelihood: here[index]! }
        : { ...head, found: 'absent', likelihood: 1 - here[index]! },
  );
  all.forEach(({ head, of }, index) => {
    const isTaken = (at: number, asked: AskedSound) => taken.has(key(at, asked));
    if (here[index]! >= LIKELIER_THAN_NOT) {
      const nearer = maybeNearer(head, of, heard, here[index]!, isTaken);
      if (nearer) placed[index] = nearer;
      return;
    }
    const found = onAnother(head, of, heard, played) ?? lookAround(head, of, heard, here[index]!, isTaken);
    if (found.found === 'there') taken.add(key(found.at, head.asked));
    if (found.found === 'other') taken.add(key(found.at, found.instead));
    placed[index] = found;
  });
  const dues = all.map(({ of }) => of);
  return withShiftedVoices(placed, dues, heard);
}

const hereOf = (head: WrittenHead, { foundAt }: DueMoment, heard: readonly HeardMoment[], odds: number) =>
  foundAt === undefined ? 0 : likelihoodWhereWritten(heard[foundAt]!, head.asked, odds);

/** Struck in its place, on what is played throughout where this one is asked for. */
function onAnother(
  head: WrittenHead,
  { foundAt }: DueMoment,
  heard: readonly HeardMoment[],
  played: (asked: AskedSound) => AskedSound,
): PlacedHead | undefined {
  const instead = played(head.asked);
  if (instead === head.asked || foundAt === undefined) return undefined;
  const likelihood = likelihoodWhereWritten(heard[foundAt]!, instead);
  return likelihood < LIKELIER_THAN_NOT
    ? undefined
    : { ...head, found: 'other', at: foundAt, instead, likelihood };
}

/** What was taken for its place lies off its time, and it was struck more surely nearer to it: something else sounded before. */
function maybeNearer(
  head: WrittenHead,
  { due, foundAt }: DueMoment,
  heard: readonly HeardMoment[],
  here: number,
  isTaken: (at: number, asked: AskedSound) => boolean,
): PlacedHead | undefined {
  if (!due || foundAt === undefined) return undefined;
  const off = (moment: HeardMoment) => Math.abs(moment.onsetSeconds - due.seconds) / due.secondsPerBeat;
  if (off(heard[foundAt]!) < IN_PLACE_BEATS) return undefined;
  const nearer = heard.flatMap((moment, at) => {
    if (off(moment) >= IN_PLACE_BEATS || isTaken(at, head.asked)) return [];
    const likelihood = likelihoodNearby(moment, head.asked);
    return likelihood > here ? [{ at, likelihood }] : [];
  });
  return nearer.length === 0 ? undefined : { ...head, found: 'there', ...surestOf(nearer) };
}

const surestOf = <Place extends { readonly likelihood: number }>(places: readonly Place[]): Place =>
  places.reduce((a, b) => (b.likelihood > a.likelihood ? b : a));

function lookAround(
  head: WrittenHead,
  { due, foundAt }: DueMoment,
  heard: readonly HeardMoment[],
  here: number,
  isTaken: (at: number, asked: AskedSound) => boolean,
): PlacedHead {
  if (due) {
    const reach = REACH_BEATS * due.secondsPerBeat;
    const near = heard.flatMap((moment, at) => {
      if (at === foundAt || Math.abs(moment.onsetSeconds - due.seconds) > reach || isTaken(at, head.asked))
        return [];
      const likelihood = likelihoodNearby(moment, head.asked);
      return likelihood >= LIKELIER_THAN_NOT ? [{ at, likelihood }] : [];
    });
    if (near.length > 0) return { ...head, found: 'there', ...surestOf(near) };
  }
  if (here >= NOT_STRUCK) return { ...head, found: 'unclear', likelihood: here };
  // A hand that slips may come a little before or after the other one.
  const places = heard.flatMap((moment, at) =>
    at === foundAt ||
    (due && Math.abs(moment.onsetSeconds - due.seconds) <= IN_PLACE_BEATS * due.secondsPerBeat)
      ? [at]
      : [],
  );
  const others = places.flatMap((at) => {
    const instead = struckInstead(head, heard[at]!, (asked) => isTaken(at, asked));
    return instead ? [{ at, ...instead }] : [];
  });
  if (others.length > 0) return { ...head, found: 'other', ...surestOf(others) };
  return { ...head, found: 'absent', likelihood: 1 - here };
}

function struckInstead(
  { asked }: WrittenHead,
  moment: HeardMoment,
  isTaken: (asked: AskedSound) => boolean,
): { readonly instead: AskedSound; readonly likelihood: number } | undefined {
  const others: readonly AskedSound[] =
    asked.kind === 'pitched'
      ? moment.pitches.flatMap(({ midi }) =>
          midi !== asked.midi && Math.abs(midi - asked.midi) <= SLIP_SEMITONES
            ? [{ kind: 'pitched', midi } as const]
            : [],
        )
      : moment.drums.flatMap(({ drum }) => (drum === asked.drum ? [] : [{ kind: 'drum', drum } as const]));
  const free = others
    .map((instead) => ({ instead, likelihood: likelihoodNearby(moment, instead) }))
    .filter(({ instead, likelihood }) => likelihood >= STRUCK_INSTEAD && !isTaken(instead));
  return free.length === 0 ? undefined : free.reduce((a, b) => (b.likelihood > a.likelihood ? b : a));
}
