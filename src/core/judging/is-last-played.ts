import type { NoteVerdict, Verdict } from './verdict';

/** Whether what each voice has last was played: then nothing more is to come. Of a voice that rests nobody knows; silence ends its take. */
export function isLastPlayed({ notes }: Verdict): boolean {
  const last = new Map<string | undefined, NoteVerdict>();
  for (const note of notes) last.set(note.voice, note);
  return last.size > 0 && [...last.values()].every(({ played }) => played !== undefined);
}
