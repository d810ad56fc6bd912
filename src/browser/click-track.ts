import { clickSample, clickSound } from '@/core/playback';
import type { ClickKind } from '@/core/tempo';
import type { Mixer } from './mixer';

/** One click of a track. */
export interface TrackClick {
  /** Seconds after the start of the track. */
  readonly seconds: number;
  readonly kind: ClickKind;
  /** Counted and shown, not heard. */
  readonly isSilent?: boolean;
}

/** Clicks are put on the audio clock this far ahead: a busy or hidden page cannot delay them. */
const AHEAD_SECONDS = 1.6;
const REFILL_MS = 250;
/** A click this close ahead is left as it was planned. */
const CHANGEABLE_SECONDS = 0.03;

/** Plays clicks on the audio clock. The page's timer only refills the plan and never decides when a click sounds. */
export class ClickTrack {
  readonly #mixer: Mixer;
  readonly #sounds = new Map<ClickKind, AudioBuffer>();
  readonly #timer: ReturnType<typeof setInterval>;
  readonly startTime: number;
  #planned: { readonly index: number; readonly time: number; readonly source: AudioBufferSourceNode }[] = [];
  #next = 0;

  /**
   * @param startTime of the track, on the audio clock.
   * @param clickAt the click with a given index from 0; undefined after the last.
   */
  constructor(
    mixer: Mixer,
    startTime: number,
    private readonly clickAt: (index: number) => TrackClick | undefined,
  ) {
    this.#mixer = mixer;
    this.startTime = startTime;
    this.#refill();
    this.#timer = setInterval(() => this.#refill(), REFILL_MS);
  }

  #refill(): void {
    const { currentTime } = this.#mixer.context;
    this.#planned = this.#planned.filter(({ time }) => time > currentTime - 1);
    for (;;) {
      const click = this.clickAt(this.#next);
      if (!click || this.startTime + click.seconds > currentTime + AHEAD_SECONDS) return;
      if (!click.isSilent) this.#plan(this.#next, click);
      this.#next++;
    }
  }

  #plan(index: number, { seconds, kind }: TrackClick): void {
    const { context } = this.#mixer;
    const { sampleRate } = context;
    const time = (Math.round(this.startTime * sampleRate) + clickSample(seconds, sampleRate)) / sampleRate;
    const source = new AudioBufferSourceNode(context, { buffer: this.#sound(kind) });
    source.connect(this.#mixer.input('click'));
    source.start(time);
    this.#planned.push({ index, time, source });
  }

  #sound(kind: ClickKind): AudioBuffer {
    const known = this.#sounds.get(kind);
    if (known) return known;
    const buffer = this.#mixer.buffer(clickSound(kind, this.#mixer.context.sampleRate));
    this.#sounds.set(kind, buffer);
    return buffer;
  }

  /** Index of the first click that can still be changed. */
  firstOpen(): number {
    const now = this.#mixer.context.currentTime + CHANGEABLE_SECONDS - this.startTime;
    let index = this.#next;
    while (index > 0 && (this.clickAt(index - 1)?.seconds ?? 0) > now) index--;
    return index;
  }

  /** Plans the clicks anew from an index on, after what `clickAt` says of them has changed. */
  replanFrom(index: number): void {
    for (const { source } of this.#planned.filter((click) => click.index >= index)) source.stop();
    this.#planned = this.#planned.filter((click) => click.index < index);
    this.#next = Math.min(this.#next, index);
    this.#refill();
  }

  stop(): void {
    clearInterval(this.#timer);
    for (const { source } of this.#planned) source.stop();
  }
}
