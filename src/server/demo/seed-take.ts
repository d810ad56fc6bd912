import { randomUUID } from 'node:crypto';
import { dayOf } from '@/core/calendar';
import { checkHeard, priorsOf } from '@/core/checking';
import type { InstrumentId } from '@/core/instruments';
import { USUAL_POLICY, type Verdict } from '@/core/judging';
import { hear } from '@/core/listening';
import type { Line } from '@/core/notation';
import { GOOD_ENOUGH, LEAST_RATING, MOST_RATING, measuredRating, type SelfRating } from '@/core/practice';
import { outlineOf } from '@/core/review';
import { type Audio, writeWav } from '@/core/signal';
import {
  chooseFlaws,
  type FlawKind,
  type FlawPlace,
  performVoices,
  QUIET_ROOM,
  render,
  STEADY_STYLE,
} from '@/core/simulation';
import { storeAnswer } from '@/server/db/queries/answers';
import { finishCheck, storeCheck } from '@/server/db/queries/checks';
import { storeSpell } from '@/server/db/queries/practice-book';
import { insertTake } from '@/server/db/queries/takes';
import type { KeptHeard } from './kept-heard';

/** Enough for a flute's partials, and half the size of 44.1 kHz. */
const DEMO_SAMPLE_RATE = 22050;
export const DAY_MS = 86_400_000;
/** Between a take and the teacher's answer. */
const ANSWERED_AFTER_DAYS = 1.2;

/** What is handed in was played so often before, in pieces or whole. */
const PRACTISED_PER_TAKE = 12;

/** A take of the simulated student. */
export interface DemoTake {
  readonly seed: number;
  readonly askedBpm: number;
  /** Played tempo as a share of the asked one. */
  readonly tempoShare: number;
  readonly flaws: readonly FlawKind[];
  /** A further mistake, at a place of its own. */
  readonly stumblesAt?: FlawPlace | undefined;
  readonly daysAgo: number;
  /** Out of ten, by which the student's own rating lies beside what was measured; undefined: not rated. */
  readonly ratesBy?: number;
  readonly answer?: { readonly answer: 'accepted' | 'again'; readonly comment: string } | undefined;
}

/** Whose it is, and of what. */
export interface DemoTakeFacts {
  readonly assignmentId: string;
  readonly studentId: string;
  readonly teacherId: string;
  readonly instrument: InstrumentId;
  readonly line: Line;
  readonly contentHash: string;
  /** Whether its recording is still there. */
  readonly isKept: boolean;
}

/** Plays a take, follows and judges it as every take is, and stores it. @returns its id. */
export async function seedTake(take: DemoTake, facts: DemoTakeFacts, kept: KeptHeard): Promise<string> {
  const { line, contentHash, instrument, isKept } = facts;
  let played: Audio | undefined;
  const sound = () => {
    played ??= play(line, instrument, take);
    return played;
  };
  // What does not make its sound is no part of its key.
  const { answer, daysAgo, ratesBy, ...music } = take;
  const heard = kept.of({ ...music, contentHash, instrument }, () => hear(sound(), priorsOf(line)));
  const checked = checkHeard(line, heard, take.askedBpm, USUAL_POLICY);
  const id = randomUUID();
  const handedInAt = new Date(Date.now() - daysAgo * DAY_MS);
  await insertTake({
    id,
    assignment_id: facts.assignmentId,
    student_id: facts.studentId,
    asked_bpm: take.askedBpm,
    content_hash: contentHash,
    source: 'simulated',
    audio_type: 'wav',
    handed_in_at: handedInAt,
    ...(isKept ? { audio: Buffer.from(writeWav(sound())) } : { audio: null, audio_removed_at: new Date() }),
    ...(ratesBy !== undefined && { self_rating: JSON.stringify(ownRating(checked.verdict, ratesBy)) }),
  });
  await storeSpell({
    ...{ id: randomUUID(), student_id: facts.studentId, assignment_id: facts.assignmentId },
    day: dayOf(handedInAt),
    seconds: Math.round(PRACTISED_PER_TAKE * heard.durationSeconds),
    ...{ stage: null, bpm: take.askedBpm, first_measure: null, last_measure: null },
    ended_at: handedInAt,
  });
  await storeCheck(id, { ...checked, outline: outlineOf(heard) }, undefined);
  // Nobody need look whether a simulated student hands in the model; that takes a second a take.
  await finishCheck(id, undefined, undefined);
  if (answer)
    await storeAnswer({
      take_id: id,
      teacher_id: facts.teacherId,
      ...(isRatedByTeacher(take) && { rating: JSON.stringify(teachersRating(checked.verdict)) }),
      answered_at: new Date(Math.min(Date.now(), handedInAt.getTime() + ANSWERED_AFTER_DAYS * DAY_MS)),
      ...answer,
    });
  return id;
}

function play(line: Line, instrument: InstrumentId, take: DemoTake): Audio {
  const { seed, askedBpm, tempoShare, flaws, stumblesAt } = take;
  const style = {
    ...STEADY_STYLE,
    seed,
    bpm: askedBpm * tempoShare,
    tuningCents: (seed * 7) % 25,
  };
  const chosen = chooseFlaws(line, flaws, seed, stumblesAt);
  const performance = performVoices(line, style, chosen);
  const isUnpitched = performance.events.every(
    (event) => event.midi === undefined && event.drum === undefined,
  );
  const room = { ...QUIET_ROOM, sampleRate: DEMO_SAMPLE_RATE, reverbSeconds: 0.25, seed };
  return render(performance, isUnpitched ? 'clap' : instrument, room);
}

/** Some answers come with marks. */
const isRatedByTeacher = ({ seed, ratesBy }: DemoTake): boolean => ratesBy !== undefined && seed % 3 === 0;

/** What was measured, and the character, which only a person hears. */
const teachersRating = (verdict: Verdict): SelfRating => ({
  ...ownRating(verdict, 0),
  character: GOOD_ENOUGH,
});

/** As a student would rate it who is a little too kind or too strict; the character is not asked for. */
function ownRating(verdict: Verdict, ratesBy: number): SelfRating {
  return Object.fromEntries(
    measuredRating(verdict).flatMap(({ quality, rating }) =>
      rating === undefined
        ? []
        : [[quality, Math.max(LEAST_RATING, Math.min(MOST_RATING, rating + ratesBy))]],
    ),
  );
}
