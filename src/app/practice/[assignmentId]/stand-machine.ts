import type { Taps } from '@/browser/take-store';
import type { Check } from '@/core/checking';
import type { SelfRating } from '@/core/practice';

/** A take of this sitting: checked on this device, kept in its store, not handed in yet. */
export interface SittingTake {
  readonly id: string;
  /** Which take of the sitting, from 1. */
  readonly number: number;
  readonly sound: Blob;
  readonly askedBpm: number;
  readonly check: Check;
  /** Played by taps, not by the microphone: trying again goes the same way. */
  readonly taps: Taps | undefined;
  readonly clipped: boolean;
  /** The device heard its own click or backing: headphones would help. */
  readonly hearsItself: boolean;
  /** Undefined until the student has rated it or said not now. */
  readonly rating: SelfRating | undefined;
}

/** Before it has its place in the sitting. */
export type Taken = Omit<SittingTake, 'number'>;

/** What plays without being recorded. */
export type Playing = 'listening' | 'looping' | 'going-through' | 'tapping';

/**
 * What goes on at the stand:
 * - `ready`: nothing; `gone-through`: a step that cannot be heard was gone through to its end;
 * - `listening`, `looping`, `going-through`, `tapping`: something plays, or its sounds are being made;
 * - `opening`: the microphone and what plays along are made ready; `recording`; `checking`;
 * - `rating`: a take is there, and the student's own ears come first; `verdict`: it is shown;
 * - `problem`: something did not work, in words.
 */
export type StandState =
  | { readonly kind: 'ready' | 'gone-through' | Playing | 'opening' | 'recording' | 'checking' }
  | { readonly kind: 'rating' | 'verdict'; readonly takeId: string }
  | { readonly kind: 'problem'; readonly text: string };

/** The stand with the takes of this sitting, the first played first. */
export interface Sitting {
  readonly state: StandState;
  readonly takes: readonly SittingTake[];
}

export type StandEvent =
  | { readonly kind: 'plays'; readonly what: Playing }
  /** What played is over: by itself, or stopped. */
  | { readonly kind: 'played'; readonly what: Playing }
  /** @param what only this, if it is what plays. */
  | { readonly kind: 'stopped'; readonly what?: Playing }
  | { readonly kind: 'opens' | 'records' | 'checks' }
  /** What was checked is nobody's to look at: the coach goes on with it. */
  | { readonly kind: 'passed-on' }
  | { readonly kind: 'taken'; readonly take: Taken }
  | { readonly kind: 'rated'; readonly takeId: string; readonly rating: SelfRating }
  | { readonly kind: 'chosen'; readonly takeId: string }
  /** The take that is looked at is done with: back to the line. */
  | { readonly kind: 'put-away' }
  | { readonly kind: 'failed'; readonly text: string };

export const EMPTY_STAND: Sitting = { state: { kind: 'ready' }, takes: [] };

const PLAYING: readonly string[] = ['listening', 'looping', 'going-through', 'tapping'] satisfies Playing[];

/** What plays at the moment; undefined while nothing does, or something is recorded. */
export const playingNow = ({ kind }: StandState): Playing | undefined =>
  PLAYING.includes(kind) ? (kind as Playing) : undefined;

/** Whether the page waits for itself: nothing can be pressed. */
export const isBusy = ({ kind }: StandState): boolean => kind === 'opening' || kind === 'checking';

/** The next state of the stand. What does not belong to the state of now, because it comes too late, changes nothing. */
export function reduceStand(stand: Sitting, event: StandEvent): Sitting {
  const { state } = stand;
  const to = (next: StandState): Sitting => ({ ...stand, state: next });
  switch (event.kind) {
    case 'plays':
      return isBusy(state) || state.kind === 'recording' ? stand : to({ kind: event.what });
    case 'played':
      if (state.kind !== event.what) return stand;
      return to({ kind: event.what === 'going-through' ? 'gone-through' : 'ready' });
    case 'stopped':
      if (event.what && event.what !== state.kind) return stand;
      return playingNow(state) || state.kind === 'recording' ? to({ kind: 'ready' }) : stand;
    case 'opens':
      return isBusy(state) || state.kind === 'recording' ? stand : to({ kind: 'opening' });
    case 'records':
      return state.kind === 'opening' ? to({ kind: 'recording' }) : stand;
    case 'checks':
      return state.kind === 'recording' || state.kind === 'tapping' ? to({ kind: 'checking' }) : stand;
    case 'passed-on':
      return state.kind === 'checking' ? to({ kind: 'ready' }) : stand;
    case 'taken':
      if (state.kind !== 'checking') return stand;
      return {
        state: shown(event.take),
        takes: offered([...stand.takes, { ...event.take, number: (stand.takes.at(-1)?.number ?? 0) + 1 }]),
      };
    case 'rated': {
      const takes = stand.takes.map((take) =>
        take.id === event.takeId ? { ...take, rating: event.rating } : take,
      );
      const isShown = state.kind === 'rating' && state.takeId === event.takeId;
      return { takes, state: isShown ? { kind: 'verdict', takeId: event.takeId } : state };
    }
    case 'chosen': {
      const take = stand.takes.find(({ id }) => id === event.takeId);
      const isOpen = state.kind === 'rating' || state.kind === 'verdict';
      return take && isOpen ? to(shown(take)) : stand;
    }
    case 'put-away':
      return state.kind === 'verdict' ? to({ kind: 'ready' }) : stand;
    case 'failed':
      return to({ kind: 'problem', text: event.text });
  }
}

/** So many can be told apart. */
const MOST_OFFERED = 6;

/** Measures of a take in which nothing needs work. */
export const goodMeasures = ({ check }: SittingTake): number =>
  check.verdict.measures.filter(({ notesNeedWork, rhythmNeedsWork }) => !notesNeedWork && !rhythmNeedsWork)
    .length;

/** The takes that stay to be chosen: the best one whatever happens, then the newest. */
function offered(takes: readonly SittingTake[]): readonly SittingTake[] {
  if (takes.length <= MOST_OFFERED) return takes;
  // Among equals the later one.
  const best = takes.reduce((one, other) => (goodMeasures(other) >= goodMeasures(one) ? other : one));
  const gone = takes.find((take) => take !== best);
  return takes.filter((take) => take !== gone);
}

/** Own ears first. */
const shown = ({ id, rating }: Pick<SittingTake, 'id' | 'rating'>): StandState => ({
  kind: rating === undefined ? 'rating' : 'verdict',
  takeId: id,
});

/** The take that is looked at. */
export function maybeShownTake({ state, takes }: Sitting): SittingTake | undefined {
  return state.kind === 'rating' || state.kind === 'verdict'
    ? takes.find(({ id }) => id === state.takeId)
    : undefined;
}

/** What the one large key does, and the space key. */
export type Pressed = 'end-the-take' | 'stop' | 'go-through' | 'tap' | 'record' | 'nothing';

/**
 * How the step at hand reaches Mevlo: by the microphone; by it or by taps; by one's own word. Whoever is not to be recorded has the taps alone,
 * or nothing that Mevlo could hear.
 */
export type Input = 'microphone' | 'either' | 'none' | 'taps' | 'nothing';

/** Whether the microphone is open for it. */
export const hasMicrophone = (input: Input): boolean => input === 'microphone' || input === 'either';

/** @param mayRecord whether somebody has agreed to it. */
export function inputFor(input: 'microphone' | 'either' | 'none', mayRecord: boolean): Input {
  if (mayRecord || input === 'none') return input;
  return input === 'either' ? 'taps' : 'nothing';
}

export function pressed(stand: Sitting, input: Input): Pressed {
  const { state } = stand;
  // Whoever rates must not find the microphone open.
  if (isBusy(state) || state.kind === 'rating') return 'nothing';
  if (state.kind === 'recording') return 'end-the-take';
  if (playingNow(state)) return 'stop';
  if (input === 'none') return 'go-through';
  if (input === 'nothing') return 'nothing';
  return input === 'taps' || maybeShownTake(stand)?.taps ? 'tap' : 'record';
}
