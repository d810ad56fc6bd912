import {
  FOLLOWING_VERSION,
  type FollowedNote,
  type Following,
  type MissingSign,
  type Shown,
  type ShownNote,
} from '@/core/following';
import type { SoundingEvent } from '@/core/listening';
import { type Line, writtenNotes } from '@/core/notation';
import { toNumber } from '@/core/time';

/** How the playing of one note differs from an exact player's. */
export interface Played {
  /** Left out. */
  readonly missing?: boolean;
  /** Why it may have sounded after all. */
  readonly sign?: MissingSign;
  /** What sounded where a missing note was due. */
  readonly there?: { readonly levelDb: number; readonly riseDb: number };
  /** Half steps too high. */
  readonly pitch?: number;
  /** Seconds, which are beats at 60. */
  readonly late?: number;
  /** How unevenly its neighbours lie, in seconds. */
  readonly doubt?: number;
  /** Of its value that sounds. */
  readonly share?: number;
  readonly startsPulse?: boolean;
  /** The note before went on through its place, so many half steps away from it. */
  readonly heldThrough?: number;
  readonly unpitchedBefore?: number;
  readonly unpitchedAfter?: number;
  readonly levelDb?: number;
  readonly dipDb?: number;
  readonly clarity?: number;
  readonly oddPartialsDb?: number;
  readonly octaveBelowDb?: number;
  readonly pitchMargin?: number;
  readonly startStrength?: number;
  /** What its place shows, and the time between when it was due and when it came, where that is not what was taken for it alone. */
  readonly shows?: Partial<Shown>;
  readonly showsBetween?: Partial<Shown>;
}

/** Where a missing note was due. */
const SILENCE_THERE = { levelDb: -68, riseDb: 0 };
const SOUND_THERE = { levelDb: -20, riseDb: 3 };

/** Facts of an exact take at 60 beats a minute, but for what is said by note id. */
export function exactFollowing(
  line: Line,
  played: Readonly<Record<string, Played>> = {},
  more: Partial<Following> = {},
): Following {
  const notes = writtenNotes(line).map((note): FollowedNote => {
    const how = played[note.id] ?? {};
    const at = { noteId: note.id, measureIndex: note.measureIndex };
    if (how.missing)
      return {
        ...at,
        kind: 'missing',
        sign: how.sign,
        there: how.there ?? (how.sign ? SOUND_THERE : SILENCE_THERE),
      };
    const midi = note.sound.kind === 'pitched' ? note.sound.midi + (how.pitch ?? 0) : undefined;
    const share = how.share ?? 0.9;
    const late = how.late ?? 0;
    const beatsPerQuarter = note.beats / toNumber(note.lengthQuarters);
    const onsetSeconds = 1 + toNumber(note.onsetQuarters) * beatsPerQuarter + late;
    const sound = soundOf(how, midi, onsetSeconds, note.beats * share, note.slurredFromPrevious);
    if (how.heldThrough !== undefined)
      return { ...at, kind: 'held-through', sound, pitchErrorSemitones: how.heldThrough };
    return {
      ...at,
      kind: 'played',
      sound,
      unpitchedBeforeSeconds: how.unpitchedBefore ?? 0,
      unpitchedAfterSeconds: how.unpitchedAfter ?? 0,
      deviationSeconds: late,
      deviationBeats: late,
      doubtSeconds: how.doubt ?? 0,
      writtenSeconds: note.beats,
      soundedShare: midi === undefined ? undefined : share,
      pitchErrorSemitones: midi === undefined ? undefined : (how.pitch ?? 0),
      startsPulse: how.startsPulse ?? false,
    };
  });
  const isPitched = writtenNotes(line).some(({ sound }) => sound.kind === 'pitched');
  return {
    version: FOLLOWING_VERSION,
    notes,
    heads: undefined,
    extras: [],
    shown: {
      notes: notes.map((note) => shownOf(note, played[note.noteId] ?? {})),
      extras: more.extras?.map(({ sound }) => shownOfSound(sound)) ?? [],
    },
    interruptions: [],
    besides: [],
    playedBpm: 60,
    tuningCents: 0,
    soundsAreSustained: true,
    noiseDb: -70,
    tones: isPitched
      ? { count: notes.length, medianSeconds: 0.9, medianClarity: 0.99, areMostlySaid: false }
      : undefined,
    hasFootBeside: false,
    hasTalkBeside: false,
    transposedSemitones: undefined,
    measureSeconds: [],
    ...more,
  };
}

/** What a place shows of a note, as shares of it: nothing else sounds than what was taken for it, or speaks for it. */
function shownOf(note: FollowedNote, { shows, showsBetween }: Played): ShownNote {
  const between = { ...SHOWS_NOTHING, levelDb: SOUND_THERE.levelDb, ...showsBetween };
  if (note.kind === 'missing')
    return {
      place: {
        ...SHOWS_OF[note.sign ?? 'silence'],
        levelDb: note.there?.levelDb ?? SILENCE_THERE.levelDb,
        ...shows,
      },
      between,
    };
  const isAsked = note.kind === 'played' && note.pitchErrorSemitones === 0;
  return { place: { ...shownOfSound(note.sound), asked: isAsked ? 0.9 : 0, ...shows }, between };
}

const SHOWS_NOTHING: Omit<Shown, 'levelDb'> = { asked: 0, taken: 0, before: 0, none: 1 };
const SHOWS_OF: Readonly<Record<MissingSign | 'silence', Omit<Shown, 'levelDb'>>> = {
  silence: SHOWS_NOTHING,
  // Of a note that repeats the one before.
  'sound-goes-on': { asked: 0.9, taken: 0, before: 0.9, none: 0.1 },
  'sound-changes': { asked: 0.9, taken: 0, before: 0.9, none: 0.1 },
  'something-struck': SHOWS_NOTHING,
  'pitch-shows': { asked: 0.6, taken: 0, before: 0, none: 0.4 },
  'unpitched-sound': SHOWS_NOTHING,
};

const shownOfSound = (sound: SoundingEvent): Shown =>
  sound.midi === undefined
    ? { ...SHOWS_NOTHING, levelDb: sound.levelDb }
    : { asked: 0, taken: 0.9, before: 0, none: 0.1, levelDb: sound.levelDb };

/** A tone but for what is said of it; a pluck where the margin of its pitch is said. */
function soundOf(
  how: Played,
  midi: number | undefined,
  onsetSeconds: number,
  seconds: number,
  isSlurred: boolean,
): SoundingEvent {
  const started = {
    onsetSeconds,
    endSeconds: onsetSeconds + seconds,
    levelDb: how.levelDb ?? -20,
    startStrength: how.startStrength ?? 1,
  };
  if (midi === undefined) return { ...started, kind: 'stroke' };
  if (how.pitchMargin !== undefined) return { ...started, kind: 'pluck', midi, pitchMargin: how.pitchMargin };
  return {
    ...started,
    kind: 'tone',
    midi,
    dipDb: how.dipDb ?? (isSlurred ? 1 : 15),
    clarity: how.clarity ?? 0.98,
    oddPartialsDb: how.oddPartialsDb ?? 0,
    octaveBelowDb: how.octaveBelowDb ?? -50,
  };
}
