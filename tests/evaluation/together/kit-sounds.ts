import { createRandom, type Random } from '@/core/base';
import type { DrumId } from '@/core/notation';
import type { Audio } from '@/core/signal';
import { recordedStroke } from '../natures';
import { RATE } from '../sound-files';
import { feltStart, renderMidi, type SoundFont, type Timed, toMidiFile } from '../sounds';
import type { MadeSound } from './together-truth';

/** Where kits come from: fonts, and kits that were recorded stroke by stroke. The font csound and the kit pearl are never learned from. */
export const KIT_MAKERS = [
  'fluid',
  'timgm',
  'csound',
  'forzee',
  'pearl',
  'millo 2',
  'millo 3',
  'colombo',
] as const;
export type KitMaker = (typeof KIT_MAKERS)[number];

/** Source: MIDI Manufacturers Association, General MIDI System Level 1 (1991), percussion key map. */
const KEYS: Readonly<Record<DrumId, number>> = {
  'bass-drum': 36,
  snare: 38,
  'closed-hi-hat': 42,
  'open-hi-hat': 46,
  ride: 51,
  crash: 49,
  'high-tom': 48,
  'middle-tom': 45,
  'floor-tom': 43,
  'pedal-hi-hat': 44,
  'side-stick': 37,
  'hand-clap': 39,
};

/** From soft to hard. Debian's hydrogen-drumkits. */
type RecordedKit = Readonly<Record<Exclude<DrumId, 'hand-clap'>, readonly string[]>>;
const strengths = (folder: string, name: string, endings: readonly string[], type = 'wav') =>
  endings.map((ending) => `${folder}/${name}${ending}.${type}`);

const forzee = (name: string, from = 1) =>
  strengths('ForzeeStereo', name, [`-${from}`, `-${from + 1}`, `-${from + 1}`]);
const pearl = (name: string) => strengths('The Black Pearl 1.0', name, ['-Soft', '-Med', '-Hard']);
const millo = (name: string, from = 1) =>
  strengths('Millo_MultiLayered2', name, [`_0${from}`, `_0${from + 1}`, `_0${from + 2}`], 'flac');

const third = (name: string) => strengths('Millo_MultiLayered3', name, ['_01', '_02', '_03'], 'flac');
const colombo = (...names: readonly string[]) => names.map((name) => `ColomboAcousticDrumkit/${name}.flac`);

const RECORDED: Readonly<Record<Exclude<KitMaker, SoundFont>, RecordedKit>> = {
  forzee: {
    ...{ 'bass-drum': forzee('Kick'), snare: forzee('Snare'), 'closed-hi-hat': forzee('HiHatClosed') },
    ...{ 'open-hi-hat': forzee('HiHatOpen'), 'pedal-hi-hat': forzee('HiHatFoot'), ride: forzee('Ride', 0) },
    ...{ crash: forzee('Crash18'), 'high-tom': forzee('TomHigh'), 'middle-tom': forzee('TomMid') },
    ...{ 'floor-tom': forzee('TomLow'), 'side-stick': forzee('RimClick') },
  },
  pearl: {
    ...{
      'bass-drum': pearl('PearlKick'),
      snare: pearl('PearlSnare'),
      'closed-hi-hat': pearl('SabianHatClosed'),
    },
    ...{
      'open-hi-hat': pearl('SabianHatOpen'),
      'pedal-hi-hat': pearl('SabianHatPedal'),
      ride: pearl('PaisteRide'),
    },
    ...{ crash: pearl('SabianCrash'), 'high-tom': pearl('PearlTom1'), 'middle-tom': pearl('PearlTom2') },
    ...{ 'floor-tom': pearl('PearlTomFloor'), 'side-stick': pearl('PearlSideStick') },
  },
  'millo 2': {
    ...{ 'bass-drum': millo('bd', 2), snare: millo('jsnare', 2), 'closed-hi-hat': millo('hhclosed', 2) },
    ...{
      'open-hi-hat': millo('hhopen', 1),
      'pedal-hi-hat': strengths('Millo_MultiLayered2', 'hhpedal', ['_01', '_02', '_02'], 'flac'),
    },
    ...{
      ride: millo('ride', 2),
      crash: millo('crash', 2),
      'high-tom': millo('tom'),
      'middle-tom': millo('tom'),
    },
    ...{ 'floor-tom': millo('floortom'), 'side-stick': millo('rim') },
  },
  'millo 3': {
    ...{
      'bass-drum': third('bd'),
      snare: third('sd'),
      'closed-hi-hat': third('hh'),
      'open-hi-hat': third('ho'),
    },
    ...{
      'pedal-hi-hat': strengths('Millo_MultiLayered3', 'hh', ['_p', '_p', '_p'], 'flac'),
      ride: third('rc'),
      crash: third('cc'),
    },
    ...{
      'high-tom': third('t1'),
      'middle-tom': third('t2'),
      'floor-tom': third('ft'),
      'side-stick': third('rs'),
    },
  },
  colombo: {
    'bass-drum': colombo(
      'bassdrum-4mics-br-stereo-soft2',
      'bassdrum-4mics-br-stereo-soft4',
      'bassdrum-4mics-br-stereo-normal3',
    ),
    snare: colombo('snare-opaque-normal-mic-normal_shot2', 'snare-opaque-normal-mic-normal_shot3'),
    'closed-hi-hat': colombo('hihat-closed-1', 'hihat-closed-4', 'hihat-closed-6'),
    'open-hi-hat': colombo('hihat-open-1', 'hihat-open-4', 'hihat-open-5'),
    'pedal-hi-hat': colombo('hihat-closed-1'),
    ride: colombo('crash20i__ride4', 'crash16i__ride2'),
    crash: colombo('crash16i__crash1', 'crash20i__crash'),
    'high-tom': colombo('tom-hi-1'),
    'middle-tom': colombo('tom-mid-1'),
    'floor-tom': colombo('tom-low-1'),
    'side-stick': colombo('stick-rim-9'),
  },
};

/** How loud recorded drums are beside each other, in dB: their files are as loud as one another. Common practice. */
const LEVELS_DB: Readonly<Record<Exclude<DrumId, 'hand-clap'>, number>> = {
  'bass-drum': 0,
  snare: -1,
  'closed-hi-hat': -9,
  'open-hi-hat': -8,
  'pedal-hi-hat': -12,
  ride: -9,
  crash: -4,
  'high-tom': -3,
  'middle-tom': -3,
  'floor-tom': -2,
  'side-stick': -5,
};
/** What a closed hi-hat ends. */
const HI_HATS: readonly DrumId[] = ['closed-hi-hat', 'open-hi-hat', 'pedal-hi-hat'];

/** A drum kit, dry. @param seed of what differs from stroke to stroke. */
export function renderKit(
  sounds: readonly MadeSound[],
  maker: KitMaker,
  durationSeconds: number,
  seed: number,
): Audio {
  return maker in RECORDED
    ? recorded(sounds, RECORDED[maker as keyof typeof RECORDED], durationSeconds, createRandom(95_001 + seed))
    : ofFont(sounds, maker as SoundFont, durationSeconds);
}

const CHANNEL = 9;
const delays = new Map<string, number>();

function delayOf(font: SoundFont, key: number): number {
  const known = delays.get(`${font}/${key}`);
  if (known !== undefined) return known;
  const probe = renderMidi(
    toMidiFile([
      { seconds: 1, event: { type: 'noteOn', channel: CHANNEL, noteNumber: key, velocity: 92 } },
      { seconds: 1.2, event: { type: 'noteOff', channel: CHANNEL, noteNumber: key, velocity: 0 } },
    ]),
    font,
  );
  const delay = feltStart(probe, 1);
  delays.set(`${font}/${key}`, delay);
  return delay;
}

function ofFont(sounds: readonly MadeSound[], font: SoundFont, durationSeconds: number): Audio {
  const events = sounds.flatMap(({ onset, asked, velocity }): Timed[] => {
    if (asked.kind !== 'drum') return [];
    const noteNumber = KEYS[asked.drum!];
    const start = onset - delayOf(font, noteNumber);
    return [
      { seconds: start, event: { type: 'noteOn', channel: CHANNEL, noteNumber, velocity } },
      { seconds: start + 0.1, event: { type: 'noteOff', channel: CHANNEL, noteNumber, velocity: 0 } },
    ];
  });
  const { samples, sampleRate } = renderMidi(toMidiFile(events), font);
  const out = new Float32Array(Math.round(durationSeconds * sampleRate));
  out.set(samples.subarray(0, out.length));
  return { samples: out, sampleRate };
}

function recorded(
  sounds: readonly MadeSound[],
  kit: RecordedKit,
  durationSeconds: number,
  random: Random,
): Audio {
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  // Kits are tuned and recorded as their owners like: no two are alike.
  const sharp = random.uniform(0.88, 1.12);
  const levels = new Map(Object.keys(LEVELS_DB).map((drum) => [drum, random.uniform(-3, 3)]));
  sounds.forEach(({ onset, asked, velocity }, index) => {
    if (asked.kind !== 'drum' || asked.drum === undefined || asked.drum === 'hand-clap') return;
    const strength = velocity < 82 ? 0 : velocity < 92 ? 1 : 2;
    const files = kit[asked.drum];
    const { samples: struck, felt: feltThen } = recordedStroke(files[Math.min(strength, files.length - 1)]!);
    const sound = tuned(struck, sharp);
    const felt = feltThen / sharp;
    const gain =
      0.4 * 10 ** ((LEVELS_DB[asked.drum] + levels.get(asked.drum)! + random.uniform(-1.5, 1.5)) / 20);
    const from = Math.round((onset - felt) * RATE);
    const isHat = HI_HATS.includes(asked.drum);
    const closed = isHat
      ? sounds
          .slice(index + 1)
          .find((next) => next.asked.kind === 'drum' && HI_HATS.includes(next.asked.drum!))
      : undefined;
    const end = closed ? Math.round((closed.onset - onset) * RATE) : sound.length;
    for (let n = 0; n < Math.min(sound.length, end + 1000); n++) {
      const fade = n < end ? 1 : 1 - (n - end) / 1000;
      if (samples[from + n] !== undefined) samples[from + n] = samples[from + n]! + gain * fade * sound[n]!;
    }
  });
  return { samples, sampleRate: RATE };
}

/** Played back faster: everything sounds higher. Linear interpolation. */
function tuned(samples: Float32Array, faster: number): Float32Array {
  return Float32Array.from({ length: Math.floor(samples.length / faster) }, (_, n) => {
    const at = n * faster;
    const left = Math.floor(at);
    return (samples[left] ?? 0) * (1 - at + left) + (samples[left + 1] ?? 0) * (at - left);
  });
}
