import { listed } from '../base';

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
