import 'server-only';
import { grouped } from '@/core/base';
import { maybeInstrumentName } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { type Day, paceOf, type Stage } from '@/core/practice';
import { type Board, type BoardCell, type BoardRow, type BoardState, measuresOfClass } from '@/core/reports';
import * as queries from '@/server/db/queries/board';
import { listParts, maybeMusic } from '@/server/db/queries/music';
import type { TakeRow } from '@/server/db/queries/takes';
import { getClass } from './classes';
import { engravingsOf } from './engravings';
import { stagesOfAssignment, standingOf } from './stages';
import type { Viewer } from './viewer';

type ClassLine = Awaited<ReturnType<typeof queries.listLinesOfClass>>[number];
type ClassTake = Awaited<ReturnType<typeof queries.listTakesOfClass>>[number];
type StageWord = Awaited<ReturnType<typeof queries.listStageWordsOfClass>>[number];

/**
 * Who of a class stands where on every line, by the same engine that leads the students.
 * @param dayOf the calendar day of a moment, where the teacher lives. @throws NotFound
 */
export async function getBoard(viewer: Viewer, classId: string, today: Day, dayOf: (at: Date) => Day) {
  const { id, name, pace: goal, students } = await getClass(viewer, classId);
  const [lines, chosen, changes, words, parts, takes] = await Promise.all([
    queries.listLinesOfClass(id),
    queries.listChosenOfClass(id),
    queries.listChangesOfClass(id),
    queries.listStageWordsOfClass(id),
    queries.listPartsOfClass(id),
    queries.listTakesOfClass(id),
  ]);
  const isChosen = new Set(chosen.map(({ assignmentId, studentId }) => cellKey(assignmentId, studentId)));
  const changeOf = new Map(changes.map((one) => [cellKey(one.assignmentId, one.studentId), one]));
  const takesOf = grouped(takes, ({ assignmentId, studentId }) => cellKey(assignmentId, studentId));
  const wordsOf = grouped(words, ({ assignmentId, studentId }) => cellKey(assignmentId, studentId));
  const partsOf = grouped(parts, ({ lineId }) => lineId);
  const partFor = (line: ClassLine, instrument: string | null) => {
    const ofLine = partsOf.get(line.lineId) ?? [];
    return (ofLine.find((part) => instrument !== null && part.instrument === instrument) ?? ofLine[0])?.line;
  };
  const plannedFor = rememberStages();
  const rows = students.map((student): BoardRow => {
    const cells = lines.map((line) => {
      const key = cellKey(line.id, student.id);
      const change = changeOf.get(key);
      const own = { ...line, ...(change && { startBpm: change.startBpm, goalBpm: change.goalBpm }) };
      if (!line.forAll && !isChosen.has(key)) return notGiven(own.goalBpm);
      const part = partFor(line, student.instrument);
      return cellOf(own, part, takesOf.get(key) ?? [], wordsOf.get(key) ?? [], plannedFor);
    });
    const learnedLines = lines.filter((_, index) => cells[index]!.isLearned);
    // The same line given out twice is one piece.
    const learned = new Set(learnedLines.map(({ lineId }) => lineId)).size;
    const last = lines
      .flatMap((line) => takesOf.get(cellKey(line.id, student.id))?.[0]?.handedInAt ?? [])
      .reduce<Date | undefined>((latest, at) => (latest && latest >= at ? latest : at), undefined);
    return {
      studentId: student.id,
      name: student.name,
      instrument: maybeInstrumentName(student.instrument),
      cells: cells.map(({ state, reachedBpm, goalBpm }) => ({ state, reachedBpm, goalBpm })),
      learned,
      tokens: [...new Set(learnedLines.flatMap(({ token }) => token ?? []))],
      lastPractisedOn: last && dayOf(last),
      ahead: goal && paceOf(goal, learned, today).ahead,
    };
  });
  const board: Board = {
    lines: lines.map(({ id: assignmentId, lineNumber, lineTitle }) => ({
      assignmentId,
      number: lineNumber,
      title: lineTitle,
    })),
    rows,
  };
  return { id, name, hasGoal: goal !== undefined, board };
}

const cellKey = (assignmentId: string, studentId: string) => `${assignmentId} ${studentId}`;

/** A class has few ways through a line: each is laid out once. */
function rememberStages(): (line: ClassLine, music: Line) => readonly Stage[] {
  const known = new Map<Line, Map<string, readonly Stage[]>>();
  return (line, music) => {
    const ofMusic = known.get(music) ?? new Map<string, readonly Stage[]>();
    known.set(music, ofMusic);
    const key = `${line.id} ${line.startBpm} ${line.goalBpm}`;
    const stages = ofMusic.get(key) ?? stagesOfAssignment(line, music);
    ofMusic.set(key, stages);
    return stages;
  };
}

type Cell = BoardCell & { readonly isLearned: boolean };

const notGiven = (goalBpm: number): Cell => ({
  state: 'not-given',
  reachedBpm: undefined,
  goalBpm,
  isLearned: false,
});

/** @param takes newest first. */
function cellOf(
  line: ClassLine,
  music: Line | undefined,
  takes: readonly ClassTake[],
  words: readonly StageWord[],
  plannedFor: ReturnType<typeof rememberStages>,
): Cell {
  const { goalBpm } = line;
  if (!music || (takes.length === 0 && words.length === 0))
    return { state: 'not-begun', reachedBpm: undefined, goalBpm, isLearned: false };
  const isLearned = standingOf(line, music, takes, words, plannedFor(line, music)).progress.now === undefined;
  const good = takes.filter(isGood).map(({ askedBpm }) => askedBpm);
  return {
    state: stateOf(takes, words, isLearned),
    reachedBpm: good.length > 0 ? Math.max(...good) : undefined,
    goalBpm,
    isLearned,
  };
}

function stateOf(takes: readonly ClassTake[], words: readonly StageWord[], isLearned: boolean): BoardState {
  const newest = takes[0];
  const asked = words.findLast(({ kind }) => kind === 'asks-for-help');
  // The teacher's word came after the question, as in the queue.
  const isSettled = takes.some(({ answeredAt }) => asked && answeredAt && answeredAt > asked.saidAt);
  if (asked && !isSettled) return 'asks-for-help';
  if (newest?.answer === 'see-me') return 'see-me';
  if (newest && !newest.answer && newest.state !== 'waiting') return 'waiting';
  return isLearned ? 'learned' : 'under-way';
}

/** The teacher's word is above the verdict. */
function isGood({ answer, outcome }: ClassTake): boolean {
  if (answer) return answer === 'accepted';
  return outcome === 'good' || outcome === 'easy';
}

/**
 * The measures of a line that a class misses, and the drawing of its lead part, which is not asked for while nobody has played.
 * @param takes of everybody on the line, newest first.
 */
export async function getStumbles(lineId: string, takes: readonly TakeRow[]) {
  const byStudent = grouped(
    takes.filter(({ verdictState }) => verdictState === 'judged'),
    ({ studentId }) => studentId,
  );
  const measures = measuresOfClass(
    [...byStudent.values()].map((own) => own.map((take) => take.measures ?? [])),
  );
  const [lead] = measures.length > 0 ? await listParts(lineId) : [];
  if (!lead) return { measures, numbers: [], engravings: undefined };
  const [music, engravings] = await Promise.all([
    maybeMusic(lead.contentHash),
    engravingsOf(lead.contentHash, undefined),
  ]);
  return {
    measures,
    /** Printed numbers, in the order of the drawing. */
    numbers: music?.part.measures.map(({ number }) => number) ?? [],
    engravings,
  };
}
