import { type Audio, amplitudeToDb, peakAmplitude } from '@/core/signal';

/** Why the microphone cannot be used, in words for the student. */
export class MicrophoneProblem extends Error {}

/** What one block of sound was like. */
export interface Level {
  readonly peakDb: number;
  readonly clipped: boolean;
}

const CLIPPED_AMPLITUDE = 0.985;

/** The device's microphone, as it is: no echo cancelling, noise suppression or gain control, which all bend tones. */
export class Recorder {
  readonly context: AudioContext;
  readonly #stream: MediaStream;
  readonly #node: AudioWorkletNode;
  #blocks: Float32Array[] | undefined;
  #firstBlockEndsAt = 0;
  /** Called for every block, recording or not. */
  onLevel: (level: Level) => void = () => {};

  private constructor(context: AudioContext, stream: MediaStream, node: AudioWorkletNode) {
    this.context = context;
    this.#stream = stream;
    this.#node = node;
    node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => this.#take(data);
  }

  /** Asks for the microphone. @throws MicrophoneProblem */
  static async open(): Promise<Recorder> {
    const stream = await openMicrophone();
    const context = new AudioContext({ latencyHint: 'interactive' });
    await context.resume();
    await context.audioWorklet.addModule('/worklets/recorder.js');
    const node = new AudioWorkletNode(context, 'mevlo-recorder', {
      numberOfOutputs: 0,
      channelCount: 1,
      channelCountMode: 'explicit',
    });
    context.createMediaStreamSource(stream).connect(node);
    return new Recorder(context, stream, node);
  }

  #take(block: Float32Array): void {
    const peak = peakAmplitude(block);
    this.onLevel({ peakDb: amplitudeToDb(peak), clipped: peak >= CLIPPED_AMPLITUDE });
    if (!this.#blocks) return;
    if (this.#blocks.length === 0) this.#firstBlockEndsAt = this.context.currentTime;
    this.#blocks.push(block);
  }

  start(): void {
    this.#blocks = [];
  }

  /** Throws away what was recorded. */
  cancel(): void {
    this.#blocks = undefined;
  }

  /**
   * Ends the recording.
   * @param fromTime of the audio clock; what came before is left out.
   */
  stop(fromTime: number): Audio {
    const blocks = this.#blocks ?? [];
    this.#blocks = undefined;
    const { sampleRate } = this.context;
    const startTime = this.#firstBlockEndsAt - (blocks[0]?.length ?? 0) / sampleRate;
    const total = blocks.reduce((sum, block) => sum + block.length, 0);
    const skipped = Math.min(total, Math.max(0, Math.round((fromTime - startTime) * sampleRate)));
    const all = new Float32Array(total);
    let at = 0;
    for (const block of blocks) {
      all.set(block, at);
      at += block.length;
    }
    return { samples: all.slice(skipped), sampleRate };
  }

  close(): void {
    this.#node.port.onmessage = null;
    for (const track of this.#stream.getTracks()) track.stop();
    void this.context.close();
  }
}

async function openMicrophone(): Promise<MediaStream> {
  if (!navigator.mediaDevices?.getUserMedia) {
    throw new MicrophoneProblem(
      'This browser cannot record here. Open Mevlo in an up-to-date browser, or bring in a sound file below.',
    );
  }
  try {
    return await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
    });
  } catch (error) {
    throw new MicrophoneProblem(describeRefusal(error instanceof DOMException ? error.name : ''));
  }
}

function describeRefusal(name: string): string {
  switch (name) {
    case 'NotAllowedError':
    case 'SecurityError':
      return 'Mevlo may not use the microphone. Click the lock beside the address, allow the microphone, and try again.';
    case 'NotFoundError':
    case 'OverconstrainedError':
      return 'No microphone was found. Plug one in and try again, or bring in a sound file below.';
    case 'NotReadableError':
    case 'AbortError':
      return 'Another program is using the microphone. Close it and try again.';
    default:
      return 'The microphone could not be opened. Try again, or bring in a sound file below.';
  }
}
