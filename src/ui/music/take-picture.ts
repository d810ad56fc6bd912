import { isRight, type Verdict } from '@/core/judging';
import { type Line, writtenNotes } from '@/core/notation';

/** A stretch of time at a pitch; sounding MIDI with cents, the take's tuning taken off; undefined for strokes. */
export interface Bar {
  readonly fromSeconds: number;
  readonly toSeconds: number;
  readonly midi: number | undefined;
}

export interface TracePoint {
  readonly seconds: number;
  readonly midi: number;
}

/** What the ear heard from moment to moment, MIDI with cents, null where nothing was pitched. */
export interface PitchCourse {
  readonly stepSeconds: number;
  readonly pitches: readonly (number | null)[];
}

export interface PicturedNote {
  readonly noteId: string;
  readonly measureIndex: number;
  /** Where it was due at the pulse that was played; undefined where nobody knows. */
  readonly written: Bar | undefined;
  /** Undefined when it is missing. */
  readonly played: Bar | undefined;
  readonly isRight: boolean;
}

/** A take as a picture: what was due and what was heard, against the beats, in seconds of the recording. */
export interface TakePicture {
  readonly fromSeconds: number;
  readonly toSeconds: number;
  readonly beats: readonly { readonly seconds: number; readonly measureNumber: number | undefined }[];
  readonly notes: readonly PicturedNote[];
  readonly extras: readonly Bar[];
  /** The pitch from moment to moment, the take's tuning taken off, in stretches without a gap. */
  readonly traces: readonly (readonly TracePoint[])[];
  /** Lowest and highest pitch that is shown; undefined for strokes. */
  readonly range: readonly [lowest: number, highest: number] | undefined;
}

/** Around what was played. */
const MARGIN_SECONDS = 0.5;
const MARGIN_SEMITONES = 2;
/** Pitches further away than this from the line do not stretch the picture. */
const MOST_OUTSIDE_SEMITONES = 14;

/** @param line that the verdict is about. @returns undefined when nothing was played. */
export function takePicture(line: Line, verdict: Verdict, course?: PitchCourse): TakePicture | undefined {
  const { playedBpm } = verdict.tempo;
  const written = writtenNotes(line);
  if (playedBpm === undefined || written.length !== verdict.notes.length) return undefined;
  const beatSeconds = 60 / playedBpm;
  const tuning = (verdict.tuningCents ?? 0) / 100;
  const tuned = (midi: number | undefined) => (midi === undefined ? undefined : midi - tuning);
  const notes = verdict.notes.map((note, index): PicturedNote => {
    const { played, measureIndex, beat, deviationSeconds } = note;
    const start = verdict.measures[measureIndex]!.startSeconds;
    const due =
      played && note.onset !== 'missing'
        ? played.onsetSeconds - deviationSeconds
        : start === undefined
          ? undefined
          : start + (beat - firstBeat(measureIndex, written)) * beatSeconds;
    return {
      noteId: note.noteId,
      measureIndex,
      written:
        due === undefined
          ? undefined
          : {
              fromSeconds: due,
              toSeconds: due + written[index]!.beats * beatSeconds,
              midi: note.writtenMidi,
            },
      played: played && {
        fromSeconds: played.onsetSeconds,
        toSeconds: played.endSeconds,
        midi: tuned(played.midi),
      },
      isRight: isRight(note),
    };
  });
  const extras = verdict.extras.map(({ sound }) => ({
    fromSeconds: sound.onsetSeconds,
    toSeconds: sound.endSeconds,
    midi: tuned(sound.midi),
  }));
  const bars = [...notes.flatMap(({ written: due, played }) => [due, played]), ...extras].filter(
    (bar) => bar !== undefined,
  );
  if (bars.length === 0) return undefined;
  const fromSeconds = Math.max(0, Math.min(...bars.map((bar) => bar.fromSeconds)) - MARGIN_SECONDS);
  const toSeconds = Math.max(...bars.map((bar) => bar.toSeconds)) + MARGIN_SECONDS;
  const range = rangeOf(
    verdict.notes.flatMap(({ writtenMidi }) => writtenMidi ?? []),
    bars.flatMap(({ midi }) => midi ?? []),
  );
  return {
    fromSeconds,
    toSeconds,
    beats: beatsOf(verdict, beatSeconds, toSeconds),
    notes,
    extras,
    traces:
      course && range
        ? tracesOf(course, tuning, range).filter(
            ([first]) => first!.seconds >= fromSeconds && first!.seconds <= toSeconds,
          )
        : [],
    range,
  };
}

/** A step of the pitch from one moment to the next that is larger than this is another tone. */
const LARGEST_STEP_SEMITONES = 0.7;
/** What is shorter is a scrape or a breath. */
const FEWEST_POINTS = 3;

function tracesOf(
  { stepSeconds, pitches }: PitchCourse,
  tuning: number,
  [lowest, highest]: readonly [number, number],
): TracePoint[][] {
  const traces: TracePoint[][] = [];
  let before: number | undefined;
  pitches.forEach((pitch, index) => {
    const midi = pitch === null ? undefined : pitch - tuning;
    const isShown = midi !== undefined && midi >= lowest - 0.5 && midi <= highest + 0.5;
    if (isShown) {
      const goesOn = before !== undefined && Math.abs(midi - before) <= LARGEST_STEP_SEMITONES;
      const point = { seconds: index * stepSeconds, midi };
      if (goesOn) traces.at(-1)!.push(point);
      else traces.push([point]);
    }
    before = isShown ? midi : undefined;
  });
  return traces.filter((trace) => trace.length >= FEWEST_POINTS);
}

/** A pickup begins on a later beat than the first. */
function firstBeat(measureIndex: number, written: ReturnType<typeof writtenNotes>): number {
  const first = written.find((note) => note.measureIndex === measureIndex);
  return first && first.measureNumber === 0 ? first.beat : 1;
}

function beatsOf(verdict: Verdict, beatSeconds: number, toSeconds: number): TakePicture['beats'] {
  return verdict.measures.flatMap(({ startSeconds, number }, index) => {
    if (startSeconds === undefined) return [];
    const next = verdict.measures.slice(index + 1).find((one) => one.startSeconds !== undefined);
    const end = Math.min(next?.startSeconds ?? toSeconds, toSeconds);
    const count = Math.max(1, Math.round((end - startSeconds) / beatSeconds));
    return Array.from({ length: count }, (_, beat) => ({
      seconds: startSeconds + beat * beatSeconds,
      measureNumber: beat === 0 ? number : undefined,
    }));
  });
}

function rangeOf(written: readonly number[], all: readonly number[]): TakePicture['range'] {
  if (written.length === 0) return undefined;
  const [lowest, highest] = [Math.min(...written), Math.max(...written)];
  const near = all.filter(
    (midi) => midi >= lowest - MOST_OUTSIDE_SEMITONES && midi <= highest + MOST_OUTSIDE_SEMITONES,
  );
  return [
    Math.floor(Math.min(lowest, ...near)) - MARGIN_SEMITONES,
    Math.ceil(Math.max(highest, ...near)) + MARGIN_SEMITONES,
  ];
}
