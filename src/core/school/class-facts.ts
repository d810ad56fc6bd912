import { partFor } from '../arranging';
import { grouped, type Moment } from '../base';
import { maybeInstrument } from '../instruments';
import type { Line } from '../notation';
import {
  type Given,
  isLearned,
  type Stage,
  type StageWord,
  type Standing,
  type StandingTake,
  stagesOfGiven,
  standingOf,
} from '../practice';

export interface ClassStudent {
  readonly id: string;
  readonly name: string;
  /** Null where nobody has said what is played. */
  readonly instrument: string | null;
}

/** A line as it was given out in a class. */
export interface ClassLine extends Given {
  /** Of the assignment: the same line may be given out twice. */
  readonly id: string;
  readonly lineId: string;
  readonly lineNumber: number;
  readonly lineTitle: string;
  readonly token: string | null;
  readonly dueOn: string;
  /** Otherwise only for those that were chosen. */
  readonly forAll: boolean;
}

interface OfStudent {
  readonly assignmentId: string;
  readonly studentId: string;
}

export interface ClassTake extends StandingTake, OfStudent {
  readonly state: 'waiting' | 'checked' | 'failed';
  readonly answeredAt: Moment | null;
}

export interface ClassWord extends StageWord, OfStudent {
  /** The printed measure that help is asked with. */
  readonly measure: number | null;
}

/** What is different for one student. */
export interface ClassChange extends OfStudent {
  readonly startBpm: number;
  readonly goalBpm: number;
  readonly dueOn: string;
}

/** One part of a line, for those who play its instrument. */
export interface ClassPart {
  readonly lineId: string;
  readonly instrument: string | null;
  readonly line: Line;
}

/** What a class has been given, and what was done and said of it. */
export interface ClassFacts {
  readonly students: readonly ClassStudent[];
  readonly lines: readonly ClassLine[];
  /** For whom the lines are that are not for everybody. */
  readonly chosen: readonly OfStudent[];
  readonly changes: readonly ClassChange[];
  /** Of each line the lead first. */
  readonly parts: readonly ClassPart[];
  /** Newest first. */
  readonly takes: readonly ClassTake[];
  /** Oldest first. */
  readonly words: readonly ClassWord[];
}

/** A student on a line that was given to this student. */
export interface StudentOnLine {
  readonly student: ClassStudent;
  /** With the student's own tempos and day. */
  readonly given: ClassLine;
  readonly isChanged: boolean;
  /** The part that the student reads; undefined when the line has none on the stand that the student could read. */
  readonly music: Line | undefined;
  /** Newest first. */
  readonly takes: readonly ClassTake[];
  readonly words: readonly ClassWord[];
  /** Stages of the plan for this music and these tempos. */
  readonly planned: () => readonly Stage[];
}

const keyOf = ({ assignmentId, studentId }: OfStudent) => `${assignmentId} ${studentId}`;

/**
 * Who stands on which line, each fact looked up once.
 * @returns for a student and a line of the facts what is theirs; undefined for whom it was not given.
 */
export function onLines(
  facts: ClassFacts,
): (student: ClassStudent, line: ClassLine) => StudentOnLine | undefined {
  const chosen = new Set(facts.chosen.map(keyOf));
  const changeOf = new Map(facts.changes.map((change) => [keyOf(change), change]));
  const takesOf = grouped(facts.takes, keyOf);
  const wordsOf = grouped(facts.words, keyOf);
  const reads = rememberedReading(facts.parts);
  const stages = rememberedStages();
  return (student, line) => {
    const key = keyOf({ assignmentId: line.id, studentId: student.id });
    if (!line.forAll && !chosen.has(key)) return undefined;
    const change = changeOf.get(key);
    const { startBpm, goalBpm, dueOn } = change ?? line;
    const given = { ...line, startBpm, goalBpm, dueOn };
    const music = reads(line.lineId, student.instrument);
    return {
      student,
      given,
      isChanged: change !== undefined,
      music,
      takes: takesOf.get(key) ?? [],
      words: wordsOf.get(key) ?? [],
      planned: () => (music ? stages(given, music) : []),
    };
  };
}

/** A class has few instruments: what each reads of a line is found once. */
function rememberedReading(
  parts: readonly ClassPart[],
): (lineId: string, instrument: string | null) => Line | undefined {
  const partsOf = grouped(
    parts.map((one) => ({ ...one, part: one.line.part })),
    ({ lineId }) => lineId,
  );
  const known = new Map<string, Line | undefined>();
  return (lineId, instrument) => {
    const key = `${lineId} ${instrument}`;
    if (!known.has(key))
      known.set(key, partFor(partsOf.get(lineId) ?? [], maybeInstrument(instrument))?.line);
    return known.get(key);
  };
}

/** A class has few ways through a line: each is laid out once. */
function rememberedStages(): (given: ClassLine, music: Line) => readonly Stage[] {
  const known = new Map<Line, Map<string, readonly Stage[]>>();
  return (given, music) => {
    const ofMusic = known.get(music) ?? new Map<string, readonly Stage[]>();
    known.set(music, ofMusic);
    const key = `${given.id} ${given.startBpm} ${given.goalBpm}`;
    const stages = ofMusic.get(key) ?? stagesOfGiven(given, music);
    ofMusic.set(key, stages);
    return stages;
  };
}

/** Where a student stands on a line; undefined without a part to read. */
export function maybeStanding({ given, music, takes, words, planned }: StudentOnLine): Standing | undefined {
  return music && standingOf(given, music, takes, words, planned());
}

/** Whether a student has done a line to the end. Nobody has who did and said nothing: that is asked first, because it is quick. */
export function hasLearned(on: StudentOnLine): boolean {
  if (on.takes.length === 0 && on.words.length === 0) return false;
  const standing = maybeStanding(on);
  return standing !== undefined && isLearned(standing);
}

/** How many pieces lines are: the same line given out twice is one. */
export const countPieces = (lines: readonly Pick<ClassLine, 'lineId'>[]): number =>
  new Set(lines.map(({ lineId }) => lineId)).size;
