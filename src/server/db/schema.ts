import type {
  AccountTable,
  AttemptTable,
  ClassStudentTable,
  ClassTable,
  ClassTeacherTable,
  KnownDeviceTable,
  LetterTable,
  OneTimeLinkTable,
  RemovalTable,
  SettingTable,
  UserTable,
  VisitTable,
  WeeklyLetterTable,
} from './schema/people';
import type {
  AssignmentChangeTable,
  AssignmentStudentTable,
  AssignmentTable,
  DrillItemTable,
  PlanTable,
  PracticeBookTable,
  PracticeSpellTable,
  StageWordTable,
  TakeAnswerTable,
  TakeCheckTable,
  TakeOverruleTable,
  TakePieceTable,
  TakePinTable,
  TakeTable,
  TakeVoiceTable,
} from './schema/practice';
import type {
  BookPageTable,
  BookShareTable,
  BookTable,
  EngravingTable,
  LinePartTable,
  LineTable,
  LineToStandTable,
  MusicTable,
  OwnModelTable,
} from './schema/shelf';

export { CONSENTS, type Consent, type LinkKind } from './schema/people';

/** Every table, by its name. */
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
  drill_item: DrillItemTable;
  practice_spell: PracticeSpellTable;
  practice_book: PracticeBookTable;
  one_time_link: OneTimeLinkTable;
}
