import { randomUUID } from 'node:crypto';
import type { InstrumentId } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { type DrawingWish, ENGRAVING_VERSION, USUAL_DRAWINGS } from '@/engraving/engraving';
import type { Viewer } from '@/server/access/account/viewer';
import { createStudent, createTeacher } from '@/server/auth/accounts';
import { insertAssignment } from '@/server/db/queries/assignments';
import { insertBook } from '@/server/db/queries/books';
import { insertClass } from '@/server/db/queries/classes';
import { insertLine } from '@/server/db/queries/lines';
import { putOnStand, storeEngraving } from '@/server/db/queries/music';
import { bookLine } from './lines';

/** A teacher with a class, a student, a line and an assignment, in the real database. */
export interface World {
  readonly teacher: Viewer;
  readonly student: Viewer;
  readonly classId: string;
  readonly classCode: string;
  readonly bookId: string;
  readonly lineId: string;
  readonly assignmentId: string;
}

let count = 0;

/** Makes a world of its own, so that tests do not meet. */
export async function makeWorld(lineNumber = 5): Promise<World> {
  const name = `w${++count}-${randomUUID().slice(0, 8)}`;
  const teacherId = await createTeacher({
    name: `Teacher ${name}`,
    email: `${name}@mevlo.example`,
    password: 'a-long-password',
  });
  const classCode = name.toUpperCase();
  const { id: classId } = await insertClass({ teacher_id: teacherId, name: 'Class', code: classCode });
  const line = bookLine(lineNumber);
  const studentId = await createStudent({
    name: `Student ${name}`,
    classId,
    userName: 'sam',
    pin: '4711',
    instrument: playerOf(line),
  });
  const { id: bookId } = await insertBook(teacherId, 'Book');
  const document = { score: { title: line.title, composer: undefined, parts: [line.part] }, derived: [] };
  const lineId = await insertLine(bookId, document.score.title, JSON.stringify(document));
  const [hash] = await putOnStand(lineId, document);
  await pretendDrawn(hash!);
  const { id: assignmentId } = await insertAssignment({
    class_id: classId,
    line_id: lineId,
    start_bpm: 66,
    goal_bpm: 88,
    due_on: '2027-01-31',
  });
  return {
    teacher: { userId: teacherId, name: `Teacher ${name}`, role: 'teacher' },
    student: { userId: studentId, name: `Student ${name}`, role: 'student' },
    classId,
    classCode,
    bookId,
    lineId,
    assignmentId,
  };
}

/** Who reads a line as it is written; claps are read by everybody. */
export const playerOf = ({ part }: Line): InstrumentId =>
  part.instrument === undefined || part.instrument === 'clap' ? 'flute' : part.instrument;

/** No worker draws here; an empty drawing keeps the pages from waiting for one. */
export async function pretendDrawn(
  contentHash: string,
  wishes: readonly DrawingWish[] = [...USUAL_DRAWINGS, { layout: 'wide', counting: undefined }],
): Promise<void> {
  for (const wish of wishes)
    await storeEngraving(contentHash, wish, { version: ENGRAVING_VERSION, systems: [] });
}
