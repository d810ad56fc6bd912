'use client';
import { useLayoutEffect, useRef } from 'react';

const FIELDS = 'input:not([type="checkbox"]), textarea, select';
const CONTROLS = 'button, a, input, summary';

/**
 * Space starts and stops, unless it belongs to what has the keyboard: a field, or a control reached by keyboard.
 * A button that was only clicked keeps the focus too, but nobody means it any more.
 */
export function useSpaceKey(onPress: (() => void) | undefined): void {
  const press = useRef(onPress);
  press.current = onPress;
  // In the layout phase, so that the key works as soon as the page can be seen.
  useLayoutEffect(() => {
    let clicked: Element | undefined;
    const remember = (event: PointerEvent) => {
      clicked = (event.target instanceof Element && event.target.closest(CONTROLS)) || undefined;
    };
    const listen = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : undefined;
      const wasClicked = target !== undefined && target === clicked;
      if (event.code !== 'Space') clicked = undefined;
      const isTheirs = target?.matches(FIELDS) || (target?.matches(CONTROLS) && !wasClicked);
      if (event.code !== 'Space' || event.repeat || isTheirs || !press.current) return;
      event.preventDefault();
      // Some browsers press the focused button when the key is let go.
      if (target?.matches(CONTROLS)) target.blur();
      press.current();
    };
    window.addEventListener('pointerdown', remember);
    window.addEventListener('keydown', listen);
    return () => {
      window.removeEventListener('pointerdown', remember);
      window.removeEventListener('keydown', listen);
    };
  }, []);
}

/** Letters and digits of a page, as `KeyboardEvent.key` gives them; none while something is typed or chosen. */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const latest = useRef(keys);
  latest.current = keys;
  // As above: who goes through ten takes presses the next key when the next page is seen.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      if (event.target instanceof HTMLElement && event.target.matches(FIELDS)) return;
      const act = latest.current[event.key.toLowerCase()];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
