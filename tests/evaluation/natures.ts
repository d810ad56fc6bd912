import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createRandom, type Random } from '@/core/base';
import { midiToHertz } from '@/core/pitch';
import type { Audio } from '@/core/signal';
import { readWavFile, withFolder } from '../support/wav-file';
import type { Player } from './players';
import { cached, RATE } from './sound-files';
import type { Tone } from './take-truth';

/**
 * Sounds of another nature than sampled ones: physical models (Csound's opcodes wgbow and pluck), flutes, reeds, brass, a voice and claps of
 * our own making, and strokes that were recorded one by one.
 */
export const NATURES = [
  'modelled reed',
  'modelled flute',
  'modelled brass',
  'modelled bow',
  'modelled string',
  'modelled voice',
  'modelled claps',
  'recorded strokes',
  'hand and knee',
] as const;
export type Nature = (typeof NATURES)[number];

const BOWED = ['violin', 'viola', 'cello', 'double bass'];
const BRASS = ['trumpet', 'horn', 'trombone', 'euphonium', 'tuba'];
const FLUTES = ['flute', 'piccolo', 'soprano recorder', 'alto recorder'];
const STROKES = ['clap', 'tap', 'snare'];

/** What of another nature may stand for a player's sound; undefined where there is nothing like it. */
export function maybeNatureOf({ name, range, sustains }: Player, random: Random): Nature | undefined {
  if (name === 'practice chanter') return undefined;
  if (name === 'voice') return 'modelled voice';
  if (name === 'clap') return random.pick(['modelled claps', 'recorded strokes', 'hand and knee']);
  if (STROKES.includes(name)) return random.pick(['recorded strokes', 'hand and knee']);
  if (!range || name === 'piano') return undefined;
  if (!sustains) return 'modelled string';
  if (BOWED.includes(name)) return 'modelled bow';
  if (BRASS.includes(name)) return 'modelled brass';
  return FLUTES.includes(name) ? 'modelled flute' : 'modelled reed';
}

/** What Csound plays: `kamp` and `kcps` are there, the sound is to be left in `asig`. */
const OPCODES: Partial<Readonly<Record<Nature, string>>> = {
  'modelled bow': 'asig wgbow kamp, kcps, 3, 0.127, 0, 0, 1, 20',
  'modelled string': 'asig pluck kamp, kcps, p7, 0, 1',
};
/** Course of pitch and level: so many values a second. */
const COURSE_RATE = 200;
/** How long a tone takes to be over when it is let go. */
const RELEASE_SECONDS = 0.05;
const STRING_RELEASE_SECONDS = 0.22;
const STRING_RINGS_SECONDS = 6;

/** A tone with those that it is bent into. */
interface Chain {
  readonly onset: number;
  readonly end: number;
  readonly tones: readonly Tone[];
}

/** Renders tones dry, mono, at 44.1 kHz. @param seed of what differs from stroke to stroke. */
export function renderNature(
  tones: readonly Tone[],
  nature: Nature,
  durationSeconds: number,
  seed: number,
): Audio {
  if (nature === 'recorded strokes' || nature === 'hand and knee')
    return strokes(tones, nature, durationSeconds, seed);
  if (nature === 'modelled claps') return claps(tones, durationSeconds, seed);
  const chains = chainsOf(tones);
  if (nature === 'modelled voice') return sung(chains, durationSeconds, seed);
  if (nature === 'modelled flute' || nature === 'modelled reed' || nature === 'modelled brass')
    return blown(chains, nature, durationSeconds, seed);
  return modelled(chains, nature, durationSeconds);
}

function chainsOf(tones: readonly Tone[]): readonly Chain[] {
  const chains: { onset: number; end: number; tones: Tone[] }[] = [];
  for (const tone of tones) {
    const last = chains.at(-1);
    if (tone.bendsFromPrevious && last) {
      last.tones.push(tone);
      last.end = tone.end;
    } else chains.push({ onset: tone.onset, end: tone.end, tones: [tone] });
  }
  return chains;
}

const GLIDE_SECONDS = 0.025;
const VIBRATO_HERTZ = 5.5;
const VIBRATO_FROM_SECONDS = 0.25;

/** The pitch of a chain at a time from its start, as MIDI. */
function pitchAt({ tones, onset }: Chain, seconds: number): number {
  const at = onset + seconds;
  const index = Math.max(
    0,
    tones.findLastIndex((tone) => tone.onset <= at + GLIDE_SECONDS / 2),
  );
  const tone = tones[index]!;
  const since = at - tone.onset;
  const before = tones[index - 1];
  const share = before ? Math.min(1, Math.max(0, since / GLIDE_SECONDS + 0.5)) : 1;
  const scoop = since < 0.09 ? (tone.scoopCents / 100) * (1 - Math.max(0, since) / 0.09) : 0;
  const swing =
    since > VIBRATO_FROM_SECONDS
      ? (tone.vibratoCents / 100) * Math.sin(2 * Math.PI * VIBRATO_HERTZ * (since - VIBRATO_FROM_SECONDS))
      : 0;
  return (before ? before.midi! + (tone.midi! - before.midi!) * share : tone.midi!) + scoop + swing;
}

function modelled(chains: readonly Chain[], nature: Nature, durationSeconds: number): Audio {
  const isString = nature === 'modelled string';
  const release = isString ? STRING_RELEASE_SECONDS : RELEASE_SECONDS;
  const lines = chains.map((chain, index) => {
    const seconds = Math.max(0.06, chain.end - chain.onset) + release;
    const table = 10 + index;
    const course = Array.from({ length: Math.ceil(seconds * COURSE_RATE) + 2 }, (_, n) =>
      midiToHertz(pitchAt(chain, n / COURSE_RATE)).toFixed(2),
    );
    const amplitude = 0.12 * (chain.tones[0]!.velocity / 100) ** 2;
    return [
      `f${table} 0 -${course.length} -2 ${course.join(' ')}`,
      `i1 ${chain.onset.toFixed(4)} ${seconds.toFixed(4)} ${amplitude.toFixed(4)} ${table} ${release} ${course[0]}`,
    ].join('\n');
  });
  const orchestra = `
sr = ${RATE}
ksmps = 16
nchnls = 1
0dbfs = 1
instr 1
  kat line 0, p3, p3 * ${COURSE_RATE}
  kcps tablei kat, p5
  kamp init p4
  ${OPCODES[nature]}
  aend linseg 1, p3 - p6, 1, p6, 0
  out asig * aend
endin`;
  const score = `f1 0 8192 10 1\n${lines.join('\n')}\ne ${Math.ceil(durationSeconds + STRING_RINGS_SECONDS)}`;
  const name = createHash('sha256')
    .update(orchestra + score)
    .digest('hex')
    .slice(0, 24);
  const audio = cached(`csound-${name}`, (path) => {
    withFolder((folder) => {
      const file = join(folder, 'take.csd');
      writeFileSync(
        file,
        [
          '<CsoundSynthesizer>',
          '<CsOptions>',
          '-W -s -d -m0',
          '</CsOptions>',
          '<CsInstruments>',
          orchestra,
          '</CsInstruments>',
          '<CsScore>',
          score,
          '</CsScore>',
          '</CsoundSynthesizer>',
          '',
        ].join('\n'),
      );
      execFileSync('csound', ['-o', path, file], { stdio: 'pipe' });
    });
  });
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  samples.set(audio.samples.subarray(0, samples.length));
  return { samples, sampleRate: RATE };
}

/** As many partials as are added up, below half of the rate. */
const BLOWN_PARTIALS = 18;

/**
 * Tones of which each partial is a sine of its own. Brass gets brighter as it gets louder, so that its upper partials come later: source,
 * J.-C. Risset, M. V. Mathews, "Analysis of musical-instrument tones", Physics Today 22 (1969). A flute is breath around few partials, a reed in
 * a narrow pipe mostly odd ones. The level of all sways, as that of a beginner's breath does.
 */
function blown(
  chains: readonly Chain[],
  nature: 'modelled flute' | 'modelled reed' | 'modelled brass',
  durationSeconds: number,
  seed: number,
): Audio {
  const random = createRandom(840_023 + seed);
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  const [isBrass, isReed] = [nature === 'modelled brass', nature === 'modelled reed'];
  const [swayDb, swayHertz] = [random.uniform(0, 3), random.uniform(1.5, 4)];
  for (const chain of chains) {
    const length = Math.round((chain.end - chain.onset) * RATE);
    const attack = isBrass || isReed ? random.uniform(0.03, 0.09) : random.uniform(0.03, 0.12);
    const from = Math.round(chain.onset * RATE);
    const strength = chain.tones[0]!.velocity / 100;
    const sway = random.uniform(0, 2 * Math.PI);
    let [phase, breath, hertz] = [0, 0, 0];
    for (let n = 0; n < length; n++) {
      const t = n / RATE;
      if (n % 64 === 0) hertz = midiToHertz(pitchAt(chain, t));
      phase += (2 * Math.PI * hertz) / RATE;
      const swaying = 10 ** ((swayDb * Math.sin(2 * Math.PI * swayHertz * t + sway)) / 20);
      const envelope =
        Math.min(1, t / attack) * Math.min(1, (length - n) / (0.04 * RATE)) * strength * swaying;
      const fall = isBrass ? Math.exp(-0.55 / (0.3 + envelope)) : isReed ? 0.75 : 0.32;
      let [sum, weight] = [0, 1];
      for (let partial = 1; partial <= BLOWN_PARTIALS && partial * hertz < 0.45 * RATE; partial++) {
        sum += weight * (isReed && partial % 2 === 0 ? 0.15 : 1) * Math.sin(partial * phase);
        weight *= fall;
        if (weight < 0.002) break;
      }
      breath += 0.25 * (random.uniform(-1, 1) - breath);
      const noise = isBrass || isReed ? 0.01 : 0.06 + 0.2 * Math.max(0, 1 - t / 0.05);
      if (samples[from + n] !== undefined)
        samples[from + n] = samples[from + n]! + 0.2 * envelope * (sum + noise * breath);
    }
  }
  return { samples, sampleRate: RATE };
}

/** First three formants of vowels, in hertz. Source: G. E. Peterson, H. L. Barney, JASA 24 (1952), means of women. */
const VOWELS = [
  [850, 1220, 2810],
  [610, 2330, 2990],
  [590, 920, 2710],
  [370, 950, 2670],
  [310, 2790, 3310],
] as const;
const FORMANT_BANDS_HERTZ = [80, 100, 140];
const FORMANT_LEVELS = [1, 0.5, 0.25];

/** A voice: pulses of the glottis through formants, with a soft or a noisy consonant before each syllable. */
function sung(chains: readonly Chain[], durationSeconds: number, seed: number): Audio {
  const random = createRandom(810_013 + seed);
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  for (const chain of chains) {
    const vowel = random.pick(VOWELS);
    const consonant = random.pick(['noise', 'hum', 'none']);
    const length = Math.round((chain.end - chain.onset) * RATE);
    const source = new Float32Array(length);
    let phase = 0;
    let breath = 0;
    for (let n = 0; n < length; n++) {
      const t = n / RATE;
      const jitter = 1 + 0.004 * random.gaussian(1);
      phase += (midiToHertz(pitchAt(chain, t)) * jitter) / RATE;
      if (phase >= 1) phase -= 1;
      // An opening and a closing phase: source, L. C. Rosenberg, JASA 49 (1971), pulse shape C.
      const flow =
        phase < 0.4
          ? 0.5 * (1 - Math.cos((Math.PI * phase) / 0.4))
          : phase < 0.56
            ? Math.cos((Math.PI * (phase - 0.4)) / 0.32)
            : 0;
      breath += 0.3 * (random.uniform(-1, 1) - breath);
      source[n] = flow + 0.02 * breath;
    }
    const attack = consonant === 'none' ? random.uniform(0.04, 0.09) : random.uniform(0.02, 0.04);
    const voiced = formants(source, vowel);
    const from = Math.round(chain.onset * RATE);
    // A singer sings every vowel and pitch about as loud.
    const power = voiced.reduce((sum, sample) => sum + sample * sample, 0) / Math.max(1, length);
    const gain = (0.15 * (chain.tones[0]!.velocity / 100)) / Math.sqrt(power + 1e-9);
    const hiss = 0.02;
    for (let n = 0; n < length; n++) {
      const t = n / RATE;
      const fade = Math.min(1, t / attack) * Math.min(1, (length - n) / (0.04 * RATE));
      if (samples[from + n] !== undefined) samples[from + n] = samples[from + n]! + gain * fade * voiced[n]!;
    }
    if (consonant === 'noise') {
      for (let n = 0; n < 0.03 * RATE; n++) {
        const at = from - Math.round(0.03 * RATE) + n;
        if (samples[at] !== undefined) samples[at] = samples[at]! + hiss * random.uniform(-1, 1);
      }
    }
  }
  return { samples, sampleRate: RATE };
}

/** Resonators in parallel. Source: D. H. Klatt, JASA 67 (1980), equations (1) and (2). */
function formants(source: Float32Array, centres: readonly number[]): Float32Array {
  const sum = new Float32Array(source.length);
  centres.forEach((hertz, index) => {
    const width = FORMANT_BANDS_HERTZ[index]!;
    const c = -Math.exp((-2 * Math.PI * width) / RATE);
    const b = 2 * Math.exp((-Math.PI * width) / RATE) * Math.cos((2 * Math.PI * hertz) / RATE);
    const a = 1 - b - c;
    let [one, two] = [0, 0];
    for (let n = 0; n < source.length; n++) {
      const now = a * (source[n]! - (source[n - 1] ?? 0)) * 12 + b * one + c * two;
      [two, one] = [one, now];
      sum[n] = sum[n]! + FORMANT_LEVELS[index]! * now;
    }
  });
  return sum;
}

/** Claps: two to four bursts of noise within some milliseconds, no two alike. */
function claps(tones: readonly Tone[], durationSeconds: number, seed: number): Audio {
  const random = createRandom(820_019 + seed);
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  for (const { onset, velocity } of tones) {
    const [hertz, decay] = [random.uniform(900, 2400), random.uniform(0.008, 0.02)];
    const bursts = random.integer(2, 5);
    let at = onset;
    for (let burst = 0; burst < bursts; burst++) {
      const amplitude = (burst === bursts - 1 ? 1 : 0.6) * (velocity / 100) * 0.6;
      const burstDecay = burst === bursts - 1 ? decay : 0.003;
      let [low, band] = [0, 0];
      for (let n = 0; n < 0.12 * RATE; n++) {
        const white = random.uniform(-1, 1) * Math.exp(-n / (burstDecay * RATE));
        const f = (2 * Math.PI * hertz) / RATE;
        low += f * band;
        band += f * (white - low - 0.7 * band);
        const place = Math.round(at * RATE) + n;
        if (samples[place] !== undefined) samples[place] = samples[place]! + amplitude * band;
      }
      at += random.uniform(0.004, 0.009);
    }
  }
  return { samples, sampleRate: RATE };
}

const KITS = '/usr/share/hydrogen/data/drumkits';
/** Strokes that were recorded at several strengths, one kind a take; from Debian's hydrogen-drumkits. */
const RECORDED = ['HandClap', 'CajonSlaps', 'WoodBlock', 'Clave', 'BongoHi'].map((name) =>
  ['Soft', 'Med', 'Hard'].map((strength) => `Gimme A Hand 1.0/${name}-${strength}.wav`),
);
const KNEE = ['Soft', 'Med', 'Hard'].map((strength) => `Gimme A Hand 1.0/CajonThumps-${strength}.wav`);

function strokes(
  tones: readonly Tone[],
  nature: 'recorded strokes' | 'hand and knee',
  durationSeconds: number,
  seed: number,
): Audio {
  const random = createRandom(830_003 + seed);
  const hand = nature === 'hand and knee' ? RECORDED[0]! : random.pick(RECORDED);
  const samples = new Float32Array(Math.round(durationSeconds * RATE));
  tones.forEach(({ onset, velocity }, index) => {
    const kit = nature === 'hand and knee' && index % 2 === 1 ? KNEE : hand;
    const strength = velocity < 86 ? 0 : velocity < 96 ? 1 : 2;
    const { samples: sound, felt } = recordedStroke(kit[strength]!);
    const gain = 0.5 * random.uniform(0.8, 1.2);
    const from = Math.round((onset - felt) * RATE);
    for (let n = 0; n < sound.length; n++)
      if (samples[from + n] !== undefined) samples[from + n] = samples[from + n]! + gain * sound[n]!;
  });
  return { samples, sampleRate: RATE };
}

const known = new Map<string, { readonly samples: Float32Array; readonly felt: number }>();

/** A stroke as it was recorded, as loud as the others at its peak, and when it is felt. */
export function recordedStroke(file: string) {
  const there = known.get(file);
  if (there) return there;
  const path = join(KITS, file);
  if (!existsSync(path)) throw new Error(`${path} is not there. "npm run evaluate" installs what it needs.`);
  const stroke = withFolder((folder) => {
    const wav = join(folder, 'stroke.wav');
    const to = ['-ac', '1', '-ar', String(RATE), '-c:a', 'pcm_s16le', wav];
    execFileSync('ffmpeg', ['-v', 'error', '-i', path, ...to]);
    const { samples: recorded } = readWavFile(wav);
    const peak = recorded.reduce((most, sample) => Math.max(most, Math.abs(sample)), 1e-6);
    const samples = recorded.map((sample) => sample / peak);
    // Within 10 dB of the peak.
    const felt = samples.findIndex((sample) => Math.abs(sample) >= 10 ** (-10 / 20)) / RATE;
    return { samples, felt };
  });
  known.set(file, stroke);
  return stroke;
}
