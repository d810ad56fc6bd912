import { createRandom, type Random } from '@/core/base';
import { type Audio, dbToAmplitude } from '@/core/signal';
import type { Player } from './players';
import { addNoise, levelDb } from './rooms';
import { renderTones, talk } from './sounds';
import type { Tone } from './take-truth';

/** What else sounds where children practise. */
export const SURROUNDINGS = [
  'nothing',
  'foot',
  'counting along',
  'talk',
  'television',
  'second instrument',
  'chair and cough',
  'fan',
  'page and door',
] as const;
export type Surroundings = (typeof SURROUNDINGS)[number];

/** Who practises next door, and what. */
const NEIGHBOUR: Player = {
  name: 'neighbour',
  voice: { kind: 'program', program: 73 },
  range: [60, 84],
  sustains: true,
};
const COUNTS = ['one', 'two', 'three', 'four'];
const SENTENCES = [
  'Where did you put the blue cup?',
  'I told you, it is on the shelf beside the window.',
  'Dinner is nearly ready, wash your hands please.',
  'And now the weather for the weekend, with sunshine in the south.',
];

/** Adds what sounds around a take to it, as loud as it is in a room: levels beside that of the playing. @param beatSeconds of the player. */
export function amid(dry: Audio, around: Surroundings, beatSeconds: readonly number[], seed: number): Audio {
  const random = createRandom(700_001 + seed);
  const samples = dry.samples.slice();
  const playing = levelDb(samples);
  const place: Place = { samples, sampleRate: dry.sampleRate, random };
  switch (around) {
    case 'nothing':
      break;
    case 'foot':
      for (const at of beatSeconds)
        addThump(place, at + random.gaussian(0.015), playing + random.uniform(-4, 6));
      break;
    case 'counting along':
      beatSeconds.forEach((at, beat) => {
        add(place, talk(COUNTS[beat % COUNTS.length]!), at - 0.04, playing + random.uniform(-12, -5));
      });
      break;
    case 'talk':
      for (let at = random.uniform(0.5, 3); at < seconds(place); at += random.uniform(3, 6))
        add(place, talk(random.pick(SENTENCES)), at, playing + random.uniform(-16, -8));
      break;
    case 'television':
      for (let at = 0; at < seconds(place); at += 2.4)
        add(place, muffled(talk(random.pick(SENTENCES))), at, playing + random.uniform(-24, -16));
      break;
    case 'second instrument':
      addNeighbour(place, playing + random.uniform(-28, -20));
      break;
    case 'chair and cough':
      for (let count = 0; count < 4; count++) addScrape(place, playing + random.uniform(-14, -4));
      break;
    case 'page and door':
      for (let at = random.uniform(1, 3); at < seconds(place); at += random.uniform(3, 5)) {
        if (random.uniform(0, 1) < 0.5) addThump(place, at, playing + random.uniform(-6, 4));
        else for (let rustle = 0; rustle < 3; rustle++) addScrape(place, playing + random.uniform(-22, -12));
      }
      break;
    case 'fan':
      addNoise(samples, playing - random.uniform(20, 28), random);
      break;
  }
  return { samples, sampleRate: dry.sampleRate };
}

interface Place {
  readonly samples: Float32Array;
  readonly sampleRate: number;
  readonly random: Random;
}

const seconds = ({ samples, sampleRate }: Place) => samples.length / sampleRate;

/** Adds a sound at a time, at a level. Both have one sample rate. */
function add({ samples, sampleRate }: Place, sound: Audio, at: number, db: number): void {
  const gain = dbToAmplitude(db - levelDb(sound.samples));
  const from = Math.round(at * sampleRate);
  for (let n = 0; n < sound.samples.length; n++)
    if (samples[from + n] !== undefined) samples[from + n] = samples[from + n]! + gain * sound.samples[n]!;
}

/** A shoe on a floor: a boom at 70 to 90 Hz that dies within a tenth of a second, and a short slap. @param db of its peak. */
function addThump({ samples, sampleRate, random }: Place, at: number, db: number): void {
  const amplitude = dbToAmplitude(db);
  const hertz = random.uniform(70, 90);
  const from = Math.round(at * sampleRate);
  for (let n = 0; n < 0.25 * sampleRate; n++) {
    if (samples[from + n] === undefined) continue;
    const t = n / sampleRate;
    const boom = Math.sin(2 * Math.PI * hertz * t) * Math.exp(-t / 0.035);
    const slap = 0.15 * random.uniform(-1, 1) * Math.exp(-t / 0.004);
    samples[from + n] = samples[from + n]! + amplitude * (boom + slap);
  }
}

/** Through a wall or out of a small loudspeaker: one pole at about 1.5 kHz. */
function muffled({ samples, sampleRate }: Audio): Audio {
  let low = 0;
  return { samples: samples.map((sample) => (low += 0.2 * (sample - low))), sampleRate };
}

function addNeighbour(place: Place, db: number): void {
  const { random } = place;
  const tones: Tone[] = [];
  for (let at = 0.3; at < seconds(place) - 1; ) {
    const length = random.pick([0.3, 0.45, 0.6, 0.9]);
    tones.push({
      onset: at,
      end: at + 0.9 * length,
      midi: random.integer(62, 80),
      velocity: 80,
      bendsFromPrevious: false,
      vibratoCents: 0,
      scoopCents: 0,
    });
    at += length;
  }
  if (tones.length > 0) add(place, muffled(renderTones(tones, NEIGHBOUR, 'fluid', seconds(place))), 0, db);
}

/** A chair, a cough: noise of a tenth to half a second. */
function addScrape({ samples, sampleRate, random }: Place, db: number): void {
  const from = random.integer(0, Math.max(1, samples.length - sampleRate));
  const length = Math.round(random.uniform(0.1, 0.5) * sampleRate);
  const [amplitude, softness] = [dbToAmplitude(db), random.uniform(0.1, 0.6)];
  let low = 0;
  for (let n = 0; n < length; n++) {
    low += softness * (random.uniform(-1, 1) - low);
    samples[from + n] = (samples[from + n] ?? 0) + 2 * amplitude * low * Math.sin((Math.PI * n) / length);
  }
}
