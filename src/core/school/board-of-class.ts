import { isAfter, type Moment } from '../base';
import { type Day, dayOf } from '../calendar';
import { maybeInstrument } from '../instruments';
import { isGoodTake, type PaceGoal, paceOf } from '../practice';
import type { Board, BoardCell, BoardRow, BoardState } from './board';
import {
  type ClassFacts,
  type ClassLine,
  countPieces,
  hasLearned,
  onLines,
  type StudentOnLine,
} from './class-facts';

/** Who of a class stands where on every line. @param goal of the class; undefined without one. */
export function boardOf(facts: ClassFacts, goal: PaceGoal | undefined, today: Day): Board {
  const { students, lines } = facts;
  const at = onLines(facts);
  const rows = students.map((student): BoardRow => {
    const row = lines.map((line) => ({ line, on: at(student, line) }));
    const cells = row.map(({ line, on }) => cellOf(line, on));
    const learnedLines = lines.filter((_, index) => cells[index]!.isLearned);
    const learned = countPieces(learnedLines);
    const last = row
      .flatMap(({ on }) => on?.takes[0]?.handedInAt ?? [])
      .reduce<Moment | undefined>(
        (latest, one) => (latest && !isAfter(one, latest) ? latest : one),
        undefined,
      );
    return {
      studentId: student.id,
      name: student.name,
      instrument: maybeInstrument(student.instrument)?.name,
      cells: cells.map(({ state, reachedBpm, goalBpm }) => ({ state, reachedBpm, goalBpm })),
      learned,
      tokens: [...new Set(learnedLines.flatMap(({ token }) => token ?? []))],
      lastPractisedOn: last && dayOf(last),
      ahead: goal && paceOf(goal, learned, today).ahead,
    };
  });
  return {
    lines: lines.map(({ id: assignmentId, lineNumber, lineTitle }) => ({
      assignmentId,
      number: lineNumber,
      title: lineTitle,
    })),
    rows,
  };
}

/** How the students of a class keep to its goal: pieces learned, and where that is. */
export function pacesOf(facts: ClassFacts, goal: PaceGoal | undefined, today: Day) {
  const at = onLines(facts);
  return facts.students.map((student) => {
    const learned = countPieces(
      facts.lines.filter((line) => {
        const on = at(student, line);
        return on && hasLearned(on);
      }),
    );
    return { id: student.id, name: student.name, learned, pace: goal && paceOf(goal, learned, today) };
  });
}

function cellOf(line: ClassLine, on: StudentOnLine | undefined): BoardCell & { readonly isLearned: boolean } {
  if (!on) return { state: 'not-given', reachedBpm: undefined, goalBpm: line.goalBpm, isLearned: false };
  const isLearned = hasLearned(on);
  const good = on.takes.filter(isGoodTake).map(({ askedBpm }) => askedBpm);
  return {
    state: stateOf(on, isLearned),
    reachedBpm: good.length > 0 ? Math.max(...good) : undefined,
    goalBpm: on.given.goalBpm,
    isLearned,
  };
}

function stateOf({ music, takes, words }: StudentOnLine, isLearned: boolean): BoardState {
  if (!music || (takes.length === 0 && words.length === 0)) return 'not-begun';
  const newest = takes[0];
  const asked = words.findLast(({ kind }) => kind === 'asks-for-help');
  // The teacher's word came after the question, as in the queue.
  const isSettled = takes.some(({ answeredAt }) => asked && answeredAt && isAfter(answeredAt, asked.saidAt));
  if (asked && !isSettled) return 'asks-for-help';
  if (newest?.answer === 'see-me') return 'see-me';
  if (newest && !newest.answer && newest.state !== 'waiting') return 'waiting';
  return isLearned ? 'learned' : 'under-way';
}
