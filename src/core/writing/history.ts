import { apply, type Command } from './command';
import type { Desk } from './desk';

/** The desk with everything that was done before and undone since, without limit. */
export interface History {
  readonly past: readonly Desk[];
  readonly now: Desk;
  readonly future: readonly Desk[];
}

export function startHistory(desk: Desk): History {
  return { past: [], now: desk, future: [] };
}

/** Only what changes the line can be undone; moving the caret cannot. */
export function perform(history: History, command: Command): History {
  const now = apply(history.now, command);
  if (now === history.now) return history;
  if (now.score === history.now.score) return { ...history, now };
  return { past: [...history.past, history.now], now, future: [] };
}

export function undo({ past, now, future }: History): History {
  const before = past.at(-1);
  if (!before) return { past, now: { ...now, remark: 'There is nothing left to undo.' }, future };
  return {
    past: past.slice(0, -1),
    now: { ...before, clip: now.clip, remark: undefined },
    future: [now, ...future],
  };
}

export function redo({ past, now, future }: History): History {
  const [next, ...rest] = future;
  if (!next) return { past, now: { ...now, remark: 'There is nothing to do again.' }, future };
  return { past: [...past, now], now: { ...next, clip: now.clip, remark: undefined }, future: rest };
}
