import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';
import { ClickTrack } from './click-track';
import { clicksOfLine, KEPT_BEATS_BEFORE } from './line-clicks';
import type { Level, Recorder } from './recorder';

/** Where a take stands at a moment. */
export interface TakeMoment {
  readonly phase: 'count-in' | 'playing' | 'over';
  /** Beat of the measure, from 1. */
  readonly beat: number;
  /** Time since the line should have begun; negative during the count-in. */
  readonly lineSeconds: number;
}

/** Softer than the student's own sound. */
const BACKING_GAIN = 0.5;
/** From pressing the key to the first click. */
const LEAD_SECONDS = 0.4;
/** The player is done when the line is over and this long nothing sounded. */
const SILENCE_SECONDS = 1.1;
/** Below the loudest moment of the take by this much counts as nothing. */
const SILENT_BELOW_LOUDEST_DB = 30;
const SILENT_DB = -50;
/** Even a slow player ends sometime: twice the line and some more. */
const LONGEST_SHARE = 2;
const LONGEST_EXTRA_SECONDS = 8;

export interface TakeOptions {
  readonly clickWhilePlaying: boolean;
  /** Plays along from the first beat of the line. */
  readonly backing: Audio | undefined;
}

/** One take: count-in, clicks and recording on one audio clock. */
export class TakeSession {
  readonly #recorder: Recorder;
  readonly #clicks: ClickTrack;
  readonly #lineStart: number;
  readonly #beatSeconds: number;
  readonly #beatsPerMeasure: number;
  readonly #lineSeconds: number;
  readonly #backing: AudioBufferSourceNode | undefined;
  #loudestDb = Number.NEGATIVE_INFINITY;
  #lastSound: number;

  /** Starts at once. @param bpm in beat units of the line's first meter. */
  constructor(recorder: Recorder, line: Line, bpm: number, options: TakeOptions) {
    const { beatSeconds, beatsPerMeasure, countInSeconds, countInClicks, lineSeconds, click } = clicksOfLine(
      line,
      bpm,
    );
    this.#recorder = recorder;
    this.#beatSeconds = beatSeconds;
    this.#beatsPerMeasure = beatsPerMeasure;
    this.#lineSeconds = lineSeconds;
    const start = recorder.context.currentTime + LEAD_SECONDS;
    this.#lineStart = start + countInSeconds;
    this.#lastSound = this.#lineStart;
    this.#clicks = new ClickTrack(recorder.context, start, (index) =>
      options.clickWhilePlaying || index < countInClicks ? click(index) : undefined,
    );
    this.#backing = options.backing && playAt(recorder.context, options.backing, this.#lineStart);
    recorder.start();
  }

  /** To be called with every level of the recorder. */
  hear({ peakDb }: Level): void {
    const now = this.#recorder.context.currentTime;
    if (now < this.#lineStart) return;
    this.#loudestDb = Math.max(this.#loudestDb, peakDb);
    if (peakDb > Math.max(SILENT_DB, this.#loudestDb - SILENT_BELOW_LOUDEST_DB)) this.#lastSound = now;
  }

  moment(): TakeMoment {
    const now = this.#recorder.context.currentTime;
    const beatsSinceStart = Math.floor((now - this.#clicks.startTime) / this.#beatSeconds);
    const beat = (Math.max(0, beatsSinceStart) % this.#beatsPerMeasure) + 1;
    const lineSeconds = now - this.#lineStart;
    if (lineSeconds < 0) return { phase: 'count-in', beat: beatsSinceStart < 0 ? 0 : beat, lineSeconds };
    const isSilent = now - this.#lastSound > SILENCE_SECONDS;
    const isOver =
      (lineSeconds > this.#lineSeconds && isSilent) ||
      lineSeconds > LONGEST_SHARE * this.#lineSeconds + LONGEST_EXTRA_SECONDS;
    return { phase: isOver ? 'over' : 'playing', beat, lineSeconds };
  }

  /** Ends the take. @returns what was played, without the count-in. */
  finish(): Audio {
    this.#clicks.stop();
    this.#backing?.stop();
    return this.#recorder.stop(this.#lineStart - KEPT_BEATS_BEFORE * this.#beatSeconds);
  }

  cancel(): void {
    this.#clicks.stop();
    this.#backing?.stop();
    this.#recorder.cancel();
  }
}

function playAt(context: AudioContext, { samples, sampleRate }: Audio, time: number): AudioBufferSourceNode {
  const buffer = context.createBuffer(1, samples.length, sampleRate);
  buffer.copyToChannel(Float32Array.from(samples), 0);
  const source = new AudioBufferSourceNode(context, { buffer });
  source.connect(new GainNode(context, { gain: BACKING_GAIN })).connect(context.destination);
  source.start(time);
  return source;
}
