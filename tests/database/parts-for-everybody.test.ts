// Nobody ever reads what is written for another instrument: parts are made when somebody needs them.
import { copyAssignment } from '@/server/access/practice/given';
import { assign, getReadings } from '@/server/access/practice/giving-out';
import { listAssignmentsOfStudent } from '@/server/access/practice/progress';
import { getAssignmentToPlay } from '@/server/access/practice/to-play';
import { addStudent, changeInstrument, createClass, getClass } from '@/server/access/school/classes';
import { openLine, putOnStand, saveLine } from '@/server/access/shelf/writing';
import { database } from '@/server/db/connection';
import { listParts } from '@/server/db/queries/music';
import { standLine } from '@/server/jobs/stand-line';
import { withOwnDatabase } from '../support/own-database';
import { rightOf } from '../support/results';
import { makeWorld, type World } from '../support/world';

withOwnDatabase();

let world: World;
beforeEach(async () => {
  world = await makeWorld();
});

const instrumentsOf = async (lineId: string) =>
  (await listParts(lineId)).map(({ instrument }) => instrument).toSorted();

/** Who comes into the class. */
async function player(instrument: string, classId = world.classId) {
  const form = { name: `Player of ${instrument}`, userName: instrument, pin: '482913', instrument };
  rightOf(await addStudent(world.teacher, classId, form));
  const { students } = await getClass(world.teacher, classId);
  const { id, name } = students.find(({ userName }) => userName === instrument)!;
  return { userId: id, name, role: 'student' } as const;
}

const reads = async (student: { userId: string; name: string; role: 'student' }, assignmentId: string) => {
  const { line } = await getAssignmentToPlay(student, assignmentId);
  return { instrument: line.part.instrument, clef: line.part.measures[0]!.clef };
};

test('who comes into a class with another instrument reads a part of its own', async () => {
  const [trombone, snare] = [await player('trombone'), await player('snare')];
  expect(await reads(trombone, world.assignmentId)).toEqual({ instrument: 'trombone', clef: 'bass' });
  expect(await reads(snare, world.assignmentId)).toEqual({ instrument: 'snare', clef: 'percussion' });
  expect(await reads(world.student as typeof snare, world.assignmentId)).toEqual({
    instrument: 'flute',
    clef: 'treble',
  });
  expect(await instrumentsOf(world.lineId)).toEqual(['flute', 'snare', 'trombone']);
  // They stand on the desk as well, and follow the lead from now on.
  const { document } = await openLine(world.teacher, world.lineId);
  expect(document.derived.map(({ instrument }) => instrument)).toEqual(['trombone', 'snare']);
});

test('who reads the lead as it is gets no part of its own', async () => {
  const oboe = await player('oboe');
  expect(await reads(oboe, world.assignmentId)).toEqual({ instrument: 'flute', clef: 'treble' });
  expect(await instrumentsOf(world.lineId)).toEqual(['flute']);
});

test('who changes the instrument reads the part of the new one', async () => {
  const student = await player('flute');
  await changeInstrument(world.teacher, world.classId, { studentId: student.userId, instrument: 'tuba' });
  expect(await reads(student, world.assignmentId)).toEqual({ instrument: 'tuba', clef: 'bass' });
});

test('giving out makes what the chosen students need, for them alone', async () => {
  const { id: classId } = rightOf(await createClass(world.teacher, 'Mixed'));
  const horn = await player('horn', classId);
  await player('tuba', classId);
  const form = { lineId: world.lineId, classId, startBpm: '60', goalBpm: '80', dueOn: '2027-02-01' };
  const readings = await getReadings(world.teacher, world.lineId, ['horn', 'tuba', null]);
  expect(readings.map(({ instrument, isToBeMade }) => [instrument, isToBeMade]).toSorted()).toEqual([
    ['horn', true],
    ['tuba', true],
  ]);
  expect(await instrumentsOf(world.lineId)).toEqual(['flute']);
  const { id } = rightOf(await assign(world.teacher, { ...form, studentIds: [horn.userId] }));
  expect(await reads(horn, id)).toMatchObject({ instrument: 'horn' });
  expect(await instrumentsOf(world.lineId)).toEqual(['flute', 'horn']);
  // The same once more is for the same students; another class has its own instruments.
  const dueOn = '2027-02-08';
  rightOf(await copyAssignment(world.teacher, id, { classId, dueOn }));
  expect(await instrumentsOf(world.lineId)).toEqual(['flute', 'horn']);
  const { id: low } = rightOf(await createClass(world.teacher, 'Low'));
  await player('tuba', low);
  rightOf(await copyAssignment(world.teacher, id, { classId: low, dueOn }));
  expect(await instrumentsOf(world.lineId)).toEqual(['flute', 'horn', 'tuba']);
});

test('a part that was taken out is made anew while somebody reads it; the desk’s own changes are kept', async () => {
  const trombone = await player('trombone');
  const { document, revision } = await openLine(world.teacher, world.lineId);
  const changed = { score: { ...document.score, title: 'Renamed' }, derived: [] };
  expect(await saveLine(world.teacher, world.lineId, { revision, document: changed })).toMatchObject({
    kind: 'saved',
  });
  rightOf(await putOnStand(world.teacher, world.lineId));
  await standLine(world.lineId);
  expect(await reads(trombone, world.assignmentId)).toMatchObject({ instrument: 'trombone' });
  const { document: now } = await openLine(world.teacher, world.lineId);
  expect([now.score.title, now.derived.map(({ instrument }) => instrument)]).toEqual([
    'Renamed',
    ['trombone'],
  ]);
});

test('a line without a part to read is not on the list, rather than in another clef', async () => {
  const trombone = await player('trombone');
  // As a database of an earlier version has it.
  await database()
    .deleteFrom('line_part')
    .where('line_id', '=', world.lineId)
    .where('instrument', '=', 'trombone')
    .execute();
  expect(await listAssignmentsOfStudent(trombone)).toEqual([]);
  await expect(getAssignmentToPlay(trombone, world.assignmentId)).rejects.toThrow();
});
