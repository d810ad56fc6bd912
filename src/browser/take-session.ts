import type { Check } from '@/core/checking';
import { type Alongside, afterSkipping } from '@/core/playback';
import { type EchoPath, fromPcm, toPcm } from '@/core/signal';
import type { EarEnd } from '@/workers/live-take';
import { rememberRoundTrip, roundTripOf } from './device-latency';
import type { Ear, EarNow } from './ear';
import { gainOf } from './mixer';
import type { Passage, PassageMoment, RecordedWish } from './passage';
import type { RecordedBlock, Recorder } from './recorder';
import { reportProblem } from './report-problem';
import { recordingLock, type TakeStore } from './take-store';

/** What sounds earlier than this many beats before the line is count-in, not playing. */
export const KEPT_BEATS_BEFORE = 0.6;
/** So long after a sound the ear may end the take, if the last note was played; and after this it is over in any case. */
const SHORT_SILENCE_SECONDS = 0.25;
const LONG_SILENCE_SECONDS = 2.2;
/** Below the loudest moment of the take by this much counts as nothing. */
const SILENT_BELOW_LOUDEST_DB = 30;
const SILENT_DB = -58;
/** Even a slow player ends sometime: twice the line and some more. */
const LONGEST_SHARE = 2;
const LONGEST_EXTRA_SECONDS = 8;
/** Where in the line the ear warms up: twice, since code that ran once is not quick yet. */
const WARM_UP_SHARES = [0.5, 0.75];
/** Stretches are put into the store this often. */
const STRETCH_SECONDS = 0.4;

/** Where a take stands at a moment. */
export interface TakeMoment extends PassageMoment {
  readonly isOver: boolean;
}

/** What is known of a take before it begins. */
export interface TakeFacts {
  readonly assignmentId: string;
  readonly stage: string | undefined;
  readonly title: string;
}

/** One take: it plays the passage, records on the same clock, listens and keeps every moment in the browser's store. */
export class TakeSession {
  readonly id = crypto.randomUUID();
  readonly #passage: Passage<RecordedWish>;
  readonly #recorder: Recorder;
  readonly #ear: Ear;
  /** Undefined where the browser has none: then the take lives in this page alone. */
  readonly #store: TakeStore | undefined;
  readonly #facts: TakeFacts;
  readonly #sampleRate: number;
  readonly #keepFrom: number;
  readonly #roundTripSeconds: number;
  #firstFrame: number | undefined;
  /** Where the next block should begin. */
  #nextFrame: number | undefined;
  #alongside: Omit<Alongside, 'path'> | undefined;
  #path: EchoPath | undefined;
  #stretch: Int16Array[] = [];
  #stretches = 0;
  #pcm: Int16Array[] = [];
  #letGo: () => void = () => {};
  #loudestDb = Number.NEGATIVE_INFINITY;
  #lastSound: number;
  #warmUps = 0;
  /** Whether the ear was asked since the last sound. */
  #isAsked = false;
  /** What the ear says to the last question. */
  #answer: Promise<EarEnd | undefined> = Promise.resolve(undefined);
  #isEndedByEar = false;

  /** Records from now on: before the first click. */
  constructor(
    passage: Passage<RecordedWish>,
    recorder: Recorder,
    ear: Ear,
    store: TakeStore | undefined,
    facts: TakeFacts,
  ) {
    this.#passage = passage;
    this.#recorder = recorder;
    this.#ear = ear;
    this.#store = store;
    this.#facts = facts;
    const { context, outputSeconds } = passage.mixer;
    this.#sampleRate = context.sampleRate;
    this.#roundTripSeconds = roundTripOf(outputSeconds).seconds;
    const before = KEPT_BEATS_BEFORE * passage.clicks.beatSeconds;
    this.#keepFrom = Math.round((passage.lineStart + this.#roundTripSeconds - before) * this.#sampleRate);
    this.#lastSound = passage.lineStart;
    this.#beginInStore();
    ear.onNow = (now) => this.#hear(now);
    ear.onPath = (path) => {
      this.#path = path;
      if (path) rememberRoundTrip(path.roundTripSeconds);
    };
    recorder.onBlock = (block) => this.#record(block);
  }

  #beginInStore(): void {
    const { bpm } = this.#passage.wish;
    if (navigator.locks) {
      // Held until the take is over.
      void navigator.locks.request(
        recordingLock(this.id),
        () => new Promise<void>((resolve) => (this.#letGo = resolve)),
      );
    }
    this.#inStore(
      this.#store?.begin({
        ...this.#facts,
        id: this.id,
        askedBpm: bpm,
        source: 'recorded',
        recordedAtMs: Date.now(),
        alongside: undefined,
        selfRating: undefined,
        sampleRate: this.#sampleRate,
      }),
    );
  }

  /** A full store must not stop the playing: the take is still in this page, and complete there. */
  #inStore(change: Promise<void> | undefined): void {
    change?.catch((error: unknown) => reportProblem(error, 'storing a stretch of a take'));
  }

  #record({ fromFrame, samples }: RecordedBlock): void {
    if (this.#firstFrame === undefined) this.#beginEar(fromFrame);
    const at = this.#nextFrame ?? fromFrame;
    const pcm = inItsPlace(toPcm(samples), fromFrame - at);
    this.#nextFrame = at + pcm.length;
    this.#ear.hear(fromPcm(pcm));
    const kept = pcm.subarray(Math.max(0, Math.min(pcm.length, this.#keepFrom - at)));
    if (kept.length === 0) return;
    this.#pcm.push(kept);
    this.#stretch.push(kept);
    const length = this.#stretch.reduce((sum, part) => sum + part.length, 0);
    if (length >= STRETCH_SECONDS * this.#sampleRate) this.#write(length);
  }

  #beginEar(firstFrame: number): void {
    this.#firstFrame = firstFrame;
    const { wish, clicks, lineStart, mixer, model, backing } = this.#passage;
    const startFrame = Math.round(lineStart * this.#sampleRate) - firstFrame;
    const sampleRate = this.#sampleRate;
    const accompaniment = { model: model?.joined(), backing: backing?.joined() };
    const gain = (channel: 'model' | 'backing' | 'click') => gainOf(mixer.loudness, channel);
    this.#alongside = {
      startSeconds: startFrame / sampleRate,
      countIn: wish.countIn,
      click: { gain: gain('click'), whilePlaying: wish.click },
      model: wish.model && accompaniment.model && { gain: gain('model'), wish: wish.model },
      backing: wish.backing && accompaniment.backing && { gain: gain('backing'), kind: wish.backing },
    };
    this.#ear.begin({
      line: wish.line,
      askedBpm: wish.bpm,
      sampleRate,
      skippedSamples: Math.max(0, this.#keepFrom - firstFrame),
      alongside: this.#alongside,
      accompaniment,
      mostSamples: Math.ceil(
        (startFrame / sampleRate + LONGEST_SHARE * clicks.lineSeconds + LONGEST_EXTRA_SECONDS + 2) *
          sampleRate,
      ),
    });
  }

  /** Puts what was gathered into the store, one stretch after the other. */
  #write(length: number): void {
    const stretch = new Int16Array(length);
    let at = 0;
    for (const part of this.#stretch) {
      stretch.set(part, at);
      at += part.length;
    }
    this.#stretch = [];
    this.#inStore(this.#store?.append(this.id, this.#stretches++, stretch));
  }

  /** Called with what is heard while the take is played. */
  onNow: (now: EarNow) => void = () => {};

  /** Everything that is kept, in order. */
  get pcm(): readonly Int16Array[] {
    return this.#pcm;
  }

  get askedBpm(): number {
    return this.#passage.wish.bpm;
  }

  /** Whether the line has begun. */
  get hasBegun(): boolean {
    return this.#passage.moment().lineSeconds > 0;
  }

  /** Whether the line is being played: before it and behind it silence is right. */
  get isLineGoing(): boolean {
    const { lineSeconds } = this.#passage.moment();
    return lineSeconds > 0 && lineSeconds < this.#passage.clicks.lineSeconds;
  }

  #hear(heard: EarNow): void {
    this.onNow(heard);
    const { levelDb } = heard;
    const now = this.#passage.mixer.context.currentTime;
    this.#loudestDb = Math.max(this.#loudestDb, levelDb);
    if (levelDb > Math.max(SILENT_DB, this.#loudestDb - SILENT_BELOW_LOUDEST_DB)) {
      this.#lastSound = now;
      this.#isAsked = false;
    }
  }

  moment(): TakeMoment {
    const moment = this.#passage.moment();
    const { lineSeconds: length } = this.#passage.clicks;
    const now = this.#passage.mixer.context.currentTime;
    const silence = now - this.#lastSound;
    const played = moment.lineSeconds - this.#roundTripSeconds;
    if (played > (WARM_UP_SHARES[this.#warmUps] ?? Number.POSITIVE_INFINITY) * length) {
      this.#warmUps++;
      this.#ear.warmUp();
    }
    if (played > length && silence > SHORT_SILENCE_SECONDS && !this.#isAsked) this.#ask();
    const isOver =
      this.#isEndedByEar ||
      (played > length && silence > LONG_SILENCE_SECONDS) ||
      played > LONGEST_SHARE * length + LONGEST_EXTRA_SECONDS;
    return { ...moment, isOver };
  }

  /** One question for every silence. */
  #ask(): void {
    this.#isAsked = true;
    this.#answer = this.#ear.endIfThrough().catch((error: unknown) => {
      reportProblem(error, 'asking whether the line is over');
      return undefined;
    });
    void this.#answer.then((ended) => (this.#isEndedByEar = ended !== undefined));
  }

  /** Ends the take and checks it; it is to be kept or thrown away then. @throws Error when it cannot be checked. */
  async finish(): Promise<Check> {
    this.#stop();
    const ended = await this.#answer;
    if (!ended) return this.#ear.finish();
    // What came while the ear was checking is not in its check.
    this.#pcm = firstSamples(this.#pcm, ended.samples);
    return ended.check;
  }

  /** Ends the take and keeps what was played so far. */
  async keep(): Promise<void> {
    this.#stop();
    try {
      await this.#store?.complete(this.id, { alongside: this.#keptAlongside() }, this.#pcm);
    } finally {
      this.#letGo();
    }
  }

  /** In the time of the part that is kept; undefined where nothing came back through the microphone. */
  #keptAlongside(): Alongside | undefined {
    const { model, backing, click } = this.#alongside ?? {};
    if (!this.#alongside || !this.#path || !(model || backing || click?.whilePlaying)) return undefined;
    const kept = afterSkipping(this.#alongside, this.#keepFrom - this.#firstFrame!, this.#sampleRate);
    return { ...kept, path: this.#path };
  }

  /** Throws the take away. */
  async cancel(): Promise<void> {
    this.#stop();
    await this.#store?.remove(this.id);
    this.#letGo();
  }

  #stop(): void {
    this.#passage.stop();
    this.#recorder.onBlock = undefined;
  }

  /** Whether the device hears itself: then headphones would help. */
  get hearsItself(): boolean {
    return this.#path !== undefined;
  }
}

/** A block with silence for the samples that are missing before it, or without those that were there already. */
function inItsPlace(pcm: Int16Array<ArrayBuffer>, missing: number): Int16Array<ArrayBuffer> {
  if (missing <= 0) return pcm.subarray(Math.min(pcm.length, -missing));
  const filled = new Int16Array(missing + pcm.length);
  filled.set(pcm, missing);
  return filled;
}

/** The first so many samples of stretches. */
function firstSamples(stretches: readonly Int16Array[], samples: number): Int16Array[] {
  const first: Int16Array[] = [];
  let left = samples;
  for (const stretch of stretches) {
    if (left <= 0) break;
    first.push(stretch.subarray(0, left));
    left -= stretch.length;
  }
  return first;
}
