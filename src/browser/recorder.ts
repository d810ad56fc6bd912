import { amplitudeToDb, peakAmplitude } from '@/core/signal';
import { CHOSEN_MICROPHONE } from './microphones';
import type { Mixer } from './mixer';
import { remembered } from './remembered';

/** Why the microphone cannot be used, in words for the student. */
export class MicrophoneProblem extends Error {}

/** What to tell somebody whose microphone did not open. */
export function sayMicrophoneProblem(error: unknown): string {
  return error instanceof MicrophoneProblem
    ? error.message
    : 'The microphone could not be opened. Reload the page and try again.';
}

/** What one block of sound was like. */
export interface Level {
  readonly peakDb: number;
  readonly clipped: boolean;
}

const CLIPPED_AMPLITUDE = 0.985;

/** A stretch of sound with its place on the audio clock. */
export interface RecordedBlock {
  readonly fromFrame: number;
  readonly samples: Float32Array<ArrayBuffer>;
}

/** The device's microphone, as it is: no echo cancelling, noise suppression or gain control, which all bend tones. */
export class Recorder {
  readonly #stream: MediaStream;
  readonly #source: MediaStreamAudioSourceNode;
  readonly #node: AudioWorkletNode;
  /** Called for every block, recording or not. */
  onLevel: (level: Level, samples: number) => void = () => {};
  /** Whoever records at the moment. */
  onBlock: ((block: RecordedBlock) => void) | undefined;

  private constructor(stream: MediaStream, source: MediaStreamAudioSourceNode, node: AudioWorkletNode) {
    this.#stream = stream;
    this.#source = source;
    this.#node = node;
    node.port.onmessage = ({ data }: MessageEvent<RecordedBlock>) => this.#take(data);
  }

  /** Asks for the microphone that was chosen on this device, on the clock of the page's sound. @throws MicrophoneProblem */
  static async open({ context }: Mixer): Promise<Recorder> {
    const stream = await openMicrophone(remembered(CHOSEN_MICROPHONE));
    await context.resume();
    await context.audioWorklet.addModule('/worklets/recorder.js');
    const node = new AudioWorkletNode(context, 'mevlo-recorder', {
      numberOfOutputs: 0,
      channelCount: 1,
      channelCountMode: 'explicit',
    });
    const source = context.createMediaStreamSource(stream);
    source.connect(node);
    return new Recorder(stream, source, node);
  }

  #take(block: RecordedBlock): void {
    const peak = peakAmplitude(block.samples);
    this.onLevel({ peakDb: amplitudeToDb(peak), clipped: peak >= CLIPPED_AMPLITUDE }, block.samples.length);
    this.onBlock?.(block);
  }

  /** The microphone itself. */
  get track(): MediaStreamTrack {
    return this.#stream.getAudioTracks()[0]!;
  }

  close(): void {
    this.#node.port.onmessage = null;
    this.#source.disconnect();
    for (const track of this.#stream.getTracks()) track.stop();
  }
}

async function openMicrophone(chosenId: string | undefined): Promise<MediaStream> {
  if (!navigator.mediaDevices?.getUserMedia) {
    throw new MicrophoneProblem(
      'This browser cannot record here. Open Mevlo in an up-to-date browser, or bring in a sound file below.',
    );
  }
  try {
    return await (chosenId === undefined ? openAs({}) : openChosen(chosenId));
  } catch (error) {
    throw new MicrophoneProblem(describeRefusal(error instanceof DOMException ? error.name : ''));
  }
}

/** One that is not there any more gives way to the usual one. */
async function openChosen(deviceId: string): Promise<MediaStream> {
  try {
    return await openAs({ deviceId: { exact: deviceId } });
  } catch (error) {
    const isGone =
      error instanceof DOMException && ['OverconstrainedError', 'NotFoundError'].includes(error.name);
    if (!isGone) throw error;
    return openAs({});
  }
}

function openAs(which: MediaTrackConstraints): Promise<MediaStream> {
  return navigator.mediaDevices.getUserMedia({
    audio: {
      ...{ echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
      ...which,
    },
  });
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
