import { useEffect, useRef } from 'react';

/** Where typing goes into a field, or space and Enter press what has the focus. */
const TYPED_INTO = 'input, textarea, select, [contenteditable]';
const PRESSED = 'button, a, summary';

/** Keys of a page: one letter each, as `KeyboardEvent.key` gives them. None while something is being typed. */
export function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const target = event.target instanceof Element ? event.target : document.body;
      if (target.closest(TYPED_INTO)) return;
      if (event.key === ' ' && target.closest(PRESSED)) return;
      const act = latest.current[event.key.toLowerCase()];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
