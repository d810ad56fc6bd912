import type { Level } from './recorder';

/** How loud it is at the moment, for whoever shows it: it changes twenty times a second, and a page is not drawn anew for it. */
export class LevelNow {
  #level: Level | undefined;
  readonly #watching = new Set<() => void>();

  set(level: Level): void {
    this.#level = level;
    for (const changed of this.#watching) changed();
  }

  /** Undefined before anything came in. */
  readonly get = (): Level | undefined => this.#level;

  /** @returns ends the watching. */
  readonly watch = (changed: () => void): (() => void) => {
    this.#watching.add(changed);
    return () => this.#watching.delete(changed);
  };
}
