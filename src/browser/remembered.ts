/** What this browser was told to remember under a name; undefined where it has nothing, or may not. */
export function remembered(name: string): string | undefined {
  try {
    return localStorage.getItem(name) ?? undefined;
  } catch {
    return undefined;
  }
}

/** Remembers a text until it is told another; a full or forbidden store is passed over. */
export function remember(name: string, text: string): void {
  try {
    localStorage.setItem(name, text);
  } catch {
    // It holds until the page is left.
  }
}
