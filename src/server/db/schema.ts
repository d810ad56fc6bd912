import type { ColumnType, Generated } from 'kysely';
import type { Following } from '@/core/following';
import type { Verdict } from '@/core/judging';
import type { Heard } from '@/core/listening';
import type { Line } from '@/core/notation';
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
  created_at: Generated<Date>;
}

interface ClassStudentTable {
  class_id: string;
  student_id: string;
  /** Unique within the class, lower case. */
  user_name: string;
}

interface BookTable {
  id: Generated<string>;
  teacher_id: string;
  title: string;
}

interface LineTable {
  id: Generated<string>;
  book_id: string;
  number: number;
  title: string;
  music_xml: string;
  line: Json<Line>;
  /** Of the music: key of its engravings. */
  content_hash: string;
  created_at: Generated<Date>;
}

interface EngravingTable {
  content_hash: string;
  layout: 'wide' | 'narrow';
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
  created_at: Generated<Date>;
}

type TakeState = 'waiting' | 'checked' | 'failed';

interface TakeTable {
  /** Made by the student's device, so that handing in twice is harmless. */
  id: string;
  assignment_id: string;
  student_id: string;
  asked_bpm: number;
  source: 'recorded' | 'file' | 'simulated';
  state: ColumnType<TakeState, TakeState | undefined, TakeState>;
  /** Why the check was not possible, for the student. */
  failure: string | null;
  /** 16-bit mono WAV; undecoded upload until the worker has seen it. */
  audio: Buffer;
  audio_type: 'wav' | 'upload';
  handed_in_at: Generated<Date>;
}

/** Facts and policy of a take, apart from the teacher's word. */
interface TakeCheckTable {
  take_id: string;
  heard: Json<Heard>;
  following: Json<Following>;
  verdict: Json<Verdict>;
  checked_at: Generated<Date>;
}

interface TakeAnswerTable {
  take_id: string;
  teacher_id: string;
  answer: 'accepted' | 'again';
  comment: string;
  answered_at: Generated<Date>;
}

interface SettingTable {
  name: 'demo';
  value: string;
}

interface AttemptTable {
  /** What is limited, e.g. `sign-in:LARK-42:ida`. */
  subject: string;
  at: Generated<Date>;
}

export interface Database {
  user: UserTable;
  account: AccountTable;
  class: ClassTable;
  class_student: ClassStudentTable;
  book: BookTable;
  line: LineTable;
  engraving: EngravingTable;
  assignment: AssignmentTable;
  take: TakeTable;
  take_check: TakeCheckTable;
  take_answer: TakeAnswerTable;
  setting: SettingTable;
  attempt: AttemptTable;
}
