// Runs on the audio thread: hands every block of the microphone to the page, unchanged, with its place on the audio clock.
/// <reference lib="webworker" />

declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
/** Sample frame at which the block that is processed now begins; in hertz. */
declare const currentFrame: number;
declare const sampleRate: number;

/** Blocks are gathered to about 46 ms, so that the page is not called 344 times a second. */
const BLOCK_SAMPLES = 2048;

/** A longer hole is no hole: the page was asleep. */
const LONGEST_HOLE_SECONDS = 10;

class RecorderProcessor extends AudioWorkletProcessor {
  #block = new Float32Array(BLOCK_SAMPLES);
  #filled = 0;
  #fromFrame = 0;
  /** Where the next samples should begin; undefined before the first. */
  #nextFrame: number | undefined;

  process([input]: Float32Array[][]): boolean {
    const channel = input?.[0];
    if (!channel) return true;
    // Time that the microphone or the audio thread missed is silence: every sample keeps its place on the clock.
    const hole = currentFrame - (this.#nextFrame ?? currentFrame);
    if (hole > 0 && hole < LONGEST_HOLE_SECONDS * sampleRate) this.#take(hole, () => 0);
    else if (hole !== 0) this.#filled = 0;
    if (this.#filled === 0) this.#fromFrame = currentFrame;
    this.#take(channel.length, (n) => channel[n]!);
    this.#nextFrame = currentFrame + channel.length;
    return true;
  }

  #take(count: number, sampleAt: (n: number) => number): void {
    for (let n = 0; n < count; n++) {
      this.#block[this.#filled++] = sampleAt(n);
      if (this.#filled < BLOCK_SAMPLES) continue;
      this.port.postMessage({ fromFrame: this.#fromFrame, samples: this.#block }, [this.#block.buffer]);
      this.#block = new Float32Array(BLOCK_SAMPLES);
      this.#filled = 0;
      this.#fromFrame += BLOCK_SAMPLES;
    }
  }
}

registerProcessor('mevlo-recorder', RecorderProcessor);
