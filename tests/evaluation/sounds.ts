import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type MidiEvent, writeMidi } from 'midi-file';
import { midiToHertz } from '@/core/pitch';
import { type Audio, Fourier, hannWindow, vertex, writeWav } from '@/core/signal';
import { withFolder } from '../support/wav-file';
import { NATURES, type Nature, renderNature } from './natures';
import type { Player, Voice } from './players';
import { cached, RATE } from './sound-files';
import type { Tone } from './take-truth';

/** General MIDI sound fonts of four makers, from Debian's packages. */
export const SOUND_FONTS = {
  timgm: '/usr/share/sounds/sf2/TimGM6mb.sf2',
  fluid: '/usr/share/sounds/sf2/FluidR3_GM.sf2',
  opl3: '/usr/share/sounds/sf2/OPL-3_FM_128M.sf2',
  csound: '/usr/share/sounds/sf2/sf_GMbank.sf2',
} as const;
export type SoundFont = keyof typeof SOUND_FONTS;
/** What a take is made of: the samples of a font, or sounds of another nature. */
export type Maker = SoundFont | Nature;

const isNature = (maker: Maker): maker is Nature => (NATURES as readonly string[]).includes(maker);

/** What takes are made from: when it changes, they are made again. */
const SOURCE = createHash('sha256')
  .update(
    [
      ...['players', 'habits', 'tunes', 'performance', 'mistakes', 'sounds', 'natures'],
      ...['rooms', 'recorders', 'surroundings', 'take'],
    ]
      .map((name) => readFileSync(join('tests/evaluation', `${name}.ts`), 'utf8'))
      .join(''),
  )
  .digest('hex')
  .slice(0, 12);
const TICKS_PER_SECOND = 1000;
/** Reach of the pitch wheel, either way. */
const BEND_SEMITONES = 12;
/** Tones take turns on these channels, so that bending one leaves the tail of the one before alone. */
const CHANNELS = [0, 1, 2, 3];
const PERCUSSION_CHANNEL = 9;
const GLIDE_SECONDS = 0.025;
const WORDS = ['one', 'two', 'three', 'four', 'and'];

/**
 * How long after its key is pressed a tone is felt to begin: where its level comes within 10 dB of what it reaches in its
 * first 0.3 s. Source: J. Vos, R. Rasch, "The perceptual onset of musical tones", Perception & Psychophysics 29 (1981),
 * thresholds of 6–15 dB; measured on the tone alone, without room or neighbours.
 */
const FELT_BELOW_TOP_DB = 10;
const TOP_WITHIN_SECONDS = 0.3;

export type Timed = { readonly seconds: number; readonly event: Record<string, unknown> };

/** Renders tones dry, mono, at 44.1 kHz. */
export function renderTones(
  tones: readonly Tone[],
  player: Player,
  maker: Maker,
  durationSeconds: number,
): Audio {
  const keys = keySounds(player, maker);
  const early = tones.map((tone, index): Struck => {
    // One blown tone that never stops is bent from the middle of the range.
    const key =
      player.hasNoGaps && player.range
        ? (player.range[0] + player.range[1]) >> 1
        : Math.round(tone.midi ?? 60);
    const { delaySeconds, sharpSemitones } =
      keys[player.voice.kind === 'speech' ? index % WORDS.length : key]!;
    return {
      ...tone,
      key,
      delay: tone.bendsFromPrevious ? 0 : delaySeconds,
      midi: tone.midi === undefined ? undefined : tone.midi - sharpSemitones,
    };
  });
  if (player.voice.kind === 'speech') return speak(early, durationSeconds);
  if (isNature(maker))
    return renderNature(
      early.map((tone) => ({ ...tone, onset: tone.onset - tone.delay })),
      maker,
      durationSeconds,
      tones.length,
    );
  const audio = renderMidi(midiOf(early, player.voice), maker);
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  samples.set(audio.samples.subarray(0, samples.length));
  return { samples, sampleRate: RATE };
}

interface Struck extends Tone {
  readonly key: number;
  readonly delay: number;
}

function midiOf(tones: readonly Struck[], voice: Exclude<Voice, { kind: 'speech' }>): Uint8Array {
  const timed: Timed[] = [];
  const setUp = voice.kind === 'percussion' ? [PERCUSSION_CHANNEL] : CHANNELS;
  const add = (seconds: number, event: Record<string, unknown>) =>
    timed.push({ seconds: Math.max(0, seconds), event });
  if (voice.kind === 'program') {
    for (const channel of setUp) {
      add(0, { type: 'programChange', channel, programNumber: voice.program });
      // Registered parameter 0: reach of the pitch wheel.
      for (const [controllerType, value] of [
        [101, 0],
        [100, 0],
        [6, BEND_SEMITONES],
        [38, 0],
      ])
        add(0, { type: 'controller', channel, controllerType, value });
    }
  }
  let channelAt = 0;
  let sounding: { channel: number; key: number } | undefined;
  tones.forEach((tone, index) => {
    const next = tones[index + 1];
    if (voice.kind === 'percussion') {
      const start = tone.onset - tone.delay;
      add(start, {
        type: 'noteOn',
        channel: PERCUSSION_CHANNEL,
        noteNumber: voice.key,
        velocity: tone.velocity,
      });
      add(start + 0.1, { type: 'noteOff', channel: PERCUSSION_CHANNEL, noteNumber: voice.key, velocity: 0 });
      return;
    }
    const midi = tone.midi!;
    if (tone.bendsFromPrevious && sounding) {
      const from = tones[index - 1]!.midi!;
      for (let step = 0; step <= 5; step++) {
        const at = tone.onset + (step / 5 - 0.5) * GLIDE_SECONDS;
        add(at, bend(sounding.channel, from + (midi - from) * (step / 5) - sounding.key));
      }
    } else {
      channelAt = (channelAt + 1) % CHANNELS.length;
      sounding = { channel: CHANNELS[channelAt]!, key: tone.key };
      const start = tone.onset - tone.delay;
      add(start - 0.004, bend(sounding.channel, midi - tone.key + tone.scoopCents / 100));
      if (tone.scoopCents !== 0) {
        for (let step = 1; step <= 8; step++)
          add(
            tone.onset + step * 0.01,
            bend(sounding.channel, midi - tone.key + (tone.scoopCents / 100) * (1 - step / 8)),
          );
      }
      add(start, {
        type: 'noteOn',
        channel: sounding.channel,
        noteNumber: tone.key,
        velocity: tone.velocity,
      });
    }
    if (tone.vibratoCents > 0) {
      for (let at = 0.25; at < tone.end - tone.onset - 0.02; at += 0.012)
        add(
          tone.onset + at,
          bend(
            sounding.channel,
            midi - sounding.key + (tone.vibratoCents / 100) * Math.sin(2 * Math.PI * 5.5 * (at - 0.25)),
          ),
        );
    }
    if (!next?.bendsFromPrevious)
      add(Math.max(tone.end, tone.onset + 0.03), {
        type: 'noteOff',
        channel: sounding.channel,
        noteNumber: sounding.key,
        velocity: 0,
      });
  });
  return toMidiFile(timed);
}

const bend = (channel: number, semitones: number) => ({
  type: 'pitchBend',
  channel,
  value: Math.round(Math.max(-8192, Math.min(8191, (semitones / BEND_SEMITONES) * 8192))),
});

/** Events in time as a MIDI file, a thousand ticks a second. */
export function toMidiFile(timed: readonly Timed[]): Uint8Array {
  const sorted = timed
    .map((entry, index) => ({ ...entry, index }))
    .sort((a, b) => a.seconds - b.seconds || a.index - b.index);
  let ticks = 0;
  const events = sorted.map(({ seconds, event }) => {
    const deltaTime = Math.max(0, Math.round(seconds * TICKS_PER_SECOND) - ticks);
    ticks += deltaTime;
    return { ...event, deltaTime } as MidiEvent;
  });
  const track: MidiEvent[] = [
    { type: 'setTempo', meta: true, deltaTime: 0, microsecondsPerBeat: 1_000_000 },
    ...events,
    { type: 'endOfTrack', meta: true, deltaTime: TICKS_PER_SECOND },
  ];
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: TICKS_PER_SECOND }, tracks: [track] }),
  );
}

/** FluidSynth's own room and chorus are off; the same bytes are rendered once. */
export function renderMidi(midi: Uint8Array, font: SoundFont): Audio {
  // The synthesiser takes any other font that it finds, without a word.
  if (!existsSync(SOUND_FONTS[font]))
    throw new Error(
      `${SOUND_FONTS[font]} is not there. "npm run evaluate" and "npm run keep-facts" install what they need.`,
    );
  return cached(`${font}-${createHash('sha256').update(midi).digest('hex').slice(0, 24)}`, (path) => {
    withFolder((folder) => {
      const midiPath = join(folder, 'take.mid');
      writeFileSync(midiPath, midi);
      execFileSync('fluidsynth', [
        ...[
          '-n',
          '-i',
          '-q',
          '-r',
          String(RATE),
          '-g',
          '0.5',
          '-O',
          's16',
          '-T',
          'wav',
          '-F',
          path,
          '-R',
          '0',
          '-C',
          '0',
        ],
        ...['-o', 'synth.dynamic-sample-loading=1', SOUND_FONTS[font], midiPath],
      ]);
    });
  });
}

/** A finished recording, made once. @returns it as a 16-bit recorder keeps it. */
export function keptRecording(name: string, make: () => Audio): Audio {
  return cached(`${SOURCE}-${name}`, (path) => writeFileSync(path, writeWav(make())));
}

function wordSound(word: string): Audio {
  const audio = cached(`word-${word}`, (path) =>
    execFileSync('espeak-ng', ['-v', 'en', '-s', '220', '-w', path, word]),
  );
  return { samples: resample(audio, RATE), sampleRate: RATE };
}

/** A sentence, for talk before and after. */
export function talk(text: string): Audio {
  const name = createHash('sha256').update(text).digest('hex').slice(0, 16);
  const audio = cached(`talk-${name}`, (path) => execFileSync('espeak-ng', ['-v', 'en', '-w', path, text]));
  return { samples: resample(audio, RATE), sampleRate: RATE };
}

/** Linear interpolation: good enough for speech that is only upsampled. */
function resample({ samples, sampleRate }: Audio, to: number): Float32Array {
  return Float32Array.from({ length: Math.floor((samples.length * to) / sampleRate) }, (_, n) => {
    const at = (n * sampleRate) / to;
    const left = Math.floor(at);
    const share = at - left;
    return (samples[left] ?? 0) * (1 - share) + (samples[left + 1] ?? 0) * share;
  });
}

function speak(tones: readonly Struck[], durationSeconds: number): Audio {
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  tones.forEach((tone, index) => {
    const word = wordSound(WORDS[index % WORDS.length]!).samples;
    const from = Math.round((tone.onset - tone.delay) * RATE);
    const room =
      Math.max(0.12, (tones[index + 1]?.onset ?? durationSeconds) - tone.onset + tone.delay - 0.03) * RATE;
    for (let n = 0; n < Math.min(word.length, room); n++) {
      const fade = Math.min(1, (room - n) / 400);
      if (samples[from + n] !== undefined)
        samples[from + n] = samples[from + n]! + word[n]! * fade * (tone.velocity / 100);
    }
  });
  return { samples, sampleRate: RATE };
}

/** What one key of a sound font (or one word) sounds like by itself. */
interface KeySound {
  /** How long after its start it is felt to begin. */
  readonly delaySeconds: number;
  /** How far it is tuned above what the key says. */
  readonly sharpSemitones: number;
}

const measured = new Map<string, Readonly<Record<number, KeySound>>>();

function keySounds(player: Player, maker: Maker): Readonly<Record<number, KeySound>> {
  const name = `${player.name}-${maker}`;
  const known = measured.get(name);
  if (known) return known;
  const sounds: Record<number, KeySound> = {};
  if (player.voice.kind === 'speech') {
    for (const [index, word] of WORDS.entries())
      sounds[index] = { delaySeconds: feltStart(wordSound(word), 0), sharpSemitones: 0 };
  } else {
    const [lowest, highest] = player.range
      ? [player.range[0] - 14, Math.min(120, player.range[1] + 20)]
      : [60, 60];
    const keys = Array.from({ length: highest - lowest + 1 }, (_, index) => lowest + index);
    const tones = keys.map(
      (key, index): Struck => ({
        onset: 1 + 2 * index,
        end: 2 + 2 * index,
        midi: key,
        key,
        delay: 0,
        velocity: 92,
        bendsFromPrevious: false,
        vibratoCents: 0,
        scoopCents: 0,
      }),
    );
    const audio = isNature(maker)
      ? renderNature(tones, maker, 2 * keys.length + 2, 0)
      : renderMidi(midiOf(tones, player.voice), maker);
    for (const [index, key] of keys.entries()) {
      const from = 1 + 2 * index;
      sounds[key] = {
        delaySeconds: feltStart(audio, from),
        sharpSemitones: player.range ? sharpness(audio, from, key) : 0,
      };
    }
  }
  measured.set(name, sounds);
  return sounds;
}

const PARTIALS = 6;
const SEARCH_SEMITONES = 0.7;

/**
 * How far a tone lies above its key: its first partials' distances from where they belong, the stronger the more they
 * count. Each is the top of a parabola through three bins of a long Fourier transform.
 */
function sharpness({ samples, sampleRate }: Audio, fromSeconds: number, key: number): number {
  const size = 2 ** 15;
  const fourier = new Fourier(size);
  const taper = hannWindow(size);
  const start = Math.round((fromSeconds + 0.2) * sampleRate);
  const frame = Float64Array.from(taper, (weight, n) => weight * (samples[start + n] ?? 0));
  const power = new Float64Array(size / 2 + 1);
  fourier.power(frame, power);
  let [sum, weights] = [0, 0];
  for (let partial = 1; partial <= PARTIALS; partial++) {
    const place = (partial * midiToHertz(key) * size) / sampleRate;
    const [from, to] = [place * 2 ** (-SEARCH_SEMITONES / 12), place * 2 ** (SEARCH_SEMITONES / 12)];
    if (to > size / 2 - 2) break;
    let top = Math.floor(from);
    for (let bin = top; bin <= Math.ceil(to); bin++) if (power[bin]! > power[top]!) top = bin;
    const [left, middle, right] = [-1, 0, 1].map((shift) => Math.log(power[top + shift]! + 1e-20)) as [
      number,
      number,
      number,
    ];
    const bin = top + vertex(left, middle, right).shift;
    const weight = Math.sqrt(power[top]!);
    sum += weight * 12 * Math.log2(bin / place);
    weights += weight;
  }
  return weights === 0 ? 0 : sum / weights;
}

/** When a sound that is made at a time is felt to begin, in seconds after it. */
export function feltStart({ samples, sampleRate }: Audio, fromSeconds: number): number {
  const step = 0.001;
  const power = (at: number) => {
    const from = Math.round((fromSeconds + at - 0.003) * sampleRate);
    let energy = 0;
    const length = Math.round(0.006 * sampleRate);
    for (let n = 0; n < length; n++) energy += (samples[from + n] ?? 0) ** 2;
    return energy / length;
  };
  const powers = Array.from({ length: Math.round(TOP_WITHIN_SECONDS / step) }, (_, index) =>
    power(index * step),
  );
  const top = Math.max(...powers);
  const first = powers.findIndex((value) => value >= top * 10 ** (-FELT_BELOW_TOP_DB / 10));
  return Math.max(0, first * step);
}
