import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { LineDocument } from '@/core/arranging';
import type { CountInStyle, CountingStyle } from '@/core/counting';
import type { Following } from '@/core/following';
import type { Overrule, Strictness, Verdict } from '@/core/judging';
import type { Heard } from '@/core/listening';
import type { Line } from '@/core/notation';
import type { Alongside } from '@/core/playback';
import type { Answer, PaceGoal, Passage, Plan, SelfRating } from '@/core/practice';
import type { Outline, Remark, VoiceKind } from '@/core/review';
import type { Vocabulary } from '@/core/time';
import type { Engraving } from '@/engraving';

/** JSON columns are read as values and written as text. */
type Json<Value> = ColumnType<Value, string, string>;

interface UserTable {
  id: string;
  name: string;
  email: string;
  emailVerified: boolean;
  image: string | null;
  role: 'teacher' | 'student';
  createdAt: Generated<Date>;
  updatedAt: Generated<Date>;
}

/** The auth library's table of secrets; Mevlo uses its password rows alone. */
interface AccountTable {
  id: string;
  accountId: string;
  providerId: 'credential';
  userId: string;
  password: string;
}

interface ClassTable {
  id: Generated<string>;
  teacher_id: string;
  name: string;
  /** What students type to sign in. */
  code: string;
  /** Names of the note values. */
  vocabulary: ColumnType<Vocabulary, Vocabulary | undefined, Vocabulary>;
  /** How the class counts; null for the usual way. */
  counting: ColumnType<CountingStyle | null, string | undefined, string>;
  /** How it counts in; null for the usual way. */
  count_in: ColumnType<CountInStyle | null, string | undefined, string>;
  /** By which its takes are judged. */
  strictness: ColumnType<Strictness, Strictness | undefined, Strictness>;
  /** Minutes that its students practise on a day. */
  daily_minutes: Generated<number>;
  /** So many pieces by a date; null without such a goal. */
  pace: ColumnType<PaceGoal | null, string | undefined, string | null>;
  /** Whether nobody is recorded without consent. */
  requires_consent: Generated<boolean>;
  /** Is out of the way, with everything in it; null while it goes on. */
  archived_at: Date | null;
  /** Recordings older than this go; null keeps them. */
  keep_days: number | null;
  /** When that was decided: nothing goes before the warning was there for long enough. */
  keep_days_since: Date | null;
  created_at: Generated<Date>;
}

/** A teacher who helps in a class, beside the one whose class it is. */
interface ClassTeacherTable {
  class_id: string;
  teacher_id: string;
  /** When the colleague agreed; null while being asked: nothing of the class is seen until then. */
  accepted_at: Date | null;
  since: Generated<Date>;
}

interface ClassStudentTable {
  class_id: string;
  student_id: string;
  /** Unique within the class, lower case. */
  user_name: string;
  /** What the student plays: id of the instrument catalogue. */
  instrument: string | null;
  /** Since then neither signs in nor is listed; null while in the class. */
  left_at: Date | null;
  /** Whether whoever must agree has agreed to recordings. */
  consent: ColumnType<Consent, Consent | undefined, Consent>;
  consent_noted_at: Date | null;
}

interface BookTable {
  id: Generated<string>;
  teacher_id: string;
  title: string;
  /** Since then it lies in the bin, with its lines; null while it stands on the shelf. */
  removed_at: Date | null;
}

/** A colleague who has a book on the shelf as well. */
interface BookShareTable {
  book_id: string;
  teacher_id: string;
  /** Whether the colleague may change it; else read and give out. */
  may_edit: Generated<boolean>;
  since: Generated<Date>;
}

/** What is new on a page of a book. */
interface BookPageTable {
  book_id: string;
  page: number;
  whats_new: string;
}

interface LineTable {
  id: Generated<string>;
  book_id: string;
  /** As printed in the book. */
  number: number;
  /** Order in the book. */
  place: number;
  page: number | null;
  level: number | null;
  /** Reward for the line, e.g. `amber bead`. */
  token: string | null;
  title: string;
  /** What is on the writing desk. */
  document: Json<LineDocument>;
  /** Counts how often the document was stored. */
  revision: Generated<number>;
  /** Of the lead part as it is on the stand; null while the line never was. */
  content_hash: string | null;
  /** What the lead part contains, as it is on the stand. */
  features: ColumnType<string[], string[] | undefined, string[]>;
  /** Instruments that have a part on the stand. */
  instruments: ColumnType<string[], string[] | undefined, string[]>;
  created_at: Generated<Date>;
  /** Since then it lies in the bin; null while it is in its book. */
  removed_at: Date | null;
}

/** A line that a worker is to put on the stand. */
interface LineToStandTable {
  line_id: string;
  asked_at: Generated<Date>;
  /** Another one each time that it is asked for. */
  wish: Generated<string>;
  /** How often a worker has begun. */
  begun: Generated<number>;
  /** Why it is not tried any more; null while it is. */
  problem: string | null;
}

/** A part on the stand; place 0 is the lead. */
interface LinePartTable {
  line_id: string;
  place: number;
  name: string;
  instrument: string | null;
  content_hash: string;
}

/** Music by its content: the same for every line, take and drawing that has it. */
interface MusicTable {
  content_hash: string;
  line: Json<Line>;
}

interface EngravingTable {
  content_hash: string;
  /** Key of how it is drawn. */
  drawing: string;
  version: number;
  engraving: Json<Engraving>;
}

interface AssignmentTable {
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
interface PlanTable {
  id: Generated<string>;
  teacher_id: string;
  plan: Json<Plan>;
  /** Since then it is only there to be brought back. */
  removed_at: Date | null;
}

interface AssignmentStudentTable {
  assignment_id: string;
  student_id: string;
}

/** What is different for one student. */
interface AssignmentChangeTable {
  assignment_id: string;
  student_id: string;
  start_bpm: number;
  goal_bpm: number;
  due_on: ColumnType<string, string, string>;
}

/** A person's word on a stage of a plan that cannot be heard. */
interface StageWordTable {
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

interface TakeTable {
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
interface TakePieceTable {
  /** The take that it will be. */
  take_id: string;
  student_id: string;
  /** Its place in the recording. */
  from_byte: number;
  bytes: Buffer;
  received_at: Generated<Date>;
}

/** Facts and policy of a take, apart from the teacher's word. */
interface TakeCheckTable {
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
export interface AnswerBefore {
  readonly teacher_id: string;
  readonly answer: Answer;
  readonly comment: string;
  readonly rating: SelfRating | null;
  readonly passage: Passage | null;
  readonly answered_at: string;
}

interface TakeAnswerTable {
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
interface TakeOverruleTable {
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
interface TakeVoiceTable {
  take_id: string;
  kind: VoiceKind;
  /** 16-bit mono WAV. */
  audio: Buffer;
  teacher_id: string;
  recorded_at: Generated<Date>;
}

/** A word of the teacher's at a measure of a take. */
interface TakePinTable {
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

/** That something was removed for good: without saying whose it was. */
interface RemovalTable {
  id: Generated<string>;
  teacher_id: string;
  class_name: string;
  kind: 'student' | 'class' | 'recordings';
  reason: 'asked' | 'kept-long-enough';
  take_count: number;
  removed_at: Generated<Date>;
}

interface SettingTable {
  name: 'demo' | 'setup-code' | 'last-backup' | 'clock' | 'house-style';
  value: string;
}

interface AttemptTable {
  id: Generated<string>;
  /** What is limited, e.g. `pin:` and a student's id. */
  subject: string;
  /** Where it came from: a device or an address of the net. */
  source: ColumnType<string, string | undefined, string>;
  at: Generated<Date>;
}

/** A letter that Mevlo wrote. Without a mail server it lies in the box of the installation. */
interface LetterTable {
  id: Generated<string>;
  recipient: string;
  subject: string;
  body: string;
  written_at: Generated<Date>;
  sent_at: Date | null;
  tries: Generated<number>;
  /** What the mail server said last. */
  problem: string | null;
}

export type LinkKind = 'invitation' | 'new-password';

/** A link that opens once, until its time is over. */
interface OneTimeLinkTable {
  /** SHA-256 of what stands in the link. */
  token_hash: string;
  kind: LinkKind;
  email: string;
  user_id: string | null;
  made_by: string | null;
  made_at: Generated<Date>;
  expires_at: Date;
}

/** A part of a line as its teacher plays it. */
interface OwnModelTable {
  line_id: string;
  /** Of the music that was played. */
  content_hash: string;
  teacher_id: string;
  /** 16-bit mono WAV. */
  audio: Buffer;
  recorded_at: Generated<Date>;
}

/** A teacher who wants the week by letter. */
interface WeeklyLetterTable {
  user_id: string;
  /** The Monday on which the last one was written; null before the first. */
  written_for: ColumnType<string | null, string | null | undefined, string | null>;
}

/** When somebody was last here. */
interface VisitTable {
  user_id: string;
  seen_at: Generated<Date>;
  /** When the visit before ended; null at the first. */
  before_at: Date | null;
}

/** A device on which somebody has signed in to an account before. */
interface KnownDeviceTable {
  /** SHA-256 of what lies in its cookie. */
  token_hash: string;
  user_id: string;
  last_used_at: Generated<Date>;
}

export const CONSENTS = ['not-asked', 'given', 'refused'] as const;
export type Consent = (typeof CONSENTS)[number];

export interface Database {
  user: UserTable;
  account: AccountTable;
  class: ClassTable;
  class_teacher: ClassTeacherTable;
  class_student: ClassStudentTable;
  book: BookTable;
  book_share: BookShareTable;
  book_page: BookPageTable;
  line: LineTable;
  line_to_stand: LineToStandTable;
  line_part: LinePartTable;
  music: MusicTable;
  engraving: EngravingTable;
  assignment: AssignmentTable;
  plan: PlanTable;
  assignment_student: AssignmentStudentTable;
  assignment_change: AssignmentChangeTable;
  stage_word: StageWordTable;
  take: TakeTable;
  take_piece: TakePieceTable;
  take_check: TakeCheckTable;
  take_answer: TakeAnswerTable;
  take_overrule: TakeOverruleTable;
  take_pin: TakePinTable;
  take_voice: TakeVoiceTable;
  removal: RemovalTable;
  setting: SettingTable;
  attempt: AttemptTable;
  known_device: KnownDeviceTable;
  letter: LetterTable;
  own_model: OwnModelTable;
  visit: VisitTable;
  weekly_letter: WeeklyLetterTable;
  one_time_link: OneTimeLinkTable;
}
