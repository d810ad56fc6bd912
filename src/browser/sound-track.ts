import type { Channel, Mixer } from './mixer';
import type { SoundStream } from './model-client';

const AHEAD_SECONDS = 2.5;
const REFILL_MS = 250;

/** Plays a stream of sound at the start of every round in which it is wanted, on the audio clock. */
export class SoundTrack {
  readonly #mixer: Mixer;
  readonly #channel: Channel;
  readonly #stream: SoundStream;
  readonly #timer: ReturnType<typeof setInterval>;
  readonly #buffers: AudioBuffer[] = [];
  readonly #done = new Set<string>();
  #sources: AudioBufferSourceNode[] = [];
  #round = 0;

  /**
   * @param startOf moment of a round with an index from 0 on the audio clock; undefined after the last.
   * @param isWanted whether it sounds in that round.
   */
  constructor(
    mixer: Mixer,
    channel: Channel,
    stream: SoundStream,
    private readonly startOf: (round: number) => number | undefined,
    private readonly isWanted: (round: number) => boolean,
  ) {
    this.#mixer = mixer;
    this.#channel = channel;
    this.#stream = stream;
    this.#refill();
    this.#timer = setInterval(() => this.#refill(), REFILL_MS);
  }

  #refill(): void {
    const { context } = this.#mixer;
    const until = context.currentTime + AHEAD_SECONDS;
    for (const block of this.#stream.blocks.slice(this.#buffers.length)) {
      this.#buffers.push(this.#mixer.buffer(block.samples));
    }
    // A round that has begun may still have blocks to come.
    for (let round = this.#round; ; round++) {
      const start = this.startOf(round);
      if (start === undefined || start > until) return;
      const next = this.startOf(round + 1);
      if (next !== undefined && next < context.currentTime - 1 && round === this.#round) this.#round++;
      if (this.isWanted(round)) this.#planRound(round, start, until);
    }
  }

  #planRound(round: number, start: number, until: number): void {
    this.#buffers.forEach((buffer, index) => {
      const key = `${round}:${index}`;
      const time = start + this.#stream.blocks[index]!.fromSample / buffer.sampleRate;
      if (time > until || this.#done.has(key)) return;
      this.#done.add(key);
      const late = Math.max(0, this.#mixer.context.currentTime - time);
      if (late >= buffer.duration) return;
      const source = new AudioBufferSourceNode(this.#mixer.context, { buffer });
      source.connect(this.#mixer.input(this.#channel));
      source.start(time + late, late);
      source.onended = () => {
        this.#sources = this.#sources.filter((other) => other !== source);
      };
      this.#sources.push(source);
    });
  }

  stop(): void {
    clearInterval(this.#timer);
    this.#stream.stop();
    for (const source of this.#sources) source.stop();
  }
}
