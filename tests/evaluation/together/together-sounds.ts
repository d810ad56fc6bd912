import { createRandom } from '@/core/base';
import { midiToHertz } from '@/core/pitch';
import type { Audio } from '@/core/signal';
import { renderNature } from '../natures';
import { RATE } from '../sound-files';
import { feltStart, renderMidi, type SoundFont, type Timed, toMidiFile } from '../sounds';
import type { HandPlayer } from './hand-tunes';
import type { MadeSound } from './together-truth';

/** Makers of two-handed takes. The modelled string is never learned from. */
export const HAND_MAKERS = [
  'timgm',
  'fluid',
  'opl3',
  'csound',
  'strings of our own',
  'modelled string',
] as const;
export type HandMaker = (typeof HAND_MAKERS)[number];

const DELAY_PROBE_SECONDS = 2;
const delays = new Map<string, number>();

/** When a key of a font is felt to begin after it is pressed. */
function delayOf(font: SoundFont, channel: number, program: number | undefined, key: number): number {
  const name = `${font}/${program}/${key}`;
  const known = delays.get(name);
  if (known !== undefined) return known;
  const events: Timed[] = [
    ...(program === undefined
      ? []
      : [{ seconds: 0, event: { type: 'programChange', channel, programNumber: program } }]),
    { seconds: 1, event: { type: 'noteOn', channel, noteNumber: key, velocity: 92 } },
    { seconds: DELAY_PROBE_SECONDS, event: { type: 'noteOff', channel, noteNumber: key, velocity: 0 } },
  ];
  const delay = feltStart(renderMidi(toMidiFile(events), font), 1);
  delays.set(name, delay);
  return delay;
}

/** Two hands on one instrument, dry. */
export function renderHands(
  sounds: readonly MadeSound[],
  player: HandPlayer,
  maker: HandMaker,
  durationSeconds: number,
): Audio {
  const rung = sounds.map((sound) => ({
    ...sound,
    end: Math.max(sound.end, sound.onset + player.ringsSeconds),
  }));
  if (maker === 'modelled string')
    return renderNature(
      rung.map(({ onset, end, asked, velocity }) => ({
        ...{ onset, end, velocity, midi: asked.kind === 'pitched' ? asked.midi : undefined },
        ...{ bendsFromPrevious: false, vibratoCents: 0, scoopCents: 0 },
      })),
      maker,
      durationSeconds,
      sounds.length,
    );
  if (maker === 'strings of our own') return ownStrings(rung, durationSeconds);
  const channels = [0, 1, 2, 3, 4, 5, 6, 7];
  const events: Timed[] = channels.map((channel) => ({
    seconds: 0,
    event: { type: 'programChange', channel, programNumber: player.program },
  }));
  rung.forEach(({ onset, end, asked, velocity }, index) => {
    if (asked.kind !== 'pitched') return;
    const channel = channels[index % channels.length]!;
    const again = rung.find(
      (other) => other.onset > onset && other.asked.kind === 'pitched' && other.asked.midi === asked.midi,
    );
    const start = onset - delayOf(maker, 0, player.program, asked.midi);
    const stop = Math.min(end, (again?.onset ?? Number.POSITIVE_INFINITY) - 0.02);
    events.push({ seconds: start, event: { type: 'noteOn', channel, noteNumber: asked.midi, velocity } });
    events.push({
      seconds: Math.max(stop, start + 0.05),
      event: { type: 'noteOff', channel, noteNumber: asked.midi, velocity: 0 },
    });
  });
  return cut(renderMidi(toMidiFile(events), maker), durationSeconds);
}

const PARTIALS = 12;

/**
 * Strings whose partials differ from instrument to instrument and from string to string: where they are plucked, how they die away, how stiff
 * they are. Sources: place of the pluck and stiffness, N. H. Fletcher, T. D. Rossing, "The Physics of Musical Instruments", 2nd ed., sections
 * 2.8 and 2.18.
 */
function ownStrings(sounds: readonly MadeSound[], durationSeconds: number): Audio {
  const random = createRandom(96_001 + sounds.length + Math.round(1000 * durationSeconds));
  const [tilt, place, stiffness] = [
    random.uniform(0.4, 1.6),
    random.uniform(0.08, 0.5),
    random.uniform(0, 0.0006),
  ];
  const [sharp, rings, noise] = [
    random.uniform(-0.35, 0.35),
    random.uniform(0.3, 1.6),
    random.uniform(0, 0.15),
  ];
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  const weights = new Map<number, readonly number[]>();
  for (const { onset, end, asked, velocity } of sounds) {
    if (asked.kind !== 'pitched') continue;
    const { midi } = asked;
    if (!weights.has(midi))
      weights.set(
        midi,
        Array.from({ length: PARTIALS }, (_, index) => {
          const partial = index + 1;
          return (
            partial ** -tilt *
            Math.abs(Math.sin(Math.PI * partial * place)) *
            10 ** (random.uniform(-8, 4) / 20)
          );
        }),
      );
    const hertz = midiToHertz(midi + sharp);
    const from = Math.round(onset * RATE);
    const length = Math.round((end + 0.15 - onset) * RATE);
    const sound = new Float32Array(length);
    weights.get(midi)!.forEach((weight, index) => {
      const partial = index + 1;
      const turn = (2 * Math.PI * partial * hertz * Math.sqrt(1 + stiffness * partial * partial)) / RATE;
      if (turn < Math.PI)
        addDecaying(sound, weight, turn, 1 / ((rings / (1 + 0.15 * index)) * RATE), random.uniform(0, 6));
    });
    for (let n = 0; n < length; n++) {
      if (samples[from + n] === undefined) continue;
      const fade = Math.min(1, n / (0.003 * RATE)) * Math.min(1, (length - n) / (0.12 * RATE));
      const pluck = noise * random.uniform(-1, 1) * Math.exp(-n / (0.01 * RATE));
      samples[from + n] = samples[from + n]! + 0.12 * (velocity / 100) ** 2 * fade * (pluck + sound[n]!);
    }
  }
  return { samples, sampleRate: RATE };
}

/** Adds a sine that dies away, by rotation. @param turn angle, and @param decay share, from sample to sample. */
function addDecaying(into: Float32Array, weight: number, turn: number, decay: number, phase: number): void {
  const keep = Math.exp(-decay);
  const [cosine, sine] = [keep * Math.cos(turn), keep * Math.sin(turn)];
  let [real, imaginary] = [weight * Math.cos(phase), weight * Math.sin(phase)];
  for (let n = 0; n < into.length; n++) {
    into[n] = into[n]! + imaginary;
    [real, imaginary] = [real * cosine - imaginary * sine, real * sine + imaginary * cosine];
  }
}

function cut({ samples, sampleRate }: Audio, durationSeconds: number): Audio {
  const out = new Float32Array(Math.round(durationSeconds * sampleRate));
  out.set(samples.subarray(0, out.length));
  return { samples: out, sampleRate };
}
