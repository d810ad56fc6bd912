import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join, resolve } from 'node:path';
import type { Audio } from '@/core/signal';
import { withWavFile } from '../support/wav-file';
import type { TranscribedNote } from './note-matching';

/** Where `npm run evaluate -- --neural` installs it: 300 MB that nothing else needs. */
const HOME = resolve('.data/neural');
const RATE = 22050;
/** Its own defaults. */
const ONSET_THRESHOLD = 0.5;
const FRAME_THRESHOLD = 0.3;
const FEWEST_FRAMES = 5;

type Frames = number[][];
interface TensorFlow {
  loadGraphModel(handler: { load: () => Promise<unknown> }): Promise<unknown>;
  setBackend(name: string): Promise<boolean>;
  ready(): Promise<void>;
  unregisterKernel(kernel: string, backend: string): void;
  registerKernel(kernel: unknown): void;
}
interface BasicPitch {
  readonly BasicPitch: new (
    model: Promise<unknown>,
  ) => {
    evaluateModel(
      samples: Float32Array,
      onFrames: (frames: Frames, onsets: Frames) => void,
      onProgress: () => void,
    ): Promise<void>;
  };
  noteFramesToTime(
    notes: unknown,
  ): readonly { startTimeSeconds: number; durationSeconds: number; pitchMidi: number }[];
  outputToNotesPoly(
    frames: Frames,
    onsets: Frames,
    onsetThreshold: number,
    frameThreshold: number,
    least: number,
  ): unknown;
}

export type NeuralTranscriber = (audio: Audio) => Promise<readonly TranscribedNote[]>;

/** The neural transcriber as it comes, on TensorFlow's WebAssembly. @returns undefined where it is not installed. */
export async function maybeBasicPitch(): Promise<NeuralTranscriber | undefined> {
  if (!existsSync(join(HOME, 'package.json'))) return undefined;
  const load = createRequire(join(HOME, 'package.json'));
  const tf = load('@tensorflow/tfjs') as TensorFlow;
  const wasm = load('@tensorflow/tfjs-backend-wasm') as { setWasmPaths(folder: string): void };
  const { BasicPitch, noteFramesToTime, outputToNotesPoly } = load('@spotify/basic-pitch') as BasicPitch;
  wasm.setWasmPaths(join(HOME, 'node_modules/@tensorflow/tfjs-backend-wasm/dist/'));
  await tf.setBackend('wasm');
  await tf.ready();
  mendFill(tf);
  const pitch = new BasicPitch(tf.loadGraphModel({ load: async () => model() }));
  return async (audio) => {
    const [frames, onsets]: [Frames, Frames] = [[], []];
    await pitch.evaluateModel(
      resampled(audio),
      (someFrames, someOnsets) => {
        frames.push(...someFrames);
        onsets.push(...someOnsets);
      },
      () => undefined,
    );
    const notes = outputToNotesPoly(frames, onsets, ONSET_THRESHOLD, FRAME_THRESHOLD, FEWEST_FRAMES);
    return noteFramesToTime(notes).map(({ startTimeSeconds, durationSeconds, pitchMidi }) => ({
      onsetSeconds: startTimeSeconds,
      endSeconds: startTimeSeconds + durationSeconds,
      midi: pitchMidi,
    }));
  };
}

/** This version's kernel does not know what kind of number it fills with where nobody says. */
function mendFill(tf: TensorFlow): void {
  tf.unregisterKernel('Fill', 'wasm');
  tf.registerKernel({
    kernelName: 'Fill',
    backendName: 'wasm',
    kernelFunc: ({
      attrs,
      backend,
    }: {
      attrs: { shape: number[]; value: number; dtype?: string };
      backend: {
        makeOutput(shape: number[], dtype: string): object;
        typedArrayFromHeap(tensor: object): Float32Array;
      };
    }) => {
      const out = backend.makeOutput(attrs.shape, attrs.dtype ?? 'float32');
      backend.typedArrayFromHeap(out).fill(attrs.value);
      return out;
    },
  });
}

function model() {
  const folder = join(HOME, 'node_modules/@spotify/basic-pitch/model');
  const { modelTopology, format, weightsManifest } = JSON.parse(
    readFileSync(join(folder, 'model.json'), 'utf8'),
  );
  const weights = new Uint8Array(readFileSync(join(folder, weightsManifest[0].paths[0])));
  return { modelTopology, format, weightSpecs: weightsManifest[0].weights, weightData: weights.buffer };
}

/** By ffmpeg, at the only rate it takes. */
function resampled(audio: Audio): Float32Array {
  const bytes = withWavFile(audio, (path) =>
    execFileSync(
      'ffmpeg',
      ['-loglevel', 'error', '-i', path, '-ac', '1', '-ar', `${RATE}`, '-f', 'f32le', '-'],
      { maxBuffer: 1e9 },
    ),
  );
  return new Float32Array(new Uint8Array(bytes).buffer);
}
