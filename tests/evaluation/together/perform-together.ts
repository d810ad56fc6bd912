import { createRandom, type Random } from '@/core/base';
import { type AskedSound, type Line, timedMeasures, type WrittenNote, writtenVoices } from '@/core/notation';
import { toNumber } from '@/core/time';
import {
  HAND_MISTAKES,
  type HeadTruth,
  KIT_MISTAKES,
  type MadeSound,
  type TogetherMistake,
  type TogetherTruth,
  type WrittenHead,
} from './together-truth';

const LEAD_SECONDS = 1;
const TAIL_SECONDS = 1.5;
/** A beginner's hands come together within so much (standard deviation). Common practice. */
const APART_SECONDS = 0.008;
const UNEVEN_SECONDS = 0.014;
/** From here on hands are heard to come apart, and a note is off: between the two numbers more than one verdict can be defended. */
const SURELY_TOGETHER_SECONDS = 0.04;

/** Every head of every voice as it must sound, in order. */
export function writtenHeads(line: Line): readonly WrittenHead[] {
  return writtenVoices(line)
    .flatMap((notes, voice) => notes.flatMap((note) => headsOf(note, voice)))
    .sort((a, b) => a.quarters - b.quarters);
}

function headsOf(note: WrittenNote, voice: number): readonly WrittenHead[] {
  return note.heads.map((asked) => ({
    noteId: note.id,
    voice,
    measureIndex: note.measureIndex,
    quarters: toNumber(note.onsetQuarters),
    lengthQuarters: toNumber(note.lengthQuarters),
    asked,
  }));
}

/** How a head is played. */
interface Played {
  readonly shiftSeconds: number;
  readonly asked: AskedSound | undefined;
  readonly found: HeadTruth['found'];
  readonly timing: HeadTruth['timing'];
  readonly isScored: boolean;
}

const AS_WRITTEN = { shiftSeconds: 0, found: 'right', timing: 'on', isScored: true } as const;

/** Plays a line of several voices, with a mistake or none. Equal seeds give equal takes. */
export function performTogether(
  line: Line,
  bpm: number,
  mistake: TogetherMistake | undefined,
  seed: number,
): TogetherTruth {
  const random = createRandom(93_001 + seed);
  const heads = writtenHeads(line);
  const secondsPerQuarter = 60 / (bpm * random.uniform(0.92, 1.06));
  const measures = timedMeasures(line);
  const measureAt = (index: number) => toNumber(measures[index]!.onsetQuarters);
  const voices = [...new Set(heads.map(({ voice }) => voice))];
  const isKit = heads.some(({ asked }) => asked.kind === 'drum');
  const middle = random.integer(1, Math.max(2, measures.length - 2));
  const voice = voiceOf(mistake, voices, heads, middle, random);
  const plan = planOf(mistake, { heads, voice, middle, secondsPerQuarter, random, isKit });
  const extras: MadeSound[] = [];
  const unscored: number[] = [];
  // Time, with what a stop or a second try takes.
  const wander = random.uniform(-0.03, 0.03);
  const bend = (quarters: number) => quarters * secondsPerQuarter * (1 + wander * Math.sin(quarters / 6));
  let stopQuarters = Number.POSITIVE_INFINITY;
  let stopSeconds = 0;
  if (mistake === 'pause' || mistake === 'restart') {
    stopQuarters = measureAt(middle);
    stopSeconds = random.uniform(1.2, 2.2);
    unscored.push(middle - 1, middle);
    if (mistake === 'restart') stopSeconds += bend(measureAt(middle)) - bend(measureAt(middle - 1));
  }
  const timeOf = (quarters: number) =>
    LEAD_SECONDS + bend(quarters) + (quarters >= stopQuarters ? stopSeconds : 0);
  const sounds: MadeSound[] = [];
  const velocity = () => random.integer(74, 100);
  const push = (head: WrittenHead, asked: AskedSound, onset: number) => {
    const sound = {
      onset,
      end: onset + 0.95 * head.lengthQuarters * secondsPerQuarter,
      asked,
      velocity: velocity(),
    };
    sounds.push(sound);
    return sound;
  };
  // Heads of one hand at one place move together.
  const jitters = new Map<string, number>();
  const jitterOf = (head: WrittenHead) => {
    const pulse = `${head.quarters}`;
    const hand = `${head.quarters}/${head.voice}`;
    if (!jitters.has(pulse)) jitters.set(pulse, random.gaussian(UNEVEN_SECONDS));
    if (!jitters.has(hand)) jitters.set(hand, random.gaussian(APART_SECONDS));
    return jitters.get(pulse)! + jitters.get(hand)!;
  };
  const truths = heads.map((head, index): HeadTruth => {
    const played = plan(head, index);
    if (!played.asked)
      return { ...head, found: 'missing', onset: undefined, timing: 'on', isScored: played.isScored };
    const onset = timeOf(head.quarters) + jitterOf(head) + played.shiftSeconds;
    push(head, played.asked, onset);
    const { found, timing, isScored } = played;
    return { ...head, found, onset, timing, isScored: isScored && !unscored.includes(head.measureIndex) };
  });
  if (mistake === 'restart') {
    // A first try of the measure before the stop.
    for (const head of heads.filter(({ measureIndex }) => measureIndex === middle - 1))
      push(head, head.asked, timeOf(head.quarters) + jitterOf(head));
    // The second one is as long behind as the stop takes.
    const back = stopSeconds;
    truths.forEach((head, index) => {
      if (head.measureIndex !== middle - 1 || head.onset === undefined) return;
      const onset = head.onset + back;
      push(head, head.asked, onset);
      truths[index] = { ...head, onset };
    });
  }
  if (mistake === 'added' || mistake === 'exchanged') {
    const mine = heads.filter((head) => head.measureIndex === middle && head.voice === voice);
    const before = random.pick(
      mine.filter((head) => head.lengthQuarters >= 1).length > 0
        ? mine.filter((head) => head.lengthQuarters >= 1)
        : mine,
    );
    if (mistake === 'added') {
      const at = timeOf(before.quarters) + 0.5 * before.lengthQuarters * secondsPerQuarter;
      const asked: AskedSound =
        before.asked.kind === 'pitched'
          ? { kind: 'pitched', midi: before.asked.midi + random.pick([2, -2, 4, 5]) }
          : before.asked;
      const isThere = sounds.some((sound) => Math.abs(sound.onset - at) < 0.09);
      const sound = push(before, asked, at);
      if (!isThere) extras.push(sound);
    }
  }
  sounds.sort((a, b) => a.onset - b.onset);
  const last = Math.max(...sounds.map(({ end }) => end));
  const total = toNumber(measures.at(-1)!.onsetQuarters) + 4;
  return {
    mistake,
    voice,
    heads: truths,
    sounds,
    extras,
    unscored,
    durationSeconds: last + TAIL_SECONDS,
    clickSeconds: Array.from({ length: Math.ceil(total) }, (_, beat) => timeOf(beat)),
  };
}

function voiceOf(
  mistake: TogetherMistake | undefined,
  voices: readonly number[],
  heads: readonly WrittenHead[],
  middle: number,
  random: Random,
): number | undefined {
  if (!mistake || mistake === 'pause' || mistake === 'restart') return undefined;
  if (mistake === 'kick left out') return 1;
  const there = voices.filter((voice) =>
    heads.some((head) => head.voice === voice && head.measureIndex === middle),
  );
  return random.pick(there);
}

interface Planned {
  readonly heads: readonly WrittenHead[];
  readonly voice: number | undefined;
  readonly middle: number;
  readonly secondsPerQuarter: number;
  readonly random: Random;
  readonly isKit: boolean;
}

/** What becomes of each head. */
function planOf(
  mistake: TogetherMistake | undefined,
  { heads, voice, middle, secondsPerQuarter, random }: Planned,
): (head: WrittenHead, index: number) => Played {
  const asWritten = (head: WrittenHead): Played => ({ ...AS_WRITTEN, asked: head.asked });
  const left = (): Played => ({ ...AS_WRITTEN, asked: undefined, found: 'missing' });
  const inHand = heads.filter((head) => head.voice === voice && head.measureIndex === middle);
  const chosen = inHand.length > 0 ? random.pick(inHand) : undefined;
  const isChosen = (head: WrittenHead) => head.noteId === chosen?.noteId;
  switch (mistake) {
    case 'one hand late': {
      // Half a beat behind for two measures; nearer than that nobody plays by mistake.
      const shift = 0.5 * secondsPerQuarter;
      return (head) =>
        head.voice === voice && (head.measureIndex === middle || head.measureIndex === middle + 1)
          ? { ...AS_WRITTEN, asked: head.asked, shiftSeconds: shift, timing: 'late' }
          : asWritten(head);
    }
    case 'one hand alone':
    case 'one voice alone':
      return (head) => (head.voice === voice ? asWritten(head) : left());
    case 'hand stops':
      return (head) => (head.voice === voice && head.measureIndex === middle ? left() : asWritten(head));
    case 'kick left out':
      return (head) =>
        head.asked.kind === 'drum' && head.asked.drum === 'bass-drum' && head.measureIndex >= middle
          ? left()
          : asWritten(head);
    case 'wrong note': {
      const semitones = random.pick([1, -1, 2, -2, 3, -3]);
      return (head) =>
        isChosen(head) && head.asked.kind === 'pitched' && head.asked === chosen!.asked
          ? { ...AS_WRITTEN, asked: { kind: 'pitched', midi: head.asked.midi + semitones }, found: 'wrong' }
          : asWritten(head);
    }
    case 'left out':
      return (head) => (isChosen(head) ? left() : asWritten(head));
    case 'late': {
      const shift = random.uniform(0.3, 0.42) * secondsPerQuarter;
      return (head) =>
        head.quarters === chosen?.quarters && head.voice === voice
          ? { ...AS_WRITTEN, asked: head.asked, shiftSeconds: shift, timing: 'late' }
          : asWritten(head);
    }
    case 'hands apart': {
      const shift = random.uniform(0.11, 0.17);
      return (head) => {
        if (head.voice !== voice || (head.measureIndex !== middle && head.measureIndex !== middle + 1))
          return asWritten(head);
        return {
          ...AS_WRITTEN,
          asked: head.asked,
          shiftSeconds: shift,
          timing: 'late',
          isScored: shift > SURELY_TOGETHER_SECONDS,
        };
      };
    }
    case 'exchanged': {
      const other: Partial<Record<string, 'bass-drum' | 'snare'>> = {
        'bass-drum': 'snare',
        snare: 'bass-drum',
        'side-stick': 'bass-drum',
      };
      return (head) => {
        const drum = head.asked.kind === 'drum' ? other[head.asked.drum ?? ''] : undefined;
        return drum ? { ...AS_WRITTEN, asked: { kind: 'drum', drum }, found: 'wrong' } : asWritten(head);
      };
    }
    case 'other hi-hat':
      return (head) => {
        if (head.asked.kind !== 'drum' || (head.measureIndex !== middle && head.measureIndex !== middle + 1))
          return asWritten(head);
        const drum =
          head.asked.drum === 'closed-hi-hat'
            ? 'open-hi-hat'
            : head.asked.drum === 'open-hi-hat'
              ? 'closed-hi-hat'
              : undefined;
        return drum ? { ...AS_WRITTEN, asked: { kind: 'drum', drum }, found: 'wrong' } : asWritten(head);
      };
    case 'one voice uneven': {
      const shift = 0.28 * secondsPerQuarter;
      return (head) => {
        if (head.voice !== voice || (head.measureIndex !== middle && head.measureIndex !== middle + 1))
          return asWritten(head);
        // Every note off the beat comes late.
        if (head.quarters % 1 === 0) return asWritten(head);
        return { ...AS_WRITTEN, asked: head.asked, shiftSeconds: shift, timing: 'late' };
      };
    }
    default:
      return asWritten;
  }
}

/** Every other take is clean. */
export function mistakeFor(seed: number, isKit: boolean): TogetherMistake | undefined {
  if (seed % 2 === 0) return undefined;
  const kinds = isKit ? KIT_MISTAKES : HAND_MISTAKES;
  return kinds[((seed - 1) / 2) % kinds.length];
}
