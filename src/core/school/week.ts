import { isAfter, type Moment } from '../base';
import { beginningOf, type Day, dayAfter, dayOf } from '../calendar';
import { stepsClimbedSince } from '../practice';
import { sayMeasures } from '../time';
import { type ClassFacts, type ClassLine, hasLearned, onLines } from './class-facts';
import type { MeasureOfClass } from './shared-stumbles';

export const WEEK_DAYS = 7;

/** A student and a line that was given out. */
export interface OnLine {
  readonly studentId: string;
  readonly name: string;
  readonly assignmentId: string;
  readonly lineNumber: number;
  readonly lineTitle: string;
}

/** What happened in a class within a week, and who needs the teacher. */
export interface WeekOfClass {
  readonly takes: number;
  /** Who handed something in. */
  readonly practised: number;
  readonly students: number;
  /** Who handed in nothing, or never did. */
  readonly idle: readonly {
    readonly studentId: string;
    readonly name: string;
    readonly lastOn: Day | undefined;
  }[];
  readonly asksForHelp: readonly (OnLine & { readonly measure: number | null })[];
  /** Lines that were learned with a take of this week. */
  readonly learned: readonly OnLine[];
  /** Lines that are not learned yet, and on which somebody went up within the week. */
  readonly climbed: readonly (OnLine & { readonly steps: number })[];
  /** What was due within the week and is not learned. */
  readonly overdue: readonly OnLine[];
}

/** @param today the last day of the week. */
export function weekOf(facts: ClassFacts, today: Day): WeekOfClass {
  const from = dayAfter(today, 1 - WEEK_DAYS);
  const isThisWeek = (moment: Moment) => dayOf(moment) >= from && dayOf(moment) <= today;
  const at = onLines(facts);
  const named = (student: { readonly id: string; readonly name: string }, line: ClassLine): OnLine => ({
    studentId: student.id,
    name: student.name,
    assignmentId: line.id,
    lineNumber: line.lineNumber,
    lineTitle: line.lineTitle,
  });
  const lately = facts.takes.filter(({ handedInAt }) => isThisWeek(handedInAt));
  const active = new Set(lately.map(({ studentId }) => studentId));
  const idle = facts.students
    .filter(({ id }) => !active.has(id))
    .map(({ id, name }) => {
      const last = facts.takes.find(({ studentId }) => studentId === id);
      return { studentId: id, name, lastOn: last && dayOf(last.handedInAt) };
    });
  const rows = facts.students.flatMap((student) =>
    facts.lines.flatMap((line) => {
      const on = at(student, line);
      return on ? [{ student, line, on, isLearned: hasLearned(on) }] : [];
    }),
  );
  return {
    takes: lately.length,
    practised: facts.students.filter(({ id }) => active.has(id)).length,
    students: facts.students.length,
    idle,
    asksForHelp: rows.flatMap(({ student, line, on }) => {
      const asked = on.words.findLast(({ kind }) => kind === 'asks-for-help');
      const isSettled = on.takes.some(
        ({ answeredAt }) => asked && answeredAt && isAfter(answeredAt, asked.saidAt),
      );
      return asked && !isSettled ? [{ ...named(student, line), measure: asked.measure }] : [];
    }),
    learned: rows.flatMap(({ student, line, on, isLearned }) =>
      isLearned && on.takes[0] && isThisWeek(on.takes[0].handedInAt) ? [named(student, line)] : [],
    ),
    climbed: rows.flatMap(({ student, line, on, isLearned }) => {
      const { given, music, takes, words, planned } = on;
      if (isLearned || !music) return [];
      const steps = stepsClimbedSince(given, music, takes, words, beginningOf(from), planned());
      return steps > 0 ? [{ ...named(student, line), steps }] : [];
    }),
    overdue: rows.flatMap(({ student, line, on, isLearned }) =>
      !isLearned && on.given.dueOn >= from && on.given.dueOn < today ? [named(student, line)] : [],
    ),
  };
}

/** The same of a class of somebody's, with what many of it miss. */
export interface WeekOfTeachersClass extends WeekOfClass {
  readonly id: string;
  readonly name: string;
  readonly missed: readonly {
    readonly assignmentId: string;
    readonly lineNumber: number;
    readonly lineTitle: string;
    readonly measures: readonly MeasureOfClass[];
  }[];
}

/** `one step`, `3 steps`. */
export const saySteps = (steps: number): string => (steps === 1 ? 'one step' : `${steps} steps`);

/** A week as a letter says it. */
export const weekInWords = (classes: readonly WeekOfTeachersClass[]): string =>
  classes.length === 0 ? 'You have no class.' : classes.map(classInWords).join('\n\n');

function classInWords(week: WeekOfTeachersClass): string {
  const listed = (name: string, rows: readonly string[]) =>
    rows.length === 0 ? [] : [`${name}: ${rows.join('; ')}.`];
  const onLine = ({ name, lineNumber, lineTitle }: OnLine) => `${name}, ${lineNumber} ${lineTitle}`;
  return [
    `${week.name}: ${week.practised} of ${week.students} practised.`,
    ...listed('Needs help', week.asksForHelp.map(onLine)),
    ...listed(
      'Has not practised',
      week.idle.map(({ name }) => name),
    ),
    ...listed(
      'What many miss',
      week.missed.map(
        ({ lineNumber, lineTitle, measures }) =>
          `${lineNumber} ${lineTitle}, ${sayMeasures(
            measures.map(({ number }) => number),
            'us',
          )}`,
      ),
    ),
    ...listed('Was due and is not learned', week.overdue.map(onLine)),
    ...listed('Learned', week.learned.map(onLine)),
    ...listed(
      'Went up',
      week.climbed.map((row) => `${onLine(row)}, ${saySteps(row.steps)}`),
    ),
  ].join('\n');
}

/** So many of a class are more than a few. */
const MANY_SHARE = 0.5;
const LEAST_PLAYERS = 2;

/** The measures that half of those who played them, or more, have yet to get right. */
export const missedByMany = (measures: readonly MeasureOfClass[]): readonly MeasureOfClass[] =>
  measures.filter(
    ({ played, notesNeedWork, rhythmNeedsWork }) =>
      played >= LEAST_PLAYERS && Math.max(notesNeedWork, rhythmNeedsWork) >= MANY_SHARE * played,
  );
