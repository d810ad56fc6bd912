import type { SpessaSynthProcessor } from 'spessasynth_core';
import { requireRange } from '../base';
import { type Audio, joinBlocks, type SoundBlock } from '../signal';
import type { Model } from './model';

/** A block is short enough to begin with soon, and long enough not to be many. */
const BLOCK_SECONDS = 2;
/** The synthesiser takes in commands between stretches of this many samples: 1.5 ms at 44.1 kHz. */
const STEP_SAMPLES = 64;
/** Velocity of a note at the middle of its player's loudness; loudness falls with the square of velocity (SF2, 8.4.2). */
const MIDDLE_VELOCITY = 84;
const FULL_CONTROLLER = 127;
const EXPRESSION_CONTROLLER = 11;
/** Written loudness spans this much above mf; the controller can only take away. */
const LOUDEST_DB = 9;
/** What a tone rings on after its end. */
const TAIL_SECONDS = 1;
/** Loudness of a middle note of these banks is far below full scale. */
const GAIN = 5;
/** Drum keys are played as they are, on the percussion channel of General MIDI. */
const DRUM_CHANNEL = 9;

/** The synthesiser is large, and its module waits at its top, which would delay whoever imports this room: it comes when it is asked for. */
export const loadSynthesiser = () => import('spessasynth_core');

/** One command to the synthesiser. */
interface Command {
  readonly sample: number;
  readonly order: 0 | 1 | 2;
  run(synth: SpessaSynthProcessor): void;
}

/**
 * Plays a model or a backing with sampled sounds, block by block. Equal inputs give equal samples.
 * @param bank an SF2 or SF3 file with one preset.
 * @param sampleRate in hertz.
 * @yields consecutive blocks from the first written beat to the last tone's end.
 * @throws Error when the bank cannot be read.
 */
export async function* renderSampled(
  model: Model,
  bank: Uint8Array,
  sampleRate: number,
): AsyncGenerator<SoundBlock> {
  requireRange('sample rate', sampleRate, 8000, 192000, 'Hz');
  const { SoundBankLoader, SpessaSynthProcessor } = await loadSynthesiser();
  const synth = new SpessaSynthProcessor(sampleRate, {
    effectsEnabled: false,
    eventsEnabled: false,
    maxBufferSize: STEP_SAMPLES,
  });
  await synth.processorInitialized;
  const loaded = SoundBankLoader.fromArrayBuffer(Uint8Array.from(bank).buffer);
  synth.soundBankManager.addSoundBank(loaded, 'bank');
  const preset = loaded.presets[0]!;
  const channel = preset.isGMGSDrum ? DRUM_CHANNEL : 0;
  synth.programChange(channel, preset.program);
  const commands = commandsOf(model, channel, sampleRate);
  const total = Math.ceil((lastEnd(model) + TAIL_SECONDS) * sampleRate);
  const blockSamples = Math.round(BLOCK_SECONDS * sampleRate);
  let next = 0;
  for (let from = 0; from < total; from += blockSamples) {
    const left = new Float32Array(Math.min(blockSamples, total - from));
    const right = new Float32Array(left.length);
    let at = 0;
    while (at < left.length) {
      while (next < commands.length && commands[next]!.sample <= from + at) commands[next++]!.run(synth);
      // Up to the next command, but not further than the synthesiser takes at once.
      const until = (commands[next]?.sample ?? total) - from;
      const count = Math.min(STEP_SAMPLES, left.length - at, Math.max(1, until - at));
      synth.process(left, right, at, count);
      at += count;
    }
    for (let n = 0; n < left.length; n++) left[n] = GAIN * 0.5 * (left[n]! + right[n]!);
    yield { samples: left, sampleRate, fromSample: from };
  }
}

/** All blocks joined. */
export async function renderSampledWhole(model: Model, bank: Uint8Array, sampleRate: number): Promise<Audio> {
  const blocks: SoundBlock[] = [];
  for await (const block of renderSampled(model, bank, sampleRate)) blocks.push(block);
  return joinBlocks(blocks)!;
}

function lastEnd({ events, lineSeconds }: Model): number {
  return events.reduce((end, event) => Math.max(end, event.endSeconds), lineSeconds);
}

function commandsOf({ events, loudness }: Model, channel: number, sampleRate: number): Command[] {
  const at = (seconds: number) => Math.max(0, Math.round(seconds * sampleRate));
  const notes = events.flatMap(({ midi, onsetSeconds, endSeconds, levelDb }): Command[] => {
    if (midi === undefined) return [];
    const key = Math.round(midi);
    const velocity = controllerValue(MIDDLE_VELOCITY, levelDb);
    return [
      { sample: at(onsetSeconds), order: 2, run: (synth) => synth.noteOn(channel, key, velocity) },
      // A slurred note of the same pitch would be cut by the end of the one before.
      { sample: at(endSeconds), order: 0, run: (synth) => synth.noteOff(channel, key) },
    ];
  });
  const swells = loudness.map(({ seconds, db }): Command => {
    const value = controllerValue(FULL_CONTROLLER, db - LOUDEST_DB);
    return {
      sample: at(seconds),
      order: 1,
      run: (synth) => synth.controllerChange(channel, EXPRESSION_CONTROLLER, value),
    };
  });
  return [...notes, ...swells].toSorted((a, b) => a.sample - b.sample || a.order - b.order);
}

/** Loudness goes with the square of velocity and controllers: 40 dB to a factor of ten. */
function controllerValue(middle: number, db: number): number {
  return Math.max(1, Math.min(127, Math.round(middle * 10 ** (db / 40))));
}
