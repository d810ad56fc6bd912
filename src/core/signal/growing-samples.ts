/** Samples that come bit by bit, in one array. */
export class GrowingSamples {
  #array: Float32Array<ArrayBuffer>;
  #length = 0;

  /** @param expected how many there will be; more are welcome. */
  constructor(expected = 1 << 16) {
    this.#array = new Float32Array(Math.max(1, expected));
  }

  get length(): number {
    return this.#length;
  }

  /** What is there so far; a later push may leave it behind, so it is not to be kept. */
  get samples(): Float32Array<ArrayBuffer> {
    return this.#array.subarray(0, this.#length);
  }

  push(block: Float32Array): void {
    const length = this.#length + block.length;
    if (length > this.#array.length) {
      const larger = new Float32Array(Math.max(length, 2 * this.#array.length));
      larger.set(this.#array);
      this.#array = larger;
    }
    this.#array.set(block, this.#length);
    this.#length = length;
  }
}
