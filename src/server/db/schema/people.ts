// Who is who: accounts, classes, letters, and what the installation keeps of itself.
import type { ColumnType, Generated } from 'kysely';
import type { CountInStyle, CountingStyle } from '@/core/counting';
import type { Strictness } from '@/core/judging';
import type { OwnEars, PaceGoal } from '@/core/practice';
import type { Vocabulary } from '@/core/time';

export const CONSENTS = ['not-asked', 'given', 'refused'] as const;
export type Consent = (typeof CONSENTS)[number];

export interface UserTable {
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
export interface AccountTable {
  id: string;
  accountId: string;
  providerId: 'credential';
  userId: string;
  password: string;
}

export interface ClassTable {
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
  /** How often a take is rated by whoever played it, before the verdict. */
  own_ears: ColumnType<OwnEars, OwnEars | undefined, OwnEars>;
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
export interface ClassTeacherTable {
  class_id: string;
  teacher_id: string;
  /** When the colleague agreed; null while being asked: nothing of the class is seen until then. */
  accepted_at: Date | null;
  since: Generated<Date>;
}

export interface ClassStudentTable {
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

/** That something was removed for good: without saying whose it was. */
export interface RemovalTable {
  id: Generated<string>;
  teacher_id: string;
  class_name: string;
  kind: 'student' | 'class' | 'recordings';
  reason: 'asked' | 'kept-long-enough';
  take_count: number;
  removed_at: Generated<Date>;
}

export interface SettingTable {
  name: 'demo' | 'setup-code' | 'last-backup' | 'clock' | 'house-style';
  value: string;
}

export interface AttemptTable {
  id: Generated<string>;
  /** What is limited, e.g. `pin:` and a student's id. */
  subject: string;
  /** Where it came from: a device or an address of the net. */
  source: ColumnType<string, string | undefined, string>;
  at: Generated<Date>;
}

/** A letter that Mevlo wrote. Without a mail server it lies in the box of the installation. */
export interface LetterTable {
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
export interface OneTimeLinkTable {
  /** SHA-256 of what stands in the link. */
  token_hash: string;
  kind: LinkKind;
  email: string;
  user_id: string | null;
  made_by: string | null;
  made_at: Generated<Date>;
  expires_at: Date;
}

/** A teacher who wants the week by letter. */
export interface WeeklyLetterTable {
  user_id: string;
  /** The Monday on which the last one was written; null before the first. */
  written_for: ColumnType<string | null, string | null | undefined, string | null>;
}

/** When somebody was last here. */
export interface VisitTable {
  user_id: string;
  seen_at: Generated<Date>;
  /** When the visit before ended; null at the first. */
  before_at: Date | null;
}

/** A device on which somebody has signed in to an account before. */
export interface KnownDeviceTable {
  /** SHA-256 of what lies in its cookie. */
  token_hash: string;
  user_id: string;
  last_used_at: Generated<Date>;
}
