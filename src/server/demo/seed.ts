// Fills an empty database with the demo: run by the start script after the migrations.
import { readFileSync } from 'node:fs';
import type { InstrumentId } from '@/core/instruments';
import { READY_PLANS } from '@/core/practice';
import { createStudent, createTeacher } from '@/server/auth/accounts';
import { closeDatabase } from '@/server/db/connection';
import { countUsers } from '@/server/db/queries/accounts';
import { insertAssignment, insertStageWord } from '@/server/db/queries/assignments';
import { insertClass, setPace } from '@/server/db/queries/classes';
import { isDemoComplete, markDemo, removeTeacherAndStudents } from '@/server/db/queries/demo';
import { maybePartForStudent } from '@/server/db/queries/music';
import { insertPin } from '@/server/db/queries/pins';
import { storeBookWord, storeOwnGoal } from '@/server/db/queries/practice-book';
import { acceptHelping, insertCoTeacher } from '@/server/db/queries/teaching';
import { storeVoice } from '@/server/db/queries/voices';
import { completeParts } from '@/server/jobs/complete-parts';
import { engraveLine } from '@/server/jobs/engrave-line';
import { KeptHeard } from './kept-heard';
import {
  DEMO_ASSIGNMENTS,
  DEMO_BOOKS,
  DEMO_CLASSES,
  DEMO_COLLEAGUE,
  DEMO_PACE,
  DEMO_QUESTIONS,
  DEMO_TAKES,
  DEMO_TEACHER,
  type DemoClass,
  type DemoLine,
} from './scenario';
import { DAY_MS, seedTake } from './seed-take';
import { addStarterBook } from './starter-book';
import { planTerm, TERM_CLASSES, TERM_PACE, TERM_QUESTIONS, TERM_VOICES } from './term';

const DEMO_TEACHERS = [DEMO_TEACHER, DEMO_COLLEAGUE];

interface DemoPerson {
  readonly id: string;
  readonly classId: string;
  readonly instrument: InstrumentId;
}

/** Checks use the short demo: they want to know every take of it. */
const HAS_TERM = process.env.MEVLO_DEMO_TERM !== '0';
/** Makes what is worked out ahead, instead of using it alone. */
const KEEPS = process.env.MEVLO_KEEP_DEMO === '1';

type Lines = Awaited<ReturnType<typeof addStarterBook>>;

async function seed(): Promise<void> {
  console.log('Preparing the demo (once) …');
  const teacherId = await createTeacher(DEMO_TEACHER);
  const lines = await addStarterBook(teacherId);
  for (const { contentHashes } of lines.values())
    for (const contentHash of contentHashes) await engraveLine(contentHash);
  const kept = new KeptHeard();
  await seedClasses(teacherId, lines, kept);
  if (HAS_TERM) await seedTerm(teacherId, lines, kept);
  if (KEEPS) kept.keep();
  else if (kept.listenedTo > 0)
    console.log(
      `${kept.listenedTo} takes of the demo were listened to: "npm run keep-demo" does that ahead.`,
    );
}

/** @returns the classes' ids by name, and the people by user name. */
async function makeClasses(teacherId: string, classes: readonly DemoClass[]) {
  const classIds = new Map<string, string>();
  const people = new Map<string, DemoPerson>();
  for (const { name, code, students } of classes) {
    const { id: classId } = await insertClass({ teacher_id: teacherId, name, code });
    classIds.set(name, classId);
    for (const student of students) {
      const { instrument } = student;
      people.set(student.userName, { id: await createStudent({ ...student, classId }), classId, instrument });
    }
  }
  return { classIds, people };
}

async function seedClasses(teacherId: string, lines: Lines, kept: KeptHeard): Promise<void> {
  const { classIds, people } = await makeClasses(teacherId, DEMO_CLASSES);
  const { className: sharedClass, ...colleague } = DEMO_COLLEAGUE;
  const colleagueId = await createTeacher(colleague);
  await insertCoTeacher(classIds.get(sharedClass)!, colleagueId);
  await acceptHelping(classIds.get(sharedClass)!, colleagueId);
  const assignments = new Map<number, string>();
  for (const { className, ...given } of DEMO_ASSIGNMENTS)
    assignments.set(given.lineNumber, await giveOut(classIds.get(className)!, lines, given));
  await completeParts({ assignmentIds: [...assignments.values()] });
  for (const { userName, lineNumber, ...question } of DEMO_QUESTIONS)
    await ask(assignments.get(lineNumber)!, people.get(userName)!.id, question);
  await setDemoPace(classIds, DEMO_PACE);
  await seedBooks(teacherId, people);
  for (const [index, { userName, lineNumber, pin, ...take }] of DEMO_TAKES.entries()) {
    const student = people.get(userName)!;
    const part = await maybePartForStudent(lines.get(lineNumber)!.id, student.id, student.classId);
    // One minute after the other.
    const daysAgo = take.daysAgo + ((index + 1) * 60_000) / DAY_MS;
    const takeId = await seedTake(
      { ...take, seed: index + 1, daysAgo },
      {
        ...part!,
        ...{ assignmentId: assignments.get(lineNumber)!, studentId: student.id, teacherId, isKept: true },
        instrument: student.instrument,
      },
      kept,
    );
    if (pin)
      await insertPin({
        take_id: takeId,
        measure_index: pin.measureIndex,
        words: pin.words,
        teacher_id: teacherId,
      });
  }
}

/** What students want, and what their teacher has written into their books. */
async function seedBooks(teacherId: string, people: ReadonlyMap<string, DemoPerson>): Promise<void> {
  for (const { userName, ownMinutes, ownGoal, word } of DEMO_BOOKS) {
    const { id } = people.get(userName)!;
    await storeOwnGoal(id, ownMinutes, ownGoal);
    await storeBookWord(id, teacherId, word);
  }
}

async function seedTerm(teacherId: string, lines: Lines, kept: KeptHeard): Promise<void> {
  const { classIds, people } = await makeClasses(teacherId, TERM_CLASSES);
  const assignments = new Map<string, string>();
  const place = (className: string, lineNumber: number) => `${className} ${lineNumber}`;
  for (const { name, lines: given } of TERM_CLASSES)
    for (const line of given)
      assignments.set(place(name, line.lineNumber), await giveOut(classIds.get(name)!, lines, line));
  await completeParts({ assignmentIds: [...assignments.values()] });
  await setDemoPace(classIds, TERM_PACE);
  for (const { userName, className, lineNumber, ...question } of TERM_QUESTIONS)
    await ask(assignments.get(place(className, lineNumber))!, people.get(userName)!.id, question);
  const newest = new Map<string, string>();
  for (const { className, userName, lineNumber, instrument, isKept, ...take } of planTerm()) {
    const student = people.get(userName)!;
    const part = await maybePartForStudent(lines.get(lineNumber)!.id, student.id, student.classId);
    // Somebody without a part of the line has nothing to play.
    if (!part) continue;
    const takeId = await seedTake(
      take,
      {
        ...part,
        ...{ assignmentId: assignments.get(place(className, lineNumber))!, studentId: student.id, teacherId },
        ...{ instrument, isKept },
      },
      kept,
    );
    newest.set(place(userName, lineNumber), takeId);
  }
  for (const { userName, lineNumber, file } of TERM_VOICES) {
    const takeId = newest.get(place(userName, lineNumber));
    if (takeId)
      await storeVoice({ take_id: takeId, kind: 'spoken', teacher_id: teacherId, audio: readFileSync(file) });
  }
}

/** @returns the assignment's id. */
async function giveOut(
  classId: string,
  lines: Lines,
  { lineNumber, startBpm, goalBpm, dueInDays, planName, word }: DemoLine,
): Promise<string> {
  const plan = READY_PLANS.find(({ name }) => name === planName);
  const { id } = await insertAssignment({
    class_id: classId,
    line_id: lines.get(lineNumber)!.id,
    start_bpm: startBpm,
    goal_bpm: goalBpm,
    due_on: dayFromNow(dueInDays),
    ...(plan && { plan: JSON.stringify(plan) }),
    ...(word !== undefined && { word }),
  });
  return id;
}

function ask(
  assignmentId: string,
  studentId: string,
  { stage, measure }: { readonly stage: string; readonly measure: number },
): Promise<void> {
  const question = { assignment_id: assignmentId, student_id: studentId, stage, measure };
  return insertStageWord({ ...question, kind: 'asks-for-help' });
}

async function setDemoPace(
  classIds: ReadonlyMap<string, string>,
  { className, pieces, daysSoFar, days, daysPerWeek }: typeof DEMO_PACE | typeof TERM_PACE,
): Promise<void> {
  const [from, by] = [dayFromNow(-daysSoFar), dayFromNow(days - daysSoFar)];
  await setPace(classIds.get(className)!, { pieces, from, by, daysPerWeek, holidays: [] });
}

function dayFromNow(days: number): string {
  return new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10);
}

function printSignIns(): void {
  console.log('\nDemo sign-ins (made-up people):');
  for (const { email, password } of DEMO_TEACHERS) console.log(`  teacher   ${email}   password ${password}`);
  for (const { name, code, students } of [...DEMO_CLASSES, ...(HAS_TERM ? TERM_CLASSES : [])]) {
    for (const { userName, pin } of students)
      console.log(`  student   class ${code}  user ${userName.padEnd(6)} PIN ${pin}   (${name})`);
  }
}

// A demo that was cut off half-way is made anew; a database with other people in it gets none.
if (!(await isDemoComplete())) {
  for (const { email } of DEMO_TEACHERS) await removeTeacherAndStudents(email);
  if ((await countUsers()) === 0) {
    await markDemo('begun');
    await seed();
    await markDemo('complete');
  }
}
if (await isDemoComplete()) printSignIns();
await closeDatabase();
