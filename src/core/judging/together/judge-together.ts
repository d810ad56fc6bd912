import { FEWEST_ALIKE, median, probabilityOf } from '../../base';
import type { FollowedHead, Following, Played } from '../../following';
import { type Line, timedMeasures, voiceNames, type WrittenNote, writtenVoices } from '../../notation';
import { beatUnit } from '../../time';
import { onsetWindow } from '../accuse';
import { judgeMeasure } from '../judge-measure';
import { CLAIM_FROM, CLAIMS } from '../model/claims';
import { FEWEST_FOUND_SHARE, type Policy } from '../policy';
import { tempoCourseOf } from '../tempo-course';
import {
  type HeadVerdict,
  JUDGING_VERSION,
  type NoteVerdict,
  type OnsetVerdict,
  type PitchVerdict,
  type Verdict,
  type VerdictState,
} from '../verdict';
import { claimFeatures } from './claims';
import { silentHeads, voicesJudged } from './voices-judged';

/** A head of which less is sure may not be what began there: nobody says that it is early or late. */
const START_FROM = 0.8;
/** If the line explains less of what was played, it was something else: less than of one voice, for more is hidden. */
const OTHER_LINE_SHARE = 0.35;
/** Hands that come so far apart on the whole are heard to. Our own judgement; 50 ms are hardly heard. */
const APART_SECONDS = 0.075;

type FollowedTogether = Following & { readonly heads: readonly FollowedHead[] };

/** Applies a policy to the facts of a take of which every voice was listened to. */
export function judgeTogether(
  line: Line,
  following: FollowedTogether,
  askedBpm: number,
  policy: Policy,
): Verdict {
  const measures = timedMeasures(line);
  const names = voiceNames(line.part);
  const written = writtenVoices(line).flatMap((notes, voice) =>
    notes.map((note) => ({ note, voice: names.length > 1 ? names[voice] : undefined })),
  );
  const certain = certainClaims(following.heads, silentHeads(line, following.heads));
  const notes = written.map(({ note, voice }) => judgeNote(note, voice, certain, policy));
  const extras = following.extras.map((extra) => ({ ...extra, confidence: extra.sound.startStrength }));
  const { interruptions } = following;
  const apart = apartMeasures(following.heads);
  return {
    version: JUDGING_VERSION,
    policy,
    state: stateOf(following),
    scope: { voice: undefined, otherVoices: [], hasOneOfEachChord: false, isAnyDrum: false },
    transposedSemitones: undefined,
    tempo: {
      askedBpm,
      playedBpm: following.playedBpm,
      beatUnit: beatUnit(measures[0]!.measure.meter).name,
      course: tempoCourseOf(line, measures, following),
    },
    tuningCents: undefined,
    notes,
    measures: measures.map((measure) => {
      const judged = judgeMeasure(measure, { notes, extras, interruptions }, following);
      // What is said in words is seen in the ledger.
      return apart.includes(measure.index) ? { ...judged, rhythmNeedsWork: true } : judged;
    }),
    voices: voicesJudged(line, notes, following.heads, measures, following),
    apartMeasures: apart,
    extras,
    interruptions: interruptions.map((stop) => ({
      ...stop,
      measureNumber: measures[stop.measureIndex]!.measure.number,
    })),
    figures: [],
    intonation: undefined,
    hasFootBeside: following.hasFootBeside,
    hasTalkBeside: following.hasTalkBeside,
    character: [],
  };
}

const countOf = (heads: readonly FollowedHead[], of: number) =>
  heads.filter(({ voice }) => voice === of).length;

function stateOf({ heads, extras }: FollowedTogether): VerdictState {
  const found = heads.filter(({ found }) => found === 'there' || found === 'other');
  const voices = [...new Set(heads.map(({ voice }) => voice))];
  // A voice alone is the line as well, however few notes it has.
  const shares = voices.map((voice) => countOf(found, voice) / countOf(heads, voice));
  if (Math.max(0, ...shares) < FEWEST_FOUND_SHARE) return 'nothing-heard';
  const there = heads.filter((head) => head.found === 'there');
  return there.length / Math.max(1, found.length + extras.length) < OTHER_LINE_SHARE
    ? 'other-line'
    : 'judged';
}

/** A head of a take with what may be held against it. */
interface CertainHead extends FollowedHead {
  /** How likely it is that it was not struck, or something else was; 0 where it was struck. */
  readonly notStruck: number;
}

/** @param silent those of a voice that was not played at all: of them nothing is in doubt. */
function certainClaims(
  heads: readonly FollowedHead[],
  silent: ReadonlySet<FollowedHead>,
): readonly CertainHead[] {
  const featuresOf = claimFeatures(heads);
  const unheard = unheardPitches(heads);
  return heads.map((head, index) => {
    if (head.found === 'there') return { ...head, notStruck: 0 };
    if (silent.has(head)) return { ...head, notStruck: 1 };
    if (head.found === 'absent' && head.asked.kind === 'pitched' && unheard.has(head.asked.midi))
      return { ...head, notStruck: 0 };
    return { ...head, notStruck: head.found === 'unclear' ? 0 : probabilityOf(featuresOf(index), CLAIMS) };
  });
}

/** A pitch that is asked for so often and never heard is rather one that the recording does not hold, as low ones on a telephone. */
function unheardPitches(heads: readonly FollowedHead[]): ReadonlySet<number> {
  const asked = new Map<number, boolean[]>();
  for (const { asked: sound, found } of heads)
    if (sound.kind === 'pitched')
      asked.set(sound.midi, [...(asked.get(sound.midi) ?? []), found === 'there']);
  return new Set(
    [...asked].flatMap(([midi, were]) =>
      were.length >= FEWEST_ALIKE && were.every((there) => !there) ? [midi] : [],
    ),
  );
}

function judgeNote(
  note: WrittenNote,
  voice: string | undefined,
  all: readonly CertainHead[],
  policy: Policy,
): NoteVerdict {
  const followed = all.filter(({ noteId }) => noteId === note.id);
  const heads = followed.map(headVerdict);
  const pitch = pitchOf(heads);
  const starts = followed.filter(({ found, sound }) => found === 'there' && sound);
  const latest = starts.reduce<CertainHead | undefined>(
    (most, head) =>
      most && Math.abs(most.deviationSeconds) >= Math.abs(head.deviationSeconds) ? most : head,
    undefined,
  );
  const sounding = latest ?? followed.find(({ sound }) => sound);
  return {
    noteId: note.id,
    printedId: note.printedId,
    measureIndex: note.measureIndex,
    beat: note.beat,
    writtenMidi: note.sound.kind === 'pitched' ? note.sound.midi : undefined,
    voice,
    heads,
    played: sounding?.sound,
    pitch,
    onset: onsetOf(note, pitch, latest, policy),
    deviationBeats: latest?.deviationBeats ?? 0,
    deviationSeconds: latest?.deviationSeconds ?? 0,
    length: 'unclear',
    writtenBeats: note.beats,
    soundedBeats: undefined,
    confidence: confidenceOf(pitch, followed),
  };
}

/** Of what is held against a note how likely it is so; else how likely its heads were struck. */
function confidenceOf(pitch: PitchVerdict, heads: readonly CertainHead[]): number {
  if (pitch === 'unclear') return 0;
  return pitch === 'right'
    ? Math.min(...heads.map(({ likelihood }) => likelihood))
    : Math.max(...heads.map(({ notStruck }) => notStruck));
}

function headVerdict({ asked, found, instead, notStruck }: CertainHead): HeadVerdict {
  if (found === 'there') return { asked, pitch: 'right', instead: undefined };
  const isGhost = asked.kind === 'drum' && asked.isGhost;
  if (notStruck < CLAIM_FROM || isGhost) return { asked, pitch: 'unclear', instead: undefined };
  return { asked, pitch: found === 'other' ? 'wrong' : 'missing', instead };
}

/** What is worst of its heads is said of a note. */
function pitchOf(heads: readonly HeadVerdict[]): PitchVerdict {
  const has = (pitch: HeadVerdict['pitch']) => heads.some((head) => head.pitch === pitch);
  return has('wrong') ? 'wrong' : has('missing') ? 'missing' : has('unclear') ? 'unclear' : 'right';
}

function onsetOf(
  note: WrittenNote,
  pitch: PitchVerdict,
  start: CertainHead | undefined,
  policy: Policy,
): OnsetVerdict {
  if (!start) return pitch === 'missing' ? 'missing' : 'on';
  if (start.startsPulse || start.likelihood < START_FROM || note.freeTempo) return 'on';
  const beatSeconds = start.deviationBeats === 0 ? 0 : start.deviationSeconds / start.deviationBeats;
  const played = {
    kind: 'played',
    doubtSeconds: start.doubtSeconds,
    writtenSeconds: beatSeconds * note.beats,
  } as Played;
  if (Math.abs(start.deviationSeconds) <= onsetWindow(note, played, policy)) return 'on';
  return start.deviationSeconds < 0 ? 'early' : 'late';
}

/** Measures, by their place, in which one voice lies behind or before another on the whole. */
function apartMeasures(heads: readonly FollowedHead[]): readonly number[] {
  const indices = [...new Set(heads.map(({ measureIndex }) => measureIndex))];
  return indices.filter((index) => {
    const mine = heads.filter(
      ({ measureIndex, found, likelihood }) =>
        measureIndex === index && found === 'there' && likelihood >= START_FROM,
    );
    const voices = [...new Set(mine.map(({ voice }) => voice))];
    const middles = voices.map((voice) =>
      median(mine.filter((head) => head.voice === voice).map(({ deviationSeconds }) => deviationSeconds)),
    );
    return voices.length > 1 && Math.max(...middles) - Math.min(...middles) >= APART_SECONDS;
  });
}
