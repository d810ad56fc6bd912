'use client';
import { useEffect, useRef } from 'react';

/** Space starts and stops, unless something else on the page has the keyboard. */
export function useSpaceKey(onPress: (() => void) | undefined): void {
  const press = useRef(onPress);
  press.current = onPress;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const isOnControl =
        event.target instanceof Element &&
        event.target.closest('button, input, textarea, select, a, summary');
      if (event.code !== 'Space' || event.repeat || isOnControl || !press.current) return;
      event.preventDefault();
      press.current();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

/** The browser asks before a take that is not handed in is thrown away. */
export function useLeaveWarning(isOpen: boolean): void {
  useEffect(() => {
    if (!isOpen) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [isOpen]);
}
