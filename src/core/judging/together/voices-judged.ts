import { FEWEST_ALIKE, MOST_SHARE } from '../../base';
import type { FollowedHead, Following } from '../../following';
import { type AskedSound, drumById, type Line, type TimedMeasure, voiceNames } from '../../notation';
import { judgeMeasure } from '../judge-measure';
import type { HeadVerdict, NoteVerdict, VoiceVerdict } from '../verdict';

/** Of a voice that was not played hardly anything seems to be there. */
const MOST_OF_SILENT_SHARE = 0.2;

/** What can be told apart in a line: the drums of a kit by their names, else its voices by theirs. */
interface Voice {
  readonly name: string;
  readonly isOf: (head: FollowedHead) => boolean;
  readonly isOfNote: (note: NoteVerdict, asked: AskedSound) => boolean;
}

function voicesOf({ part }: Line, heads: readonly FollowedHead[]): readonly Voice[] {
  const drums = [
    ...new Set(heads.flatMap(({ asked }) => (asked.kind === 'drum' && asked.drum ? [asked.drum] : []))),
  ];
  if (drums.length > 0)
    return drums.map((drum) => {
      const isDrum = (asked: AskedSound) => asked.kind === 'drum' && asked.drum === drum;
      return {
        name: drumById(drum).name,
        isOf: ({ asked }) => isDrum(asked),
        isOfNote: (_, asked) => isDrum(asked),
      };
    });
  return voiceNames(part).flatMap((name, place) => {
    const isOf: Voice['isOf'] = ({ voice }) => voice === place;
    return heads.some(isOf) ? [{ name, isOf, isOfNote: ({ voice = name }) => voice === name }] : [];
  });
}

const thereShare = (some: readonly FollowedHead[]) =>
  some.filter(({ found }) => found === 'there').length / Math.max(1, some.length);

/** @param voices all that can be told apart: another one must have been played. */
function isSilent(heads: readonly FollowedHead[], isOf: Voice['isOf'], voices: readonly Voice[]): boolean {
  const mine = heads.filter(isOf);
  return (
    mine.length >= FEWEST_ALIKE &&
    thereShare(mine) <= MOST_OF_SILENT_SHARE &&
    voices.some((voice) => thereShare(heads.filter(voice.isOf)) >= 1 / 2)
  );
}

/** The heads of voices of which hardly anything was heard, though the others were played. */
export function silentHeads(line: Line, heads: readonly FollowedHead[]): ReadonlySet<FollowedHead> {
  const voices = voicesOf(line, heads);
  const silent = voices.filter(({ isOf }) => isSilent(heads, isOf, voices));
  return new Set(heads.filter((head) => silent.some(({ isOf }) => isOf(head))));
}

/** The voices of a line with what is said of each. */
export function voicesJudged(
  line: Line,
  notes: readonly NoteVerdict[],
  heads: readonly FollowedHead[],
  measures: readonly TimedMeasure[],
  following: Following,
): readonly VoiceVerdict[] {
  const voices = voicesOf(line, heads);
  return voices.map(({ name, isOf, isOfNote }): VoiceVerdict => {
    const mine = heads.filter(isOf);
    const cells = notes.flatMap((note) => {
      const own = note.heads!.filter(({ asked }) => isOfNote(note, asked));
      return own.length === 0 ? [] : [{ ...note, heads: own, pitch: worstOf(own) }];
    });
    const exchanged = voices.find(
      (other) => other.name !== name && areExchanged(mine, heads.filter(other.isOf)),
    );
    return {
      name,
      measures: measures.map((measure) =>
        judgeMeasure(measure, { notes: cells, extras: [], interruptions: [] }, following),
      ),
      isSilent: isSilent(heads, isOf, voices) && !exchanged,
      exchangedWith: exchanged?.name,
    };
  });
}

function worstOf(heads: readonly HeadVerdict[]): HeadVerdict['pitch'] {
  const order = ['wrong', 'missing', 'unclear', 'right'] as const;
  return order.find((pitch) => heads.some((head) => head.pitch === pitch)) ?? 'right';
}

function areExchanged(some: readonly FollowedHead[], others: readonly FollowedHead[]): boolean {
  return insteadShare(some, others) >= MOST_SHARE && insteadShare(others, some) >= MOST_SHARE;
}

/** How much of a drum was struck on another one. */
function insteadShare(some: readonly FollowedHead[], others: readonly FollowedHead[]): number {
  const drum = others[0]?.asked;
  if (some.length < 2 || drum?.kind !== 'drum') return 0;
  const exchanged = some.filter(({ instead }) => instead?.kind === 'drum' && instead.drum === drum.drum);
  return exchanged.length / some.length;
}
