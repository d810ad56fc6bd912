'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { DraftKeeper, type SaveState } from '@/browser/draft-keeper';
import type { DerivedPart, LineDocument } from '@/core/arranging';
import {
  type Command,
  type History,
  openDesk,
  perform,
  redo,
  startHistory,
  undo,
  withoutEmptyEnd,
} from '@/core/writing';

/** What the page does to the line. */
export interface Writing {
  readonly history: History;
  readonly derived: readonly DerivedPart[];
  readonly saveState: SaveState;
  /** Changes of a window that was left before they arrived, on an older state than the stored one. */
  readonly leftBehind: LineDocument | undefined;
  /** Changes that had not arrived are on the desk again. */
  readonly wasRestored: boolean;
  readonly do: (command: Command) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly derive: (derived: readonly DerivedPart[]) => void;
  readonly document: () => LineDocument;
  /** Waits until what is on the desk is stored. */
  readonly settled: () => Promise<void>;
  readonly forget: () => void;
  readonly dismissLeftBehind: () => void;
}

/** The line on the desk, stored with every change. */
export function useWriting(lineId: string, stored: LineDocument, revision: number): Writing {
  const [history, setHistory] = useState(() => startHistory(openDesk(stored.score)));
  const [derived, setDerived] = useState(stored.derived);
  const [saveState, setSaveState] = useState<SaveState>({ kind: 'saved' });
  const [leftBehind, setLeftBehind] = useState<LineDocument>();
  const [wasRestored, setWasRestored] = useState(false);
  const keeper = useRef<DraftKeeper>(undefined);
  const latest = useRef<LineDocument>(stored);

  // The keeper knows the newest state from then on; what the page is given later is older or the same.
  const openedAt = useRef(revision);
  useEffect(() => {
    const made = new DraftKeeper(lineId, openedAt.current, setSaveState);
    keeper.current = made;
    const draft = made.maybeLeftBehind();
    if (draft && draft.revision === openedAt.current) {
      setHistory(startHistory(openDesk(draft.document.score)));
      setDerived(draft.document.derived);
      setWasRestored(true);
    } else if (draft) setLeftBehind(draft.document);
    return () => made.end();
  }, [lineId]);

  // Everything that was changed is kept; what is the same as before is not.
  const { score } = history.now;
  useEffect(() => {
    const kept = latest.current;
    if (kept.score === score && kept.derived === derived) return;
    latest.current = { score, derived };
    keeper.current?.keep({ score: withoutEmptyEnd(history.now).score, derived });
  }, [score, derived, history]);

  const document = useCallback(
    (): LineDocument => ({ score: withoutEmptyEnd(history.now).score, derived }),
    [history, derived],
  );
  return {
    history,
    derived,
    saveState,
    leftBehind,
    wasRestored,
    do: useCallback((command) => setHistory((before) => perform(before, command)), []),
    undo: useCallback(() => setHistory(undo), []),
    redo: useCallback(() => setHistory(redo), []),
    derive: setDerived,
    document,
    settled: async () => keeper.current?.settled(),
    forget: () => keeper.current?.forget(),
    dismissLeftBehind: () => {
      keeper.current?.forget();
      setLeftBehind(undefined);
    },
  };
}
