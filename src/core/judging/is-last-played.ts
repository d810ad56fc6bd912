import type { Verdict } from './verdict';

/** Whether what is written last was played, by whatever hand: then nothing more is to come. */
export function isLastPlayed({ notes }: Verdict): boolean {
  const last = notes.reduce<Verdict['notes'][number] | undefined>(
    (latest, note) => (latest && isBefore(note, latest) ? latest : note),
    undefined,
  );
  return notes.some(
    (note) =>
      note.played !== undefined && note.measureIndex === last?.measureIndex && note.beat === last.beat,
  );
}

type Place = Pick<Verdict['notes'][number], 'measureIndex' | 'beat'>;

const isBefore = (a: Place, b: Place) =>
  a.measureIndex < b.measureIndex || (a.measureIndex === b.measureIndex && a.beat < b.beat);
