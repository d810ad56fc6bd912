import { headsOf, type Line, type Note, voiceHasNotes, voiceNames } from '../notation';
import type { Scope } from './scope';

/** What of a line is listened to. */
export function scopeOf({ part }: Line): Scope {
  const names = voiceNames(part);
  const others = names.filter((_, voice) => voice > 0 && voiceHasNotes(part, voice));
  const notes = part.measures.flatMap(({ events }) =>
    events.filter((event): event is Note => event.kind === 'note'),
  );
  const heads = notes.flatMap(headsOf);
  return {
    voice: others.length > 0 ? names[0] : undefined,
    otherVoices: others,
    hasOneOfEachChord: notes.some(({ chordPitches }) => chordPitches.length > 0),
    isAnyDrum:
      new Set(
        heads.flatMap((head) =>
          head.kind === 'unpitched' ? [JSON.stringify([head.display, head.head])] : [],
        ),
      ).size > 1,
  };
}
