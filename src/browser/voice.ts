import { toPcm, writePcmWav } from '@/core/signal';
import type { Mixer } from './mixer';
import { Recorder } from './recorder';

/** Longer answers are cut off here: few words are remembered. */
export const LONGEST_VOICE_SECONDS = 120;

/** A recording without a click or a line: what a teacher says or plays as an answer. */
export class VoiceRecording {
  readonly #recorder: Recorder;
  readonly #sampleRate: number;
  readonly #pcm: Int16Array[] = [];
  #samples = 0;

  private constructor(recorder: Recorder, sampleRate: number, onSeconds: (seconds: number) => void) {
    this.#recorder = recorder;
    this.#sampleRate = sampleRate;
    recorder.onBlock = ({ samples }) => {
      if (this.seconds >= LONGEST_VOICE_SECONDS) return;
      this.#pcm.push(toPcm(samples));
      this.#samples += samples.length;
      onSeconds(this.seconds);
    };
  }

  /** Records from now on. @param onSeconds how long it is, with every block. @throws MicrophoneProblem */
  static async start(mixer: Mixer, onSeconds: (seconds: number) => void): Promise<VoiceRecording> {
    return new VoiceRecording(await Recorder.open(mixer), mixer.context.sampleRate, onSeconds);
  }

  get seconds(): number {
    return this.#samples / this.#sampleRate;
  }

  /** Ends it and lets go of the microphone. @returns a 16-bit mono WAV. */
  stop(): Blob {
    this.#recorder.close();
    return new Blob([writePcmWav(this.#pcm, this.#sampleRate)], { type: 'audio/wav' });
  }
}
