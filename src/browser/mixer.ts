import { remember, remembered } from './remembered';

export const CHANNELS = ['model', 'backing', 'click'] as const;
export type Channel = (typeof CHANNELS)[number];

/** Loudness of each channel as its slider stands, 0–1. */
export type Loudness = Readonly<Record<Channel, number>>;

export const USUAL_LOUDNESS: Loudness = { model: 0.7, backing: 0.6, click: 0.6 };

/** Gain of a channel whose slider stands at the top. */
const FULL_GAIN: Loudness = { model: 1, backing: 0.9, click: 0.8 };
const STORE_KEY = 'mevlo-loudness';

/** The ear feels a slider as even when its gain goes with the square. */
export function gainOf(loudness: Loudness, channel: Channel): number {
  return FULL_GAIN[channel] * loudness[channel] ** 2;
}

/** What this device was set to. */
export function storedLoudness(): Loudness {
  const stored = parseStored(remembered(STORE_KEY));
  const level = (channel: Channel) => {
    const value = stored[channel];
    return typeof value === 'number' && value >= 0 && value <= 1 ? value : USUAL_LOUDNESS[channel];
  };
  return { model: level('model'), backing: level('backing'), click: level('click') };
}

function parseStored(text: string | undefined): Partial<Record<Channel, unknown>> {
  try {
    return (JSON.parse(text ?? '{}') ?? {}) as Partial<Record<Channel, unknown>>;
  } catch {
    return {};
  }
}

/** The page's one way to the loudspeaker: a gain for each kind of sound, all on one clock. */
export class Mixer {
  readonly context = new AudioContext({ latencyHint: 'interactive' });
  readonly #gains: Readonly<Record<Channel, GainNode>>;
  #loudness: Loudness;

  constructor(loudness: Loudness) {
    this.#loudness = loudness;
    const gain = (channel: Channel) => {
      const node = new GainNode(this.context, { gain: gainOf(loudness, channel) });
      node.connect(this.context.destination);
      return node;
    };
    this.#gains = { model: gain('model'), backing: gain('backing'), click: gain('click') };
  }

  get loudness(): Loudness {
    return this.#loudness;
  }

  /** Where the sounds of a channel go in. */
  input(channel: Channel): AudioNode {
    return this.#gains[channel];
  }

  /** Sound of one channel at the rate of the clock, ready to be played. */
  buffer(samples: Float32Array): AudioBuffer {
    const buffer = this.context.createBuffer(1, samples.length, this.context.sampleRate);
    buffer.getChannelData(0).set(samples);
    return buffer;
  }

  /** Takes hold at once and is remembered on this device. */
  set(channel: Channel, level: number): void {
    this.#loudness = { ...this.#loudness, [channel]: level };
    this.#gains[channel].gain.setTargetAtTime(
      gainOf(this.#loudness, channel),
      this.context.currentTime,
      0.02,
    );
    remember(STORE_KEY, JSON.stringify(this.#loudness));
  }

  /** A moment on the audio clock that falls on a whole sample, so that everything that starts then lies on the same grid. */
  timeAfter(seconds: number): number {
    const { currentTime, sampleRate } = this.context;
    return Math.ceil((currentTime + seconds) * sampleRate) / sampleRate;
  }

  /** What sounds at the loudspeaker now left the clock so long ago. */
  get outputSeconds(): number {
    return (this.context.baseLatency || 0) + (this.context.outputLatency || 0);
  }

  close(): void {
    void this.context.close();
  }
}
