// Fills an empty database with the demo: run by the start script after the migrations.
import { randomUUID } from 'node:crypto';
import type { Line } from '@/core/notation';
import { READY_PLANS } from '@/core/practice';
import { writeWav } from '@/core/signal';
import { chooseFlaws, performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { createStudent, createTeacher } from '@/server/auth/accounts';
import { closeDatabase } from '@/server/db/connection';
import { countUsers } from '@/server/db/queries/accounts';
import { storeAnswer } from '@/server/db/queries/answers';
import { insertAssignment, insertStageWord } from '@/server/db/queries/assignments';
import { insertClass, setPace } from '@/server/db/queries/classes';
import { isDemoComplete, markDemo, removeTeacherAndStudents } from '@/server/db/queries/demo';
import { maybePartForStudent } from '@/server/db/queries/music';
import { insertPin } from '@/server/db/queries/pins';
import { insertTake } from '@/server/db/queries/takes';
import { acceptHelping, insertCoTeacher } from '@/server/db/queries/teaching';
import { checkTake } from '@/server/jobs/check-take';
import { completeParts } from '@/server/jobs/complete-parts';
import { engraveLine } from '@/server/jobs/engrave-line';
import { finishTake } from '@/server/jobs/finish-take';
import {
  DEMO_ASSIGNMENTS,
  DEMO_CLASSES,
  DEMO_COLLEAGUE,
  DEMO_PACE,
  DEMO_QUESTIONS,
  DEMO_TAKES,
  DEMO_TEACHER,
} from './scenario';
import { addStarterBook } from './starter-book';

const DEMO_TEACHERS = [DEMO_TEACHER, DEMO_COLLEAGUE];
const DAY_MS = 86_400_000;
/** Enough for a flute's partials, and half the size of 44.1 kHz. */
const DEMO_SAMPLE_RATE = 22050;

interface DemoPerson {
  readonly id: string;
  readonly classId: string;
  readonly instrument: (typeof DEMO_CLASSES)[number]['students'][number]['instrument'];
}

async function seed(): Promise<void> {
  console.log('Preparing the demo (once) …');
  const teacherId = await createTeacher(DEMO_TEACHER);
  const lines = await addStarterBook(teacherId);
  for (const { contentHashes } of lines.values())
    for (const contentHash of contentHashes) await engraveLine(contentHash);
  const classIds = new Map<string, string>();
  const people = new Map<string, DemoPerson>();
  for (const { name, code, students } of DEMO_CLASSES) {
    const { id: classId } = await insertClass({ teacher_id: teacherId, name, code });
    classIds.set(name, classId);
    for (const student of students) {
      people.set(student.userName, {
        id: await createStudent({ ...student, classId }),
        classId,
        instrument: student.instrument,
      });
    }
  }
  const { className: sharedClass, ...colleague } = DEMO_COLLEAGUE;
  const colleagueId = await createTeacher(colleague);
  await insertCoTeacher(classIds.get(sharedClass)!, colleagueId);
  await acceptHelping(classIds.get(sharedClass)!, colleagueId);
  const assignments = new Map<number, string>();
  for (const { className, lineNumber, startBpm, goalBpm, dueInDays, planName, word } of DEMO_ASSIGNMENTS) {
    const plan = READY_PLANS.find(({ name }) => name === planName);
    const { id } = await insertAssignment({
      class_id: classIds.get(className)!,
      line_id: lines.get(lineNumber)!.id,
      start_bpm: startBpm,
      goal_bpm: goalBpm,
      due_on: dayFromNow(dueInDays),
      ...(plan && { plan: JSON.stringify(plan) }),
      ...(word !== undefined && { word }),
    });
    assignments.set(lineNumber, id);
  }
  await completeParts({ assignmentIds: [...assignments.values()] });
  for (const { userName, lineNumber, stage, measure } of DEMO_QUESTIONS)
    await insertStageWord({
      assignment_id: assignments.get(lineNumber)!,
      student_id: people.get(userName)!.id,
      stage,
      kind: 'asks-for-help',
      measure,
    });
  const { className, pieces, daysSoFar, days, daysPerWeek } = DEMO_PACE;
  await setPace(classIds.get(className)!, {
    pieces,
    from: dayFromNow(-daysSoFar),
    by: dayFromNow(days - daysSoFar),
    daysPerWeek,
    holidays: [],
  });
  for (const [index, take] of DEMO_TAKES.entries()) {
    const student = people.get(take.userName)!;
    const part = await maybePartForStudent(lines.get(take.lineNumber)!.id, student.id, student.classId);
    await seedTake(index + 1, take, part!, student, assignments.get(take.lineNumber)!, teacherId);
  }
}

function dayFromNow(days: number): string {
  return new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10);
}

async function seedTake(
  seedNumber: number,
  take: (typeof DEMO_TAKES)[number],
  { line, contentHash }: { readonly line: Line; readonly contentHash: string },
  student: DemoPerson,
  assignmentId: string,
  teacherId: string,
): Promise<void> {
  const style = {
    ...STEADY_STYLE,
    seed: seedNumber,
    bpm: take.askedBpm * take.tempoShare,
    tuningCents: (seedNumber * 7) % 25,
  };
  const performance = performVoices(line, style, chooseFlaws(line, take.flaws, seedNumber));
  const isUnpitched = performance.events.every(
    (event) => event.midi === undefined && event.drum === undefined,
  );
  const sound = render(performance, isUnpitched ? 'clap' : student.instrument, {
    ...QUIET_ROOM,
    sampleRate: DEMO_SAMPLE_RATE,
    reverbSeconds: 0.25,
    seed: seedNumber,
  });
  const id = randomUUID();
  await insertTake({
    id,
    assignment_id: assignmentId,
    student_id: student.id,
    asked_bpm: take.askedBpm,
    content_hash: contentHash,
    source: 'simulated',
    audio: Buffer.from(writeWav(sound)),
    audio_type: 'wav',
    handed_in_at: new Date(Date.now() - take.daysAgo * DAY_MS - seedNumber * 60_000),
  });
  await checkTake(id);
  await finishTake(id);
  if (take.answer) await storeAnswer({ take_id: id, teacher_id: teacherId, ...take.answer });
  if (take.pin)
    await insertPin({
      take_id: id,
      measure_index: take.pin.measureIndex,
      words: take.pin.words,
      teacher_id: teacherId,
    });
}

function printSignIns(): void {
  console.log('\nDemo sign-ins (made-up people):');
  for (const { email, password } of DEMO_TEACHERS) console.log(`  teacher   ${email}   password ${password}`);
  for (const { name, code, students } of DEMO_CLASSES) {
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
