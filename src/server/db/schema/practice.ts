// What is given out, what is played, and what is said of it.
import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { Box } from '@/core/drills';
import type { Following } from '@/core/following';
import type { Overrule, Verdict } from '@/core/judging';
import type { Heard } from '@/core/listening';
import type { Alongside } from '@/core/playback';
import type { Answer, Passage, Plan, SelfRating } from '@/core/practice';
import type { Outline, Remark, VoiceKind } from '@/core/review';
import type { Json } from './json';

export interface AssignmentTable {
  id: Generated<string>;
  class_id: string;
  line_id: string;
  start_bpm: number;
  goal_bpm: number;
  /** Calendar day, `YYYY-MM-DD`. */
  due_on: ColumnType<string, string, string>;
  /** How it is to be learned; null for the whole line at once. */
  plan: ColumnType<Plan | null, string | undefined, string>;
  /** Is played straight after the line, at last. */
  next_line_id: string | null;
  /** A word to the students, in the teacher's own words; empty without one. */
  word: Generated<string>;
  /** Nobody has it on the list before; null for at once. */
  from_on: ColumnType<string | null, string | null | undefined, string | null>;
  /** The same for all that was given out with one touch: it is taken back with one, too. */
  batch: string | null;
  /** Whether it is for the whole class, else for those listed. */
  for_all: ColumnType<boolean, boolean | undefined, boolean>;
  withdrawn_at: Date | null;
  created_at: Generated<Date>;
}

/** A teacher's own plan. */
export interface PlanTable {
  id: Generated<string>;
  teacher_id: string;
  plan: Json<Plan>;
  /** Since then it is only there to be brought back. */
  removed_at: Date | null;
}

export interface AssignmentStudentTable {
  assignment_id: string;
  student_id: string;
}

/** What is different for one student. */
export interface AssignmentChangeTable {
  assignment_id: string;
  student_id: string;
  start_bpm: number;
  goal_bpm: number;
  due_on: ColumnType<string, string, string>;
}

/** A person's word on a stage of a plan that cannot be heard. */
export interface StageWordTable {
  id: Generated<string>;
  assignment_id: string;
  student_id: string;
  stage: string;
  kind: 'student-says-done' | 'teacher-says-done' | 'asks-for-help';
  /** Printed number of the measure that help is asked for, 0 for a pickup. */
  measure: number | null;
  said_at: Generated<Date>;
  /** Since then help was given; the question is only there to be asked again. */
  settled_at: Date | null;
}

type TakeState = 'waiting' | 'checked' | 'failed';

export interface TakeTable {
  /** Made by the student's device, so that handing in twice is harmless. */
  id: string;
  assignment_id: string;
  student_id: string;
  asked_bpm: number;
  /** Stage of the plan that it was played on; null for the whole line without a plan. */
  stage: string | null;
  /** What it was played on. */
  content_hash: string;
  source: 'recorded' | 'tapped' | 'file' | 'simulated';
  state: ColumnType<TakeState, TakeState | undefined, TakeState>;
  /** Why the check was not possible, for the student. */
  failure: string | null;
  /** 16-bit mono: WAV, after its check FLAC; undecoded upload until the worker has seen it; null when it was removed. */
  audio: Buffer | null;
  audio_type: 'wav' | 'flac' | 'upload';
  /** How often its check was begun since the last that ended well. */
  checks_begun: Generated<number>;
  /** When its check last said that it is at work. */
  check_alive_at: Date | null;
  /** What went wrong with its check, in the words of the program. */
  problem: string | null;
  /** What the device played while it recorded; null when nothing of it was heard. */
  alongside: ColumnType<Alongside | null, string | undefined, string>;
  /** How the student rated it before seeing the verdict; null when the student did not. */
  self_rating: ColumnType<SelfRating | null, string | undefined, string>;
  /** By the clock of the student's device. */
  recorded_at: ColumnType<Date | null, Date | undefined, Date>;
  handed_in_at: Generated<Date>;
  audio_removed_at: Date | null;
}

/** A piece of a recording that is still on its way. */
export interface TakePieceTable {
  /** The take that it will be. */
  take_id: string;
  student_id: string;
  /** Its place in the recording. */
  from_byte: number;
  bytes: Buffer;
  received_at: Generated<Date>;
}

/** Facts and policy of a take, apart from the teacher's word. */
export interface TakeCheckTable {
  take_id: string;
  heard: Json<Heard>;
  following: Json<Following>;
  verdict: Json<Verdict>;
  /** Made by the database from the facts. */
  heard_version: GeneratedAlways<number>;
  following_version: GeneratedAlways<number>;
  verdict_version: GeneratedAlways<number>;
  verdict_state: GeneratedAlways<Verdict['state']>;
  measures: GeneratedAlways<Verdict['measures']>;
  measure_count: GeneratedAlways<number>;
  weak_measures: GeneratedAlways<number>;
  has_fault: GeneratedAlways<boolean>;
  /** Null for a check of an earlier version. */
  outline: ColumnType<Outline | null, string | undefined, string>;
  /** Why the teacher should hear it; null for no reason. */
  remark: Remark | null;
  /** The take that it is like, if any. */
  remark_take_id: string | null;
  /** When what comes after the check was done; null before. */
  finished_at: Date | null;
  checked_at: Generated<Date>;
}

/** An answer that was given before another one. */
interface AnswerBefore {
  readonly teacher_id: string;
  readonly answer: Answer;
  readonly comment: string;
  readonly rating: SelfRating | null;
  readonly passage: Passage | null;
  readonly answered_at: string;
}

export interface TakeAnswerTable {
  take_id: string;
  teacher_id: string;
  answer: Answer;
  comment: string;
  /** The teacher's own, out of ten; null without one. */
  rating: ColumnType<SelfRating | null, string | null | undefined, string | null>;
  /** What the student is to play next; null for the line as it is. */
  passage: ColumnType<Passage | null, string | null | undefined, string | null>;
  answered_at: Generated<Date>;
  /** The answer that stood there before; null without one. */
  before: ColumnType<AnswerBefore | null, string | null | undefined, string | null>;
}

/** The teacher's word on half a measure, beside the verdict. */
export interface TakeOverruleTable {
  take_id: string;
  /** Performed measure, from 0. */
  measure_index: number;
  quality: Overrule['quality'];
  /** A single note of the verdict; null for the measure as a whole. */
  note_id: string | null;
  is_right: boolean;
  teacher_id: string;
  said_at: Generated<Date>;
}

/** What a teacher says or plays to a take. */
export interface TakeVoiceTable {
  take_id: string;
  kind: VoiceKind;
  /** 16-bit mono WAV. */
  audio: Buffer;
  teacher_id: string;
  recorded_at: Generated<Date>;
}

/** A word of the teacher's at a measure of a take. */
export interface TakePinTable {
  id: Generated<string>;
  take_id: string;
  /** Performed measure, from 0. */
  measure_index: number;
  words: string;
  teacher_id: string;
  pinned_at: Generated<Date>;
  /** Since then it is only there to be put back. */
  removed_at: Date | null;
}

/** How well a student knows something that is read. */
export interface DrillItemTable {
  student_id: string;
  /** As `core/drills` names it. */
  item: string;
  box: Box;
  /** Calendar day, `YYYY-MM-DD`. */
  due_on: ColumnType<string, string, string>;
  asked: Generated<number>;
  missed: Generated<number>;
  /** By which an answer that comes twice is told. */
  last_answer_id: string | null;
  answered_at: Generated<Date>;
}

/** A stretch of time in which a student played, as the device measured it: from playing, not from an open page. */
export interface PracticeSpellTable {
  /** Made by the device: it grows while somebody goes on. */
  id: string;
  student_id: string;
  /** Null for reading. */
  assignment_id: string | null;
  /** Calendar day where the student was, `YYYY-MM-DD`. */
  day: ColumnType<string, string, string>;
  seconds: number;
  /** Where it stopped: stage, tempo and printed numbers of the measures, as far as there are any. */
  stage: string | null;
  bpm: number | null;
  first_measure: number | null;
  last_measure: number | null;
  /** By the clock of the student's device. */
  ended_at: Date;
}

/** What a student wants, and the teacher's word. */
export interface PracticeBookTable {
  student_id: string;
  /** Minutes a day; null where the class's count. */
  own_minutes: number | null;
  own_goal: Generated<string>;
  teacher_word: Generated<string>;
  teacher_id: string | null;
  word_said_at: Date | null;
}
