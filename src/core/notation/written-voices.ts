import type { Line } from './line';
import { lineOfVoice } from './line-of-voice';
import { voiceCountOf } from './score';
import { type WrittenNote, writtenNotes } from './written-notes';

/** The notes of every voice as they must sound, the first voice at the head; a voice without notes is empty. */
export function writtenVoices(line: Line): readonly (readonly WrittenNote[])[] {
  return Array.from({ length: voiceCountOf(line.part) }, (_, voice) =>
    writtenNotes(lineOfVoice(line, voice)),
  );
}
