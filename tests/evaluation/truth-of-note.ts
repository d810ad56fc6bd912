import type { WrittenNote } from '@/core/notation';
import type { Change } from './mistakes';
import type { Player } from './players';
import type { ErrorKind, TruthNote } from './take-truth';

/** What was made of the written notes of a take. */
interface Taken {
  readonly notes: readonly WrittenNote[];
  readonly played: ReadonlyMap<
    number,
    {
      readonly onset: number;
      readonly end: number;
      readonly midi: number | undefined;
      readonly late: number;
      readonly restarts: boolean;
    }
  >;
  readonly changes: readonly Change[];
  readonly player: Player;
  readonly base: number;
}

const EARLY: readonly ErrorKind[] = ['early', 'dotted-even', 'dots-forgotten', 'compound-even', 'rest-cut'];

/** The truth about one written note, and what of it more than one verdict could be defended for. */
export function describeNote(
  note: WrittenNote,
  index: number,
  { notes, played, changes, player, base }: Taken,
): TruthNote {
  const mine = changes.filter((change) => change.at === index).map((change) => change.kind);
  const around = changes.filter((change) => Math.abs(change.at - index) === 1).map((change) => change.kind);
  const found = played.get(index);
  const moved: readonly ErrorKind[] = ['late', ...EARLY];
  const wholeTakeEndsHere = index === notes.length - 1;
  const nextIs = changes.filter((change) => change.at === index + 1).map((change) => change.kind);
  const facts = {
    id: note.id,
    measureIndex: note.measureIndex,
    writtenMidi: note.sound.kind === 'pitched' ? note.sound.midi : undefined,
    played: found && { midi: found.midi, onset: found.onset, end: found.end },
  };
  const wasStopped =
    nextIs.includes('pause') ||
    mine.includes('restart') ||
    mine.includes('repeated-measure') ||
    found?.restarts === true;
  return {
    ...facts,
    pitch: !found
      ? 'missing'
      : mine.includes('octave')
        ? 'octave'
        : mine.some((kind) => ['wrong', 'forgot-key', 'wrong-key', 'step-off', 'swapped'].includes(kind))
          ? 'wrong'
          : 'right',
    onsetOff: mine.includes('late') ? 'late' : mine.some((kind) => EARLY.includes(kind)) ? 'early' : 'on',
    length: mine.some((kind) => kind === 'cut-short' || kind === 'let-go')
      ? 'short'
      : mine.includes('held-into-rest')
        ? 'long'
        : 'full',
    care: {
      pitch: player.range !== undefined,
      onset: found !== undefined && !found.restarts && !mine.includes('pause') && !mine.includes('squeak'),
      length:
        found !== undefined &&
        player.sustains &&
        !player.hasNoGaps &&
        !note.staccato &&
        note.beats * base >= 0.4 &&
        !wholeTakeEndsHere &&
        !wasStopped &&
        !mine.some((kind) => moved.includes(kind) || ['added', 'tie-retongued', 'squeak'].includes(kind)) &&
        !around.some(
          (kind) =>
            moved.includes(kind) ||
            ['missing', 'held-over', 'skipped-measure', 'skipped-line'].includes(kind),
        ),
    },
  };
}
