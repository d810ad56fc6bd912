/** What can sound while a take is heard: one at a time. */
export const SOURCES = ['take', 'model', 'earlier'] as const;
export type Source = (typeof SOURCES)[number];

export const SPEEDS = [1, 0.75, 1.25, 1.5] as const;
export type Speed = (typeof SPEEDS)[number];

export interface HearingState {
  /** Undefined while nothing sounds. */
  readonly sounding: Source | undefined;
  /** At the same pitch; 1 is as it was played. */
  readonly speed: Speed;
}

export const SILENT: HearingState = { sounding: undefined, speed: 1 };

export type HearingEvent =
  /** A key or button: it starts, and if it sounds it stops. */
  | { readonly kind: 'toggled'; readonly source: Source }
  /** The take is heard from some measure. */
  | { readonly kind: 'heard-from-a-measure' }
  /** A player says what it does, by whatever it was started or stopped. */
  | { readonly kind: 'began' | 'ended'; readonly source: Source }
  | { readonly kind: 'next-speed' };

/** What a player has to do. */
export type Deed =
  | { readonly kind: 'start' | 'pause'; readonly source: Source }
  | { readonly kind: 'take-speed'; readonly speed: Speed };

/** The next state, and what the players have to do for it: others are paused before one starts. */
export function reduceHearing(
  state: HearingState,
  event: HearingEvent,
): { readonly state: HearingState; readonly deeds: readonly Deed[] } {
  switch (event.kind) {
    case 'toggled':
      return turnTo(state, state.sounding === event.source ? undefined : event.source);
    case 'heard-from-a-measure': {
      const turned = turnTo(state, 'take');
      // It goes to the measure even if it sounds already.
      return state.sounding === 'take' ? { ...turned, deeds: [{ kind: 'start', source: 'take' }] } : turned;
    }
    case 'began':
      return { ...turnTo(state, event.source, false) };
    case 'ended':
      return {
        state: state.sounding === event.source ? { ...state, sounding: undefined } : state,
        deeds: [],
      };
    case 'next-speed': {
      const speed = SPEEDS[(SPEEDS.indexOf(state.speed) + 1) % SPEEDS.length]!;
      return { state: { ...state, speed }, deeds: [{ kind: 'take-speed', speed }] };
    }
  }
}

/** @param starts whether it must be started; else it sounds already. */
function turnTo(state: HearingState, source: Source | undefined, starts = true) {
  if (source === state.sounding) return { state, deeds: [] };
  const deeds: Deed[] = [];
  if (state.sounding) deeds.push({ kind: 'pause', source: state.sounding });
  if (source && starts) deeds.push({ kind: 'start', source });
  return { state: { ...state, sounding: source }, deeds };
}
