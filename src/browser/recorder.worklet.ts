// Runs on the audio thread: hands every block of the microphone to the page, unchanged, with its place on the audio clock.
/// <reference lib="webworker" />

declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
/** Sample frame at which the block that is processed now begins. */
declare const currentFrame: number;

/** Blocks are gathered to about 46 ms, so that the page is not called 344 times a second. */
const BLOCK_SAMPLES = 2048;

class RecorderProcessor extends AudioWorkletProcessor {
  #block = new Float32Array(BLOCK_SAMPLES);
  #filled = 0;
  #fromFrame = 0;

  process([input]: Float32Array[][]): boolean {
    const channel = input?.[0];
    if (!channel) return true;
    // A block has no hole: where the microphone or the audio thread missed something, a new one begins.
    if (currentFrame !== this.#fromFrame + this.#filled) {
      this.#send();
      this.#fromFrame = currentFrame;
    }
    for (let n = 0; n < channel.length; n++) {
      this.#block[this.#filled++] = channel[n]!;
      if (this.#filled === BLOCK_SAMPLES) this.#send();
    }
    return true;
  }

  #send(): void {
    if (this.#filled === 0) return;
    const samples = this.#filled === BLOCK_SAMPLES ? this.#block : this.#block.slice(0, this.#filled);
    this.port.postMessage({ fromFrame: this.#fromFrame, samples }, [samples.buffer]);
    this.#fromFrame += this.#filled;
    this.#block = new Float32Array(BLOCK_SAMPLES);
    this.#filled = 0;
  }
}

registerProcessor('mevlo-recorder', RecorderProcessor);
