import { listed } from '../base';
import { headsOf, type Line, type Note, voiceHasNotes, voiceNames } from '../notation';

/** What of a line a verdict speaks of. What it does not speak of was not listened to. */
export interface Scope {
  /** The voice that was listened to; undefined where there is but one. */
  readonly voice: string | undefined;
  readonly otherVoices: readonly string[];
  /** Of notes that are struck together, one was listened to. */
  readonly hasOneOfEachChord: boolean;
  /** Several drums are written; when they were struck was listened to, not which. */
  readonly isAnyDrum: boolean;
}

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

/** Whether a verdict speaks of all that is written. */
export const isOfEverything = ({ voice, hasOneOfEachChord, isAnyDrum }: Scope): boolean =>
  voice === undefined && !hasOneOfEachChord && !isAnyDrum;

/** What was not listened to, in a sentence or two; undefined where all of it was. */
export function sayScope(scope: Scope): string | undefined {
  const said = [
    ...(scope.voice === undefined
      ? []
      : [`Mevlo listened to the ${scope.voice} only, not to the ${listed(scope.otherVoices)}.`]),
    ...(scope.hasOneOfEachChord ? ['Of notes that are struck together, Mevlo listened to one.'] : []),
    ...(scope.isAnyDrum ? ['Mevlo listened to when the drums were struck, not to which of them.'] : []),
  ];
  return said.length === 0 ? undefined : said.join(' ');
}
