import { createRandom, type Random } from '@/core/base';
import { type Line, type WrittenNote, writtenNotes } from '@/core/notation';
import { toNumber } from '@/core/time';
import {
  type Change,
  chooseChanges,
  restBefore,
  SQUEAK_SEMITONES,
  stepsBetween,
  usualRecipe,
} from './mistakes';
import type { Player } from './players';
import type { ErrorKind, Tone, Truth, TruthNote, TruthSound, TruthStop } from './take-truth';
import { describeNote } from './truth-of-note';
import type { Tune } from './tunes';

/** Natural timing stays well inside what every listener calls even. */
const TIMING_DEVIATION_SECONDS = 0.012;
/** A wrong entry is off by at least this, so that no one could defend calling it right. */
const LEAST_OFF_BEATS = 0.3;
const LEAST_OFF_SECONDS = 0.17;
/** Tongued notes end a little before the next begins. */
const TONGUE_GAP_SECONDS = 0.035;
/** A piper's grace note: heard as the start of the note it comes before, not as a note. */
const GRACE_SECONDS = 0.045;
/** A reed that overblows finds its note after about so long. */
const SQUEAK_SECONDS = 0.13;
const GRACE = -1;
/** A rest that is not counted out loses so much of itself. */
const REST_LEFT_SHARE = 0.5;
/** A long note that is let go is over before its last beat. */
const LET_GO_BEATS = 1.15;
/** A note that is held into a rest lasts for so much of it. */
const HELD_SHARE = 0.8;
/** Within the reach of the pitch wheel, whatever the tuning. */
const BEND_REACH_SEMITONES = 11;

export interface Performed {
  readonly tones: readonly Tone[];
  readonly truth: Truth;
  readonly durationSeconds: number;
  /** Beats of the click that the player heard, from the first on; the player may leave it. */
  readonly clickSeconds: readonly number[];
}

/** Plays a line with mistakes on purpose. Equal seeds and recipes give equal takes. */
export function performTake(
  line: Line,
  tune: Tune,
  player: Player,
  seed: number,
  recipe: readonly ErrorKind[] = usualRecipe(seed),
): Performed {
  const random = createRandom(90_001 + 131 * seed);
  const notes = writtenNotes(line);
  const beatQuarters = tune.meter === '6/8' ? 1.5 : 1;
  const changes = chooseChanges(notes, player, recipe, random);
  const has = (kind: ErrorKind) => changes.some((change) => change.kind === kind);
  const at = (kind: ErrorKind, index: number) => changes.some((c) => c.kind === kind && c.at === index);
  const bpm = tune.bpm * (has('half-tempo') ? 0.55 : random.uniform(0.9, 1.08));
  const drift = has('rushing') ? -0.12 : has('dragging') ? 0.14 : random.uniform(-0.02, 0.02);
  const tuning = player.only ? random.uniform(...player.only.tuningCents) : random.uniform(-60, 60);
  const total = toNumber(notes.at(-1)!.onsetQuarters) / beatQuarters + notes.at(-1)!.beats;
  const lead = random.uniform(0.4, 3.2);
  const base = 60 / bpm;

  // Time of a beat on the player's own pulse: tempo drifts linearly, rit. slows note by note.
  const pulseAt = (beats: number) => base * (beats + (drift * beats * beats) / (2 * total));
  const beatsOf = (note: WrittenNote) => toNumber(note.onsetQuarters) / beatQuarters;
  let ritSeconds = 0;
  const freeShift: number[] = [];
  notes.forEach((note, index) => {
    freeShift.push(ritSeconds);
    if (note.freeTempo) ritSeconds += note.beats * base * (0.12 + (0.06 * index) / notes.length);
    if (note.fermata) ritSeconds += note.beats * base * 0.7;
  });

  const tones: (Tone & { noteIndex: number | undefined })[] = [];
  const played = new Map<
    number,
    { onset: number; end: number; midi: number | undefined; late: number; restarts: boolean }
  >();
  const stops: TruthStop[] = [];
  const ignoreExtras: [number, number][] = [];
  const extras: TruthSound[] = [];
  let shift = lead;
  let lastEnd = 0;
  let jumpedTo: number | undefined;
  const order = passesOf(notes, changes, random);
  order.forEach(({ index, restartGapSeconds, kind }, step) => {
    const note = notes[index]!;
    const before = order[step - 1];
    const pulse = () => shift + pulseAt(beatsOf(note)) + freeShift[index]!;
    const local = base * (1 + (drift * beatsOf(note)) / total);
    let startsPulse = index === jumpedTo;
    if (restartGapSeconds !== undefined) {
      // Who pauses loses time after the rests; who goes back does not wait for them.
      const goesOn = (kind === 'pause' ? Math.max(lastEnd, pulse()) : lastEnd) + restartGapSeconds;
      shift += goesOn - pulse();
      const stopped = lastEnd;
      stops.push({
        kind,
        at: stopped,
        until: goesOn,
        measureIndex: notes[before!.index]!.measureIndex,
      });
      if (kind === 'restart') {
        const firstTry = played.get(index);
        if (firstTry) ignoreExtras.push([firstTry.onset - 0.15, stopped + 0.15]);
      }
      startsPulse = true;
    }
    if (at('skipped-measure', index) || at('skipped-line', index)) {
      // Some leave a measure out in silence, some jump over it; who loses the line goes on at once.
      const after = order[step + 1];
      if ((seed % 2 === 0 || at('skipped-line', index)) && after) {
        const beatsAfter = beatsOf(notes[after.index]!);
        shift -= pulseAt(beatsAfter) - pulseAt(beatsOf(note));
        jumpedTo = after.index;
      }
      return;
    }
    if (at('missing', index)) return;
    if (at('held-over', index)) {
      const held = tones.at(-1)!;
      const end = shift + pulseAt(beatsOf(note) + 0.9 * note.beats) + freeShift[index]!;
      tones[tones.length - 1] = { ...held, end };
      lastEnd = end;
      return;
    }
    const moved = at('late', index)
      ? offBeats(note, local, random)
      : at('early', index)
        ? -offBeats(note, local, random)
        : evenMove(
            at('dotted-even', index) || at('dots-forgotten', index) || at('compound-even', index),
            notes,
            index,
          );
    if (at('rest-cut', index)) shift -= REST_LEFT_SHARE * restBefore(notes, index) * local;
    const jitter = startsPulse ? 0 : random.gaussian(TIMING_DEVIATION_SECONDS);
    const onset = pulse() + moved * local + jitter;
    const next = order[step + 1];
    const joins =
      next !== undefined &&
      next.restartGapSeconds === undefined &&
      next.index === index + 1 &&
      notes[next.index]!.slurredFromPrevious &&
      !at('missing', next.index) &&
      !at('late', next.index);
    const writtenEnd =
      shift +
      pulseAt(beatsOf(note) + note.beats) +
      (note.fermata || note.freeTempo ? (freeShift[index + 1] ?? ritSeconds) : freeShift[index]!);
    const value = writtenEnd - onset;
    const share = note.staccato ? 0.45 : random.uniform(0.88, 0.97);
    const kept = at('cut-short', index)
      ? random.uniform(0.28, 0.45)
      : at('let-go', index)
        ? (note.beats - LET_GO_BEATS) / note.beats
        : at('held-into-rest', index)
          ? 1 + (HELD_SHARE * restBefore(notes, index + 1)) / note.beats
          : joins || player.hasNoGaps
            ? 1
            : Math.min(share, 1 - TONGUE_GAP_SECONDS / value);
    let end = onset + Math.max(0.05, kept * value);
    const off = at('swapped', index)
      ? at('swapped', index - 1)
        ? -stepsBetween(notes[index - 1]!, note)
        : stepsBetween(note, notes[index + 1])
      : pitchChange(index, changes, note, line, random);
    const written = note.sound.kind === 'pitched' ? note.sound.midi : undefined;
    const octave = has('octave-down') ? -12 : 0;
    const midi =
      written === undefined ? undefined : written + octave + off + tuning / 100 + random.gaussian(0.06);
    // A note that comes early takes its time from the one before.
    const last = tones.at(-1);
    if (last && last.end > onset - 0.02) {
      tones[tones.length - 1] = {
        ...last,
        end: Math.max(last.onset + 0.05, onset - (note.slurredFromPrevious ? 0 : 0.025)),
      };
      const cut = last.noteIndex === undefined ? undefined : played.get(last.noteIndex);
      if (cut && last.noteIndex !== undefined) played.set(last.noteIndex, { ...cut, end: tones.at(-1)!.end });
    }
    // A repeated pitch on a pipe that never stops is parted by a short higher note.
    if (
      player.hasNoGaps &&
      last?.midi !== undefined &&
      midi !== undefined &&
      Math.abs(last.midi - midi) < 0.5 &&
      last.end > onset - 0.06
    ) {
      tones[tones.length - 1] = { ...tones.at(-1)!, end: onset - GRACE_SECONDS };
      tones.push({
        onset: onset - GRACE_SECONDS,
        end: onset,
        midi: midi + 4,
        velocity: 90,
        bendsFromPrevious: true,
        vibratoCents: 0,
        scoopCents: 0,
        noteIndex: GRACE,
      });
    }
    const velocity = Math.round(random.uniform(78, 104));
    const slurs =
      note.slurredFromPrevious &&
      step > 0 &&
      before!.index === index - 1 &&
      restartGapSeconds === undefined &&
      last?.noteIndex === index - 1 &&
      !at('late', index);
    const from = tones.at(-1);
    const distance = from?.midi !== undefined && midi !== undefined ? Math.abs(from.midi - midi) : 0;
    if (at('squeak', index)) ignoreExtras.push([onset - 0.1, onset + SQUEAK_SECONDS + 0.1]);
    const bends =
      (slurs || (player.hasNoGaps === true && from !== undefined && from.end > onset - 0.06)) &&
      distance > 0.5 &&
      distance < 7.5 &&
      (player.hasNoGaps === true || (seed % 2 === 0 && isWithinReach(tones, midi)));
    const shape = {
      velocity,
      vibratoCents:
        player.sustains && player.range && end - onset > 0.5 && seed % 4 === 1 ? random.uniform(10, 38) : 0,
      scoopCents: player.sustains && seed % 5 === 2 && random.uniform(0, 1) < 0.3 ? -50 : 0,
    };
    if (at('tie-retongued', index)) {
      const second =
        shift + pulseAt(beatsOf(note) + toNumber(tieJoint(note)) / beatQuarters) + freeShift[index]!;
      tones.push({ onset, end: second - 0.04, midi, bendsFromPrevious: bends, ...shape, noteIndex: index });
      tones.push({ onset: second, end, midi, bendsFromPrevious: false, ...shape, noteIndex: undefined });
      extras.push({ onset: second, end, midi });
    } else if (at('added', index)) {
      const second = onset + 0.5 * (end - onset);
      const other = midi === undefined ? undefined : midi + random.pick([-2, 2, 1, -1, 3]);
      tones.push({ onset, end: second - 0.03, midi, bendsFromPrevious: bends, ...shape, noteIndex: index });
      tones.push({
        onset: second,
        end,
        midi: other,
        bendsFromPrevious: false,
        ...shape,
        vibratoCents: 0,
        noteIndex: undefined,
      });
      extras.push({ onset: second, end, midi: other });
      end = second - 0.03;
    } else if (at('squeak', index) && midi !== undefined) {
      const speaks = onset + SQUEAK_SECONDS;
      const high = { midi: midi + SQUEAK_SEMITONES, bendsFromPrevious: false, ...shape, vibratoCents: 0 };
      tones.push({ onset, end: speaks, ...high, noteIndex: undefined });
      tones.push({ onset: speaks, end, midi, bendsFromPrevious: false, ...shape, noteIndex: index });
    } else tones.push({ onset, end, midi, bendsFromPrevious: bends, ...shape, noteIndex: index });
    played.set(index, { onset, end, midi, late: moved * local, restarts: startsPulse });
    lastEnd = tones.at(-1)!.end;
  });

  const truthNotes = notes.map(
    (note, index): TruthNote => describeNote(note, index, { notes, played, changes, player, base }),
  );
  const secondsPlayed = pulseAt(total);
  return {
    tones,
    truth: {
      errors: changes.map(({ kind, at: index }) => ({ kind, measureIndex: notes[index]!.measureIndex })),
      playedBpm: (60 * total) / secondsPlayed,
      tuningCents: tuning,
      notes: truthNotes,
      extras,
      ignoreExtras,
      stops,
      sounds: tones
        .filter((tone) => tone.noteIndex !== GRACE)
        .map(({ onset, end, midi }) => ({ onset, end, midi })),
    },
    durationSeconds: lastEnd + random.uniform(0.5, 2),
    clickSeconds: Array.from({ length: Math.ceil(total) }, (_, beat) => lead + beat * base).filter(
      (s) => s < lastEnd,
    ),
  };
}

/** A chain of slurs is one struck key that is bent: so far from it, and no further. */
function isWithinReach(tones: readonly Tone[], midi: number | undefined): boolean {
  const struck = tones.findLast((tone) => !tone.bendsFromPrevious)?.midi;
  return midi !== undefined && struck !== undefined && Math.abs(midi - struck) < BEND_REACH_SEMITONES;
}

/** The order in which notes are tried: straight through but for stops, restarts and false starts. */
function passesOf(notes: readonly WrittenNote[], changes: readonly Change[], random: Random) {
  const order: { index: number; restartGapSeconds: number | undefined; kind: 'pause' | 'restart' }[] = [];
  const push = (index: number, restartGapSeconds?: number, kind: 'pause' | 'restart' = 'pause') =>
    order.push({ index, restartGapSeconds, kind });
  const falseStart = changes.find((change) => change.kind === 'false-start');
  if (falseStart) for (let index = 0; index <= falseStart.at; index++) push(index);
  const end = changes.find((change) => change.kind === 'unfinished')?.at ?? notes.length;
  for (let index = 0; index < end; index++) {
    const gap = random.uniform(0.8, 1.8);
    if (index === 0 && falseStart) push(index, gap, 'restart');
    else if (changes.some((c) => c.kind === 'pause' && c.at === index)) push(index, gap);
    else push(index);
    // Played twice in time, without a stop.
    if (changes.some((c) => c.kind === 'repeated-measure' && c.at === index)) {
      const back = notes.findIndex((note) => note.measureIndex === notes[index]!.measureIndex);
      for (let again = back; again <= index; again++)
        again === back ? push(again, random.uniform(0.04, 0.1), 'restart') : push(again);
    }
    const restart = changes.find((c) => c.kind === 'restart' && c.at === index);
    if (restart) {
      const wanted = notes[index]!.measureIndex - random.integer(0, 2);
      // A measure may have no start of its own, under a long tie.
      const back = notes.findIndex((note) => note.measureIndex >= Math.max(0, wanted));
      for (let again = back; again <= index; again++)
        again === back ? push(again, random.uniform(0.25, 1.2), 'restart') : push(again);
    }
  }
  return order;
}

function offBeats(note: WrittenNote, secondsPerBeat: number, random: Random): number {
  const least = Math.max(LEAST_OFF_BEATS, LEAST_OFF_SECONDS / secondsPerBeat);
  return Math.min(least + random.uniform(0, 0.15), Math.max(least, 0.6 * note.beats));
}

/** The short note after a long one comes too soon: both get half of the time. */
function evenMove(isEven: boolean, notes: readonly WrittenNote[], index: number): number {
  if (!isEven) return 0;
  const [long, short] = [notes[index - 1]!, notes[index]!];
  return (long.beats + short.beats) / 2 - long.beats;
}

const tieJoint = (note: WrittenNote) => {
  // Half of the joined value stands for where the second head is written.
  return { numerator: note.lengthQuarters.numerator, denominator: note.lengthQuarters.denominator * 2 };
};

function pitchChange(
  index: number,
  changes: readonly Change[],
  note: WrittenNote,
  line: Line,
  random: Random,
): number {
  const mine = changes.filter((change) => change.at === index).map((change) => change.kind);
  if (mine.includes('wrong')) return random.pick([-2, -1, 1, 2, 3, -3]);
  if (mine.includes('step-off')) return 2;
  if (mine.includes('octave')) return note.sound.kind === 'pitched' && note.sound.midi < 72 ? 12 : -12;
  if (mine.includes('forgot-key') || mine.includes('wrong-key'))
    return line.part.measures[0]!.keyFifths > 0 ? -1 : 1;
  return 0;
}
