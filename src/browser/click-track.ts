/** One click of the metronome. */
export interface Click {
  /** Seconds after the first click. */
  readonly seconds: number;
  readonly accented: boolean;
}

const CLICK_SECONDS = 0.03;
const ACCENT_HERTZ = 1760;
const PLAIN_HERTZ = 1320;
const CLICK_GAIN = 0.35;
/** Clicks are put on the audio clock this far ahead: a busy page cannot delay them. */
const AHEAD_SECONDS = 1.5;
const REFILL_MS = 300;

/** Plays clicks on the audio clock. The page's timer only refills the plan and never decides when a click sounds. */
export class ClickTrack {
  readonly #context: AudioContext;
  readonly #gain: GainNode;
  readonly #timer: ReturnType<typeof setInterval>;
  readonly startTime: number;
  #next = 0;

  /**
   * @param clickAt the click with a given index from 0; undefined after the last.
   * @param startTime of the first click, on the audio clock.
   */
  constructor(
    context: AudioContext,
    startTime: number,
    private readonly clickAt: (index: number) => Click | undefined,
  ) {
    this.#context = context;
    this.startTime = startTime;
    this.#gain = new GainNode(context, { gain: CLICK_GAIN });
    this.#gain.connect(context.destination);
    this.#refill();
    this.#timer = setInterval(() => this.#refill(), REFILL_MS);
  }

  #refill(): void {
    for (;;) {
      const click = this.clickAt(this.#next);
      if (!click || this.startTime + click.seconds > this.#context.currentTime + AHEAD_SECONDS) return;
      this.#schedule(this.startTime + click.seconds, click.accented);
      this.#next++;
    }
  }

  #schedule(at: number, accented: boolean): void {
    const tone = new OscillatorNode(this.#context, { frequency: accented ? ACCENT_HERTZ : PLAIN_HERTZ });
    const shape = new GainNode(this.#context, { gain: 0 });
    shape.gain.setValueAtTime(accented ? 1 : 0.6, at);
    shape.gain.exponentialRampToValueAtTime(0.001, at + CLICK_SECONDS);
    tone.connect(shape).connect(this.#gain);
    tone.start(at);
    tone.stop(at + CLICK_SECONDS);
  }

  stop(): void {
    clearInterval(this.#timer);
    this.#gain.disconnect();
  }
}
