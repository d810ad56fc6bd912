import { type NoteVerdict, needsWork, type Verdict } from '@/core/judging';
import type { AskedSound } from '@/core/notation';
import type { Tally } from '../score-take';
import type { HeadTruth, TogetherTruth } from './together-truth';

export interface TogetherScore {
  /** Heads that are not right: another sound, left out, off their time. */
  readonly heads: Tally;
  /** The same by voice or drum. */
  readonly byVoice: Readonly<Record<string, Tally>>;
  readonly measures: Tally;
  readonly written: number;
  readonly unclear: number;
  /** Of a take without a mistake: whether any measure is flagged. */
  readonly isCleanFlagged: boolean | undefined;
  /** Whether a mistake of a whole voice was named: one that was not played at all, or two that were exchanged. */
  readonly isVoiceNamed: boolean | undefined;
  readonly isJudged: boolean;
  readonly differences: readonly string[];
}

/** Hands and feet come together within so much. */
const SAME_TIME_SECONDS = 0.06;

/** Compares a verdict of all voices with the truth. */
export function scoreTogether(truth: TogetherTruth, said: Verdict): TogetherScore {
  const heads: Tally = [0, 0, 0];
  const byVoice: Record<string, Tally> = {};
  const measures: Tally = [0, 0, 0];
  const differences: string[] = [];
  const isJudged = said.state === 'judged';
  const add = (tallies: readonly Tally[], isSo: boolean, isSaid: boolean, what: () => string) => {
    const at = isSo && isSaid ? 0 : isSaid ? 1 : isSo ? 2 : undefined;
    if (at === undefined) return;
    for (const tally of tallies) tally[at]++;
    if (at > 0) differences.push(`${what()} ${at === 1 ? 'said, not so' : 'not said'}`);
  };
  const noteOf = new Map(said.notes.map((note) => [note.noteId, note]));
  let unclear = 0;
  for (const head of truth.heads) {
    const note = noteOf.get(head.noteId)!;
    const verdict = headOf(note, head.asked);
    if (verdict?.pitch === 'unclear') unclear++;
    if (!head.isScored || truth.mistake === 'hands apart' || soundsAnyway(head, truth)) continue;
    const isSo = head.found !== 'right' || head.timing !== 'on';
    const isSaid =
      isJudged &&
      (verdict?.pitch === 'wrong' ||
        verdict?.pitch === 'missing' ||
        note.onset === 'early' ||
        note.onset === 'late');
    const name = nameOf(head);
    byVoice[name] ??= [0, 0, 0];
    add(
      [heads, byVoice[name]],
      isSo,
      isSaid,
      () =>
        `${head.noteId} ${soundName(head.asked)} m${head.measureIndex} ${head.found}/${head.timing}: ${verdict?.pitch} ${note.onset} ${note.deviationSeconds.toFixed(2)}`,
    );
  }
  said.measures.forEach((measure, index) => {
    if (truth.unscored.includes(index)) return;
    const mine = truth.heads.filter(({ measureIndex }) => measureIndex === index);
    const isSo =
      mine.some(({ found, timing }) => found !== 'right' || timing !== 'on') || hasExtra(truth, mine);
    const isBesideExtra = !isSo && truth.mistake === 'added' && truth.extras.length === 0;
    if (isBesideExtra) return;
    add([measures], isSo, isJudged && needsWork(measure), () => `measure ${index}`);
  });
  const wholeVoice =
    ['one hand alone', 'one voice alone'].includes(truth.mistake ?? '') ||
    // A side stick that becomes a bass drum, which becomes a snare, is no exchange of two.
    (truth.mistake === 'exchanged' && !truth.heads.some(({ asked }) => soundName(asked) === 'side-stick'));
  return {
    heads,
    byVoice,
    measures,
    written: truth.heads.length,
    unclear,
    isCleanFlagged: truth.mistake === undefined ? isJudged && said.measures.some(needsWork) : undefined,
    isVoiceNamed: wholeVoice ? isJudged && isNamed(truth, said) : undefined,
    isJudged,
    differences,
  };
}

/** Where both drums that were exchanged are asked for at once, each sounds in the place of the other: nobody can hear that. */
function soundsAnyway(head: HeadTruth, { mistake, heads }: TogetherTruth): boolean {
  return (
    mistake === 'exchanged' &&
    head.found === 'wrong' &&
    heads.some(
      (other) =>
        other !== head &&
        other.found === 'wrong' &&
        other.measureIndex === head.measureIndex &&
        Math.abs((other.onset ?? -1) - (head.onset ?? -2)) < SAME_TIME_SECONDS,
    )
  );
}

function isNamed({ mistake, heads, voice }: TogetherTruth, { voices = [] }: Verdict): boolean {
  if (mistake === 'exchanged') return voices.some(({ exchangedWith }) => exchangedWith !== undefined);
  // Every voice or drum of which nothing was played, if it has enough to tell, and no other.
  const silent = voices.filter(({ isSilent }) => isSilent).map(({ name }) => name);
  const left = heads.filter((head) => head.voice !== voice);
  return left.length < 3 || silent.length > 0;
}

const headOf = ({ heads = [] }: NoteVerdict, asked: AskedSound) =>
  heads.find((head) => soundName(head.asked) === soundName(asked));

const soundName = (asked: AskedSound) => (asked.kind === 'pitched' ? String(asked.midi) : String(asked.drum));

const nameOf = ({ asked, voice }: HeadTruth) =>
  asked.kind === 'drum' ? String(asked.drum) : voice === 0 ? 'right hand' : 'left hand';

function hasExtra({ extras }: TogetherTruth, heads: readonly HeadTruth[]): boolean {
  const onsets = heads.flatMap(({ onset }) => (onset === undefined ? [] : [onset]));
  const [from, to] = [Math.min(...onsets) - 0.1, Math.max(...onsets) + 0.4];
  return extras.some(({ onset }) => onset >= from && onset <= to);
}
