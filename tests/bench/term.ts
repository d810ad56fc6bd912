// A school term for the bench: 3 classes, 80 students, 60 lines, over 3000 takes that the real checker has judged.
// term.ts makes everything but the takes and starts the parts; term.ts --part 0/2 plays and checks its share.
import { randomUUID } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { sql } from 'kysely';
import { createRandom } from '@/core/base';
import type { InstrumentId } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { writeWav } from '@/core/signal';
import { chooseFlaws, type FlawKind, perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { createStudent, createTeacher } from '@/server/auth/accounts';
import { closeDatabase, database } from '@/server/db/connection';
import { storeAnswer } from '@/server/db/queries/answers';
import { insertAssignment } from '@/server/db/queries/assignments';
import { insertBook } from '@/server/db/queries/books';
import { insertClass } from '@/server/db/queries/classes';
import { insertLine } from '@/server/db/queries/lines';
import { addParts, listMissingParts } from '@/server/db/queries/missing-parts';
import { maybePartForStudent, putOnStand } from '@/server/db/queries/music';
import { insertTake } from '@/server/db/queries/takes';
import { checkTake } from '@/server/jobs/check-take';
import { engraveLine } from '@/server/jobs/engrave-line';
import { PLAYERS } from '../evaluation/players';
import { composeTune, lineFor } from '../evaluation/tunes';
import { readBook } from '../support/lines';
import { runParts } from '../support/parts';
import { TERM_TEACHER } from './term-teacher';

const CLASSES = [
  { name: 'Year four, mixed', code: 'LOON-461', students: 40 },
  { name: 'Year five, mixed', code: 'FERN-752', students: 24 },
  { name: 'Evening beginners', code: 'MOTH-938', students: 16 },
] as const;
const LINES = 60;
const DAYS = 84;
const TAKES_PER_LINE = 2;
/** Recordings stay of the newest; what is older has only its verdict, as after a year of keeping 90 days. */
const KEPT_RECORDINGS = 300;
const SAMPLE_RATE = 16000;
const DAY_MS = 86_400_000;
const INSTRUMENTS: readonly InstrumentId[] = ['flute', 'clarinet', 'soprano-recorder', 'violin', 'trumpet'];
const FIRST = ['Aino', 'Brisa', 'Caspian', 'Dunya', 'Elske', 'Faroukh', 'Ginevra', 'Hilde'] as const;
const LAST = [
  'Arkwell',
  'Brook',
  'Cray',
  'Dorn',
  'Esk',
  'Fenn',
  'Garrow',
  'Holt',
  'Imber',
  'Jarrow',
] as const;

/** A take that is to be played. */
interface PlannedTake {
  readonly seed: number;
  readonly studentId: string;
  readonly classId: string;
  readonly instrument: InstrumentId;
  readonly lineId: string;
  readonly assignmentId: string;
  readonly askedBpm: number;
  readonly flaws: readonly FlawKind[];
  readonly daysAgo: number;
  readonly isKept: boolean;
  readonly answer: 'accepted' | 'again' | undefined;
}

const PLAN = resolve('.data/term-plan.json');

async function makeTerm(): Promise<readonly PlannedTake[]> {
  const random = createRandom(1);
  const teacherId = await createTeacher(TERM_TEACHER);
  const { id: bookId } = await insertBook(teacherId, 'Term');
  const lines: { readonly id: string; readonly hash: string }[] = [];
  for (const [index, line] of termLines().entries()) {
    const score = { title: line.title, composer: undefined, parts: [{ ...line.part, id: 'P1' }] };
    const document = { score, derived: [] };
    const id = await insertLine(bookId, document.score.title, JSON.stringify(document), {
      number: index + 1,
      page: null,
      level: 1,
      token: null,
    });
    lines.push({ id, hash: (await putOnStand(id, document))[0]! });
  }
  const takes: PlannedTake[] = [];
  for (const { name, code, students } of CLASSES) {
    const { id: classId } = await insertClass({ teacher_id: teacherId, name, code });
    const assignments: string[] = [];
    for (const [index, line] of lines.entries()) {
      const due = new Date(Date.now() + ((index + 1) * (DAYS / LINES) - DAYS + 7) * DAY_MS);
      const { id } = await insertAssignment({
        class_id: classId,
        line_id: line.id,
        start_bpm: 60,
        goal_bpm: 80,
        due_on: due.toISOString().slice(0, 10),
      });
      assignments.push(id);
    }
    for (let number = 0; number < students; number++) {
      const instrument = INSTRUMENTS[number % INSTRUMENTS.length]!;
      const studentName = `${FIRST[number % FIRST.length]} ${LAST[Math.floor(number / FIRST.length + number) % LAST.length]}`;
      const studentId = await createStudent({
        name: studentName,
        classId,
        userName: `s${number + 1}`,
        pin: '482913',
        instrument,
      });
      // Some are quick, some give up for weeks.
      const pace = 0.18 + 0.3 * random.uniform(0, 1);
      const reached = Math.min(LINES, Math.round(LINES * pace));
      for (let line = 0; line < reached; line++) {
        for (let time = 0; time < TAKES_PER_LINE + (line % 3 === 0 ? 1 : 0); time++) {
          const daysAgo = Math.max(0.05, DAYS * (1 - (line + time / 4) / reached) + random.uniform(0, 2));
          takes.push({
            seed: takes.length + 1,
            studentId,
            classId,
            instrument,
            lineId: lines[line]!.id,
            assignmentId: assignments[line]!,
            askedBpm: 60 + 10 * time,
            flaws:
              time === 0 || random.uniform(0, 1) < 0.3
                ? [random.pick(['wrong', 'late', 'pause-before'])]
                : [],
            daysAgo,
            isKept: false,
            answer: daysAgo > 6 ? (time > 0 ? 'accepted' : 'again') : undefined,
          });
        }
      }
    }
  }
  const newest = new Set(takes.toSorted((a, b) => a.daysAgo - b.daysAgo).slice(0, KEPT_RECORDINGS));
  for (const { hash } of lines) await engraveLine(hash);
  for (const { lineId, instrument } of await listMissingParts({}))
    for (const hash of await addParts(lineId, [instrument])) await engraveLine(hash);
  return takes.map((take) => ({ ...take, isKept: newest.has(take) }));
}

/** The demo's book, and tunes that are made up by chance. */
function termLines(): readonly Line[] {
  const book = readBook().map(({ line }) => line);
  const flute = PLAYERS.find(({ name }) => name === 'flute')!;
  const made = Array.from({ length: LINES - book.length }, (_, index) => ({
    ...lineFor(composeTune(index + 1), flute),
    title: `Chance ${index + 1}`,
  }));
  return [...book, ...made].slice(0, LINES);
}

async function playTake(take: PlannedTake, teacherId: string): Promise<void> {
  const part = await maybePartForStudent(take.lineId, take.studentId, take.classId);
  if (!part) throw new Error(`line ${take.lineId} has no part`);
  const style = {
    ...STEADY_STYLE,
    seed: take.seed,
    bpm: take.askedBpm,
    intonationCents: 11,
    timingSeconds: 0.014,
  };
  const performance = perform(part.line, style, chooseFlaws(part.line, take.flaws, take.seed));
  const isUnpitched = performance.events.every((event) => event.midi === undefined);
  const room = { ...QUIET_ROOM, sampleRate: SAMPLE_RATE, seed: take.seed };
  const sound = render(performance, isUnpitched ? 'clap' : take.instrument, room);
  const id = randomUUID();
  const audio = Buffer.from(writeWav(sound));
  await insertTake({
    id,
    assignment_id: take.assignmentId,
    student_id: take.studentId,
    asked_bpm: take.askedBpm,
    content_hash: part.contentHash,
    source: 'simulated',
    audio,
    audio_type: 'wav',
    handed_in_at: new Date(Date.now() - take.daysAgo * DAY_MS),
  });
  await checkTake(id);
  if (take.answer)
    await storeAnswer({ take_id: id, teacher_id: teacherId, answer: take.answer, comment: '' });
  if (!take.isKept)
    await database()
      .updateTable('take')
      .set({ audio: null, audio_removed_at: new Date() })
      .where('id', '=', id)
      .execute();
}

const { values } = parseArgs({ options: { part: { type: 'string' } } });
if (values.part) {
  const [part, count] = values.part.split('/').map(Number) as [number, number];
  const takes = JSON.parse(readFileSync(PLAN, 'utf8')) as PlannedTake[];
  const teacher = await database()
    .selectFrom('user')
    .select('id')
    .where('email', '=', TERM_TEACHER.email)
    .executeTakeFirstOrThrow();
  const mine = takes.filter((_, index) => index % count === part);
  for (const [index, take] of mine.entries()) {
    await playTake(take, teacher.id);
    if (part === 0 && (index + 1) % 100 === 0)
      console.log(`  ${(index + 1) * count} of ${takes.length} takes`);
  }
} else {
  const takes = await makeTerm();
  mkdirSync(resolve('.data'), { recursive: true });
  writeFileSync(PLAN, JSON.stringify(takes));
  console.log(`${CLASSES.length} classes, ${LINES} lines, ${takes.length} takes to play and check …`);
  const count = Math.max(1, availableParallelism());
  await runParts(fileURLToPath(import.meta.url), count, (part) => ['--part', `${part}/${count}`]);
}
// What comes after a check was done long ago.
await sql`update take_check set finished_at = now() where finished_at is null`.execute(database());
// As the server does by itself within a minute.
await sql`analyze`.execute(database());
await closeDatabase();
