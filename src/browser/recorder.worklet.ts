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
    if (this.#filled === 0) this.#fromFrame = currentFrame;
    for (let n = 0; n < channel.length; n++) {
      this.#block[this.#filled++] = channel[n]!;
      if (this.#filled < BLOCK_SAMPLES) continue;
      this.port.postMessage({ fromFrame: this.#fromFrame, samples: this.#block }, [this.#block.buffer]);
      this.#block = new Float32Array(BLOCK_SAMPLES);
      this.#filled = 0;
      this.#fromFrame = currentFrame + n + 1;
    }
    return true;
  }
}

registerProcessor('mevlo-recorder', RecorderProcessor);
