import { createHash } from 'node:crypto';
import type { InstrumentId } from '@/core/instruments';
import { type Heard, hear, LISTENING_VERSION } from '@/core/listening';
import type { Line } from '@/core/notation';
import type { Outline } from '@/core/review';
import { type Audio, writeWav } from '@/core/signal';
import { type Flaw, type PlayingStyle, perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import type { Viewer } from '@/server/access/account/viewer';
import { handIn } from '@/server/access/practice/takes';
import { checkTake } from '@/server/jobs/check-take';
import { EAR, type Ear } from '@/server/jobs/ear';
import { finishTake } from '@/server/jobs/finish-take';
import { checkSound } from '@/server/threads/check-sound';
import type { PlayedByDevice } from '@/server/threads/outline-of-played';
import { keptFacts, maybeKept } from './kept-facts';
import { bookLine } from './lines';

const SAMPLE_RATE = 16_000;
/** A label is written into so many samples, a byte each. */
const LABEL_BYTES = 16;
const LABEL_STEP = 1 / 256;

const labelOf = (value: unknown): string =>
  createHash('sha256')
    .update(JSON.stringify(value))
    .digest('hex')
    .slice(0, 2 * LABEL_BYTES);

/** A short real recording that says which take it stands for. */
function labelledWav(label: string): Uint8Array<ArrayBuffer> {
  const samples = new Float32Array(SAMPLE_RATE / 4);
  Buffer.from(label, 'hex').forEach((byte, index) => {
    samples[index] = (byte - 128) * LABEL_STEP;
  });
  return writeWav({ samples, sampleRate: SAMPLE_RATE });
}

const labelIn = ({ samples }: Audio): string =>
  Buffer.from(
    Array.from(samples.subarray(0, LABEL_BYTES), (sample) => Math.round(sample / LABEL_STEP) + 128),
  ).toString('hex');

const isCurrent = ({ version }: Heard) => version === LISTENING_VERSION;

/**
 * A take whose sound is a label, and what was heard of it is kept: for all checks of what comes after listening.
 * @param how it was made, down to the seed: equal takes have equal facts. @param sound makes it, where the facts are missing.
 */
export async function keptTake(
  how: object,
  sound: () => Audio | Promise<Audio>,
): Promise<Uint8Array<ArrayBuffer>> {
  const label = labelOf(how);
  await keptFacts<Heard>('heard', label, async () => hear(await sound()), isCurrent);
  return labelledWav(label);
}

function keptHearing(audio: Audio): Heard {
  const heard = maybeKept<Heard>('heard', labelIn(audio));
  if (!heard)
    throw new Error('This recording has no label: make it with keptTake, or check it with the real ear.');
  return heard;
}

/** Hears kept takes by their labels; what a device plays is kept as well. */
export const KEPT_EAR: Ear = {
  checkSound: (sound) => checkSound(sound, keptHearing),
  outlineOfPlayed: (played: PlayedByDevice) =>
    keptFacts<Outline>('outlines', labelOf(played), () => EAR.outlineOfPlayed(played)),
};

interface Performed {
  readonly line: Line;
  readonly bpm: number;
  readonly seed: number;
  readonly flaws?: readonly Flaw[];
  readonly instrument?: InstrumentId;
  readonly style?: Partial<PlayingStyle>;
}

/** The sound of a performance of the simulated student. */
export const soundOf = ({
  line,
  bpm,
  seed,
  flaws = [],
  instrument = 'flute',
  style = {},
}: Performed): Audio =>
  render(perform(line, { ...STEADY_STYLE, ...style, seed, bpm }, flaws), instrument, {
    ...QUIET_ROOM,
    sampleRate: SAMPLE_RATE,
    seed,
  });

/** A kept take of the simulated student. */
export const performed = (how: Performed): Promise<Uint8Array<ArrayBuffer>> =>
  keptTake(how, () => soundOf(how));

/** The worlds' line, played by a flute. Nobody plays a line twice alike: every take has a seed of its own. */
export const played = (
  bpm: number,
  seed: number,
  flaws: readonly Flaw[] = [],
): Promise<Uint8Array<ArrayBuffer>> => performed({ line: bookLine(5), bpm, seed, flaws });

/** Hands a kept recording in and has it checked. @param form `assignmentId`, `askedBpm` and what else is said of it. */
export async function handInAndCheck(
  student: Viewer,
  form: {
    readonly assignmentId: string;
    readonly askedBpm: string;
    readonly stage?: string;
    readonly selfRating?: object;
  },
  wav: Uint8Array,
): Promise<string> {
  const id = crypto.randomUUID();
  const handedIn = await handIn(student, { id, source: 'recorded', ...form }, wav);
  if (!handedIn.ok) throw new Error(handedIn.problem);
  await checkTake(id, KEPT_EAR);
  await finishTake(id, KEPT_EAR);
  return id;
}
