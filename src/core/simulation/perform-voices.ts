import { type Line, lineOfVoice, voiceCountOf, type WrittenNote, writtenVoices } from '../notation';
import { toNumber } from '../time';
import { perform } from './perform';
import type { Flaw, Performance, PlayedEvent, PlayingStyle } from './performance';

/**
 * Plays every voice of a line and every head of its notes, in one time: both hands, or a whole kit. A line of single notes is played as
 * `perform` plays it.
 * @param flaws at notes of any voice; a stop stops all of them.
 * @throws RangeError for a flaw at a note that is in no voice, or for going back in a line of several voices.
 * @example performVoices(harpLine, style, [{ kind: 'missing', noteId: 'left-3' }])
 */
export function performVoices(line: Line, style: PlayingStyle, flaws: readonly Flaw[] = []): Performance {
  const voices = writtenVoices(line);
  const isSeveral = voiceCountOf(line.part) > 1;
  if (isSeveral && flaws.some(({ kind }) => kind === 'restart-after'))
    throw new RangeError('nobody goes back in a line of several voices here: choose another flaw');
  const all = voices.flat();
  for (const { noteId } of flaws)
    if (!all.some(({ id }) => id === noteId))
      throw new RangeError(`flaw must name a note of the line, got "${noteId}"`);
  const played = voices.map((notes, voice) => {
    const mine = flawsOf(flaws, notes, all);
    if (mine.some(({ kind }) => kind === 'voice-silent')) return [];
    const late = mine.find((flaw) => flaw.kind === 'voice-late');
    const behind = late ? (late.beats * 60) / style.bpm : 0;
    return perform(lineOfVoice(line, voice), style, mine, line)
      .events.flatMap((event) => headsOf(event, notes))
      .map((event) => ({
        ...event,
        onsetSeconds: event.onsetSeconds + behind,
        endSeconds: event.endSeconds + behind,
      }));
  });
  const events = played.flat().sort((a, b) => a.onsetSeconds - b.onsetSeconds);
  const tail = perform(line, style).durationSeconds;
  return {
    events,
    durationSeconds: Math.max(tail, ...events.map(({ endSeconds }) => endSeconds + TAIL_SECONDS)),
  };
}

const TAIL_SECONDS = 0.8;

/** Those of a voice's own notes, and stops of the others where it goes on after them. */
function flawsOf(
  flaws: readonly Flaw[],
  notes: readonly WrittenNote[],
  all: readonly WrittenNote[],
): readonly Flaw[] {
  return flaws.flatMap((flaw): readonly Flaw[] => {
    if (notes.some(({ id }) => id === flaw.noteId)) return [flaw];
    if (flaw.kind !== 'pause-before') return [];
    const from = toNumber(all.find(({ id }) => id === flaw.noteId)!.onsetQuarters);
    const next = notes.find(({ onsetQuarters }) => toNumber(onsetQuarters) >= from);
    return next ? [{ ...flaw, noteId: next.id }] : [];
  });
}

/** A note with all its heads, in one touch; what nobody wrote stays as it is. */
function headsOf(event: PlayedEvent, notes: readonly WrittenNote[]): readonly PlayedEvent[] {
  const note = notes.find(({ id }) => id === event.noteId);
  if (!note) return [event];
  const first = note.heads[0]!;
  return note.heads.map((head): PlayedEvent => {
    if (head.kind === 'drum') return { ...event, drum: head.drum };
    const above = first.kind === 'pitched' ? head.midi - first.midi : 0;
    return { ...event, midi: event.midi === undefined ? undefined : event.midi + above };
  });
}
