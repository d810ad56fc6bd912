import {
  type DrumId,
  drumById,
  headsOf,
  type Line,
  type LineEvent,
  loudnessAt,
  type Measure,
  maybeDrum,
  type Note,
  type Part,
  writtenLoudness,
} from '../notation';
import { spellingToMidi } from '../pitch';
import { type PlayedEvent, perform } from '../simulation';
import { TempoMap } from '../tempo';
import { AS_WRITTEN, type ModelWish } from './model-wish';
import { voiceLines } from './voice-lines';

/** How loud it is at a moment, in dB beside mf. */
export interface Loudness {
  readonly seconds: number;
  readonly db: number;
}

/** A line as it should sound. */
export interface Model {
  /** Every voice and every note of a chord, in order of onset; strokes without pitch carry a drum's key as `midi`. */
  readonly events: readonly PlayedEvent[];
  readonly loudness: readonly Loudness[];
  /** From the first written beat to the end of the last measure. */
  readonly lineSeconds: number;
}

/** The loudness of a swell is told this often. */
const LOUDNESS_STEP_SECONDS = 0.05;

/**
 * The line exactly as written: in time, slurred, tongued, staccato, with its dynamics, rit. and fermata.
 * @param bpm in beat units of its first meter.
 * @param tempoOf the line whose rit. and fermatas count, where that is another one.
 */
export function playModel(
  line: Line,
  bpm: number,
  wish: ModelWish = AS_WRITTEN,
  tempoOf: Line = line,
): Model {
  const exact = {
    seed: 1,
    bpm,
    leadSeconds: 0,
    timingSeconds: 0,
    tempoWander: 0,
    tuningCents: 0,
    intonationCents: 0,
  };
  const wished = withWish(line, wish);
  const events = voiceLines(wished).flatMap((voice) => {
    const heads = headsById(voice.part);
    return perform(voice, exact, [], tempoOf).events.flatMap((event) => chordOf(event, heads));
  });
  const tempo = new TempoMap(tempoOf, bpm);
  return {
    events: events.toSorted((a, b) => a.onsetSeconds - b.onsetSeconds),
    loudness: loudnessOf(wished, tempo),
    lineSeconds: tempo.endSeconds,
  };
}

function loudnessOf(line: Line, tempo: TempoMap): Loudness[] {
  const points = writtenLoudness(line);
  if (points.every(({ db }) => db === points[0]!.db)) return [{ seconds: 0, db: points[0]!.db }];
  const steps = Math.ceil(tempo.endSeconds / LOUDNESS_STEP_SECONDS);
  const curve = Array.from({ length: steps }, (_, step): Loudness => {
    const seconds = step * LOUDNESS_STEP_SECONDS;
    return { seconds, db: loudnessAt(points, tempo.quartersAt(seconds)) };
  });
  return curve.filter(({ db }, step) => step === 0 || db !== curve[step - 1]!.db);
}

function withWish(line: Line, { ties, slurs }: ModelWish): Line {
  const change = (event: LineEvent): LineEvent =>
    event.kind === 'rest'
      ? event
      : {
          ...event,
          ...(!ties && { tiedToNext: false, tiedFromPrevious: false }),
          ...(!slurs && { slurStarts: 0, slurStops: 0 }),
        };
  const measures = line.part.measures.map(
    (measure): Measure => ({
      ...measure,
      events: measure.events.map(change),
      otherVoices: measure.otherVoices.map((voice) => ({ ...voice, events: voice.events.map(change) })),
    }),
  );
  return { ...line, part: { ...line.part, measures } };
}

function headsById({ measures }: Part): ReadonlyMap<string, Note> {
  const notes = measures.flatMap(({ events }) =>
    events.filter((event): event is Note => event.kind === 'note'),
  );
  return new Map(notes.map((note) => [note.id, note]));
}

function chordOf(event: PlayedEvent, heads: ReadonlyMap<string, Note>): PlayedEvent[] {
  const note = event.noteId === undefined ? undefined : heads.get(event.noteId.replace(/-pass\d+$/, ''));
  if (!note) return [event.drum ? { ...event, midi: drumById(event.drum).midiKeys[0] } : event];
  const [first, ...others] = headsOf(note);
  if (first.kind === 'unpitched')
    return headsOf(note).map((head) => ({
      ...event,
      midi: drumKey(head),
      levelDb: event.levelDb - (head.kind === 'unpitched' && head.ghost ? GHOST_BELOW_DB : 0),
    }));
  const written = spellingToMidi(first.spelling);
  const added = others.flatMap((head) =>
    head.kind === 'pitched' && event.midi !== undefined
      ? [{ ...event, midi: event.midi + spellingToMidi(head.spelling) - written }]
      : [],
  );
  return [event, ...added];
}

/** A ghost stroke is felt rather than heard. */
const GHOST_BELOW_DB = 14;

/** A hand on the one line, or where no drum stands. */
const HAND: DrumId = 'hand-clap';

function drumKey(head: Note['pitch']): number {
  const drum = head.kind === 'unpitched' ? maybeDrum(head) : undefined;
  return (drum ?? drumById(HAND)).midiKeys[0];
}
