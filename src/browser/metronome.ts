import {
  changeMetronome,
  type MetronomeClick,
  type MetronomeRun,
  type MetronomeSetting,
  metronomeClick,
  startMetronome,
} from '@/core/tempo';
import { ClickTrack } from './click-track';
import type { Mixer } from './mixer';

const LEAD_SECONDS = 0.1;

/** Where a metronome stands at a moment. */
export interface MetronomeMoment {
  /** The click that was last due; undefined before the first. */
  readonly click: MetronomeClick | undefined;
  /** How much of the beat is gone, 0–1. */
  readonly share: number;
}

/** A running metronome on the audio clock. */
export class Metronome {
  readonly #mixer: Mixer;
  readonly #startTime: number;
  readonly #track: ClickTrack;
  /** The settings that clicks were planned with, the newest last. */
  #runs: MetronomeRun[];

  constructor(mixer: Mixer, setting: MetronomeSetting) {
    this.#mixer = mixer;
    this.#runs = [startMetronome(setting)];
    this.#startTime = mixer.timeAfter(LEAD_SECONDS);
    void mixer.context.resume();
    this.#track = new ClickTrack(mixer, this.#startTime, (index) => this.#click(index));
  }

  #click(index: number): MetronomeClick {
    const run = this.#runs.findLast(({ firstIndex }) => firstIndex <= index) ?? this.#runs[0]!;
    return metronomeClick(run, index);
  }

  /** Goes on with another setting from the next click on. */
  change(setting: MetronomeSetting): void {
    const from = this.#track.firstOpen();
    const run = this.#runs.findLast(({ firstIndex }) => firstIndex <= from) ?? this.#runs[0]!;
    const changed = changeMetronome(run, setting, from);
    this.#runs = [...this.#runs.filter(({ firstIndex }) => firstIndex < from), changed];
    this.#track.replanFrom(from);
  }

  /** What is heard now at the loudspeaker. */
  moment(): MetronomeMoment {
    const now = this.#mixer.context.currentTime - this.#mixer.outputSeconds - this.#startTime;
    if (now < 0) return { click: undefined, share: 1 };
    const run = this.#runs.findLast(({ startSeconds }) => startSeconds <= now) ?? this.#runs[0]!;
    const { subdivision, bpm } = run.setting;
    const perClick = 60 / (bpm * subdivision);
    const index = run.firstIndex + Math.floor((now - run.startSeconds) / perClick + 1e-9);
    const inBeat = (run.clicksBefore + index - run.firstIndex) % subdivision;
    const sinceClick = (now - run.startSeconds) / perClick - (index - run.firstIndex);
    return { click: metronomeClick(run, index), share: Math.min(1, (inBeat + sinceClick) / subdivision) };
  }

  stop(): void {
    this.#track.stop();
  }
}
