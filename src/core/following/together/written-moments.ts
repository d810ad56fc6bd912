import { type AskedSound, type Line, type WrittenNote, writtenVoices } from '../../notation';
import { compare, toNumber } from '../../time';

/** One head of a note of a voice. */
export interface WrittenHead {
  readonly note: WrittenNote;
  readonly voice: number;
  readonly asked: AskedSound;
}

/** All that is to be struck at one time, by whatever hand. At least one head. */
export interface WrittenMoment {
  readonly heads: readonly WrittenHead[];
  /** Stands for the moment where its time is asked for: the note of it that lasts longest. */
  readonly note: WrittenNote;
}

/** The moments of a line, in order. @param voices those that are listened to; all if nothing is said. */
export function writtenMoments(
  line: Line,
  voices: (voice: number) => boolean = () => true,
): readonly WrittenMoment[] {
  const heads = writtenVoices(line).flatMap((notes, voice) =>
    voices(voice)
      ? notes.flatMap((note) => note.heads.map((asked): WrittenHead => ({ note, voice, asked })))
      : [],
  );
  heads.sort((a, b) => compare(a.note.onsetQuarters, b.note.onsetQuarters));
  const moments: WrittenHead[][] = [];
  for (const head of heads) {
    const last = moments.at(-1);
    if (last && compare(last[0]!.note.onsetQuarters, head.note.onsetQuarters) === 0) last.push(head);
    else moments.push([head]);
  }
  return moments.map((together) => ({ heads: together, note: longestOf(together) }));
}

const longestOf = (heads: readonly WrittenHead[]): WrittenNote =>
  heads
    .map(({ note }) => note)
    .reduce((a, b) => (toNumber(b.lengthQuarters) > toNumber(a.lengthQuarters) ? b : a));
