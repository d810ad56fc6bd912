'use client';
import { useEffect, useRef } from 'react';
import { maybeKeyEntry } from '@/core/writing';
import type { Writing } from './use-writing';

const FIELDS = 'input, textarea, select, [contenteditable], [role="dialog"] *';
/** Keys that a control reached by keyboard needs for itself. */
const KEYS_OF_CONTROLS = ['Enter', ' '];

/**
 * Keys write on the desk wherever the focus is, except in a field.
 * @param isWriting false while a part is only looked at.
 */
export function useDeskKeys(writing: Writing, isWriting: boolean, openSayBox: () => void): void {
  const current = useRef({ writing, isWriting, openSayBox });
  current.current = { writing, isWriting, openSayBox };
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : undefined;
      if (target?.matches(FIELDS)) return;
      if (target?.matches('button, a, summary') && KEYS_OF_CONTROLS.includes(event.key)) return;
      const entry = maybeKeyEntry(event);
      if (!entry || !current.current.isWriting) return;
      event.preventDefault();
      const { writing: desk, openSayBox: say } = current.current;
      if (entry.command === 'undo') desk.undo();
      else if (entry.command === 'redo') desk.redo();
      else if (entry.command === 'say') say();
      else desk.do(entry.command);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}
