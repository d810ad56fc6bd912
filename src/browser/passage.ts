import type { CountInStyle } from '@/core/counting';
import type { Line } from '@/core/notation';
import {
  type BackingKind,
  clickCount,
  clicksOfLine,
  type LineClick,
  type LineClicks,
  type ModelWish,
  roundClick,
} from '@/core/playback';
import { ClickTrack } from './click-track';
import type { Mixer } from './mixer';
import { SoundStream } from './model-client';
import { SoundTrack } from './sound-track';

/** What is played, and how often. */
export interface PassageWish {
  readonly line: Line;
  /** In beat units of the line's first meter. */
  readonly bpm: number;
  /** Undefined for none. */
  readonly countIn: CountInStyle | undefined;
  readonly model: ModelWish | undefined;
  readonly backing: BackingKind | undefined;
  /** Clicks after the count-in. */
  readonly click: boolean;
  /** Times through. */
  readonly rounds: number;
  /** After the last round the click goes on until it is stopped, for a player who is behind. */
  readonly clickGoesOn: boolean;
  /** The model in every round, or in every other one, with the student's turn between. */
  readonly turns: 'together' | 'mine-then-yours';
}

/** What is recorded is counted in. */
export type RecordedWish = PassageWish & { readonly countIn: CountInStyle };

/** Where a passage stands at a moment. */
export interface PassageMoment {
  readonly phase: 'before' | 'count-in' | 'mine' | 'yours' | 'over';
  /** From 0. */
  readonly round: number;
  /** Time since the round began; negative during the count-in. */
  readonly lineSeconds: number;
  /** The click that was last due; undefined before the first. */
  readonly click: LineClick | undefined;
  /** How much of the way to the next click is gone, 0–1. */
  readonly share: number;
}

/** From pressing the key to the first click. */
const LEAD_SECONDS = 0.4;

/** Count-in, clicks, model and backing of a line, once or in a loop, all on one audio clock. */
export class Passage<Wish extends PassageWish = PassageWish> {
  readonly mixer: Mixer;
  readonly wish: Wish;
  readonly clicks: LineClicks;
  /** Of the first click, and of the first written beat, on the audio clock. */
  readonly startTime: number;
  readonly lineStart: number;
  readonly model: SoundStream | undefined;
  readonly backing: SoundStream | undefined;
  readonly #clickTrack: ClickTrack;
  readonly #soundTracks: readonly SoundTrack[];

  private constructor(mixer: Mixer, wish: Wish, streams: Pick<Passage, 'model' | 'backing'>) {
    this.mixer = mixer;
    this.wish = wish;
    this.model = streams.model;
    this.backing = streams.backing;
    this.clicks = clicksOfLine(wish.line, wish.bpm, wish.countIn);
    this.startTime = mixer.timeAfter(LEAD_SECONDS);
    const { sampleRate } = mixer.context;
    this.lineStart =
      (Math.round(this.startTime * sampleRate) + Math.round(this.clicks.countInSeconds * sampleRate)) /
      sampleRate;
    const mostClicks = !wish.click
      ? this.clicks.countInClicks
      : wish.clickGoesOn
        ? Number.POSITIVE_INFINITY
        : clickCount(this.clicks, wish.rounds);
    this.#clickTrack = new ClickTrack(mixer, this.startTime, (index) =>
      index < mostClicks ? roundClick(this.clicks, index) : undefined,
    );
    const startOf = (round: number) =>
      round < wish.rounds ? this.lineStart + round * this.clicks.roundSeconds : undefined;
    const isMine = (round: number) => wish.turns === 'together' || round % 2 === 0;
    this.#soundTracks = [
      ...(this.model ? [new SoundTrack(mixer, 'model', this.model, startOf, isMine)] : []),
      ...(this.backing ? [new SoundTrack(mixer, 'backing', this.backing, startOf, () => true)] : []),
    ];
  }

  /**
   * Starts as soon as its sounds are ready.
   * @param needsAll wait for all of them, not only for their beginning.
   * @throws Error when they cannot be made.
   */
  static async start<Wish extends PassageWish>(
    mixer: Mixer,
    wish: Wish,
    needsAll = false,
  ): Promise<Passage<Wish>> {
    const { line, bpm } = wish;
    const { sampleRate } = mixer.context;
    const model =
      wish.model && new SoundStream({ line, bpm, sampleRate, what: { kind: 'model', wish: wish.model } });
    const backing =
      wish.backing &&
      new SoundStream({ line, bpm, sampleRate, what: { kind: 'backing', backing: wish.backing } });
    const streams = [model, backing].filter((stream) => stream !== undefined);
    try {
      await Promise.all([
        mixer.context.resume(),
        ...streams.map((stream) => (needsAll ? stream.complete : stream.begun)),
      ]);
    } catch (error) {
      for (const stream of streams) stream.stop();
      throw error;
    }
    return new Passage(mixer, wish, { model, backing });
  }

  /** What is heard now at the loudspeaker. */
  moment(): PassageMoment {
    const { countInSeconds, roundSeconds, lineSeconds } = this.clicks;
    const now = this.mixer.context.currentTime - this.mixer.outputSeconds - this.startTime;
    const sinceLine = now - countInSeconds;
    const round = Math.max(0, Math.floor(sinceLine / roundSeconds));
    const last = this.wish.rounds - 1;
    const isOver = sinceLine > last * roundSeconds + lineSeconds;
    const place = this.#clickAt(now);
    return {
      phase: now < 0 ? 'before' : sinceLine < 0 ? 'count-in' : isOver ? 'over' : this.#turnOf(round),
      round: Math.min(round, last),
      lineSeconds: sinceLine < 0 ? sinceLine : sinceLine - Math.min(round, last) * roundSeconds,
      ...place,
    };
  }

  #turnOf(round: number): 'mine' | 'yours' {
    const { turns, model } = this.wish;
    if (turns === 'mine-then-yours') return round % 2 === 0 ? 'mine' : 'yours';
    return model ? 'mine' : 'yours';
  }

  #lastIndex = 0;

  #clickAt(now: number): Pick<PassageMoment, 'click' | 'share'> {
    if (now < 0) return { click: undefined, share: 0 };
    let index = this.#lastIndex;
    while (roundClick(this.clicks, index + 1).seconds <= now) index++;
    this.#lastIndex = index;
    const [click, next] = [roundClick(this.clicks, index), roundClick(this.clicks, index + 1)];
    return { click, share: Math.min(1, Math.max(0, (now - click.seconds) / (next.seconds - click.seconds))) };
  }

  stop(): void {
    this.#clickTrack.stop();
    for (const track of this.#soundTracks) track.stop();
  }
}
