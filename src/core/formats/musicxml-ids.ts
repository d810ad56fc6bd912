import { plainId } from './musicxml-note';
import { childrenNamed, type XmlElement } from './xml';

/** Gives out ids that the file itself does not use. */
export class IdMaker {
  readonly #taken: Set<string>;

  constructor(part: XmlElement) {
    const written = childrenNamed(part, 'measure')
      .flatMap((measure) => childrenNamed(measure, 'note'))
      .map((note) => plainId(note.attributes.id))
      .filter((id) => id !== undefined);
    this.#taken = new Set(written);
    this.#unused = new Set(written);
  }

  readonly #unused: Set<string>;

  /** The id of the file the first time it is met, otherwise a fresh one like `wished`. */
  next(ofFile: string | undefined, wished: string): string {
    const plain = plainId(ofFile);
    if (plain !== undefined && this.#unused.delete(plain)) return plain;
    let id = wished;
    while (this.#taken.has(id)) id += '_';
    this.#taken.add(id);
    return id;
  }
}
