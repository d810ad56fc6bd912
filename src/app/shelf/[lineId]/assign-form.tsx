'use client';
import { useMemo, useState } from 'react';
import type { Reading } from '@/core/arranging';
import { daysFrom } from '@/core/calendar';
import { type Level, maybeInstrument } from '@/core/instruments';
import type { Line } from '@/core/notation';
import {
  type Chunking,
  type LadderSteps,
  layRungs,
  minutesOf,
  NO_PLAN,
  type Plan,
  stagesForPlayer,
} from '@/core/practice';
import { FASTEST_MARK, SLOWEST_PRACTICE } from '@/core/tempo';
import { countedTempo, isCompound } from '@/core/time';
import { Choice, Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { Options } from '@/ui/options';
import { TEMPO_BOUNDS } from '@/ui/tempo-bounds';
import { TempoLadder } from '@/ui/tempo-ladder';
import { useWords } from '@/ui/vocabulary';
import { WordField } from '@/ui/word-field';
import { PlanChoice } from '../plan-choice';
import { classOfInstrument, type Player, WhoReadsWhat } from '../who-reads-what';
import { giveOut } from './actions';

interface Roster {
  readonly id: string;
  readonly name: string;
  readonly students: readonly Player[];
  /** What its students practise on a day, and what is given out already asks for. */
  readonly dailyMinutes: number;
  readonly minutesPerDay: number;
}

interface AssignFormProps {
  readonly lineId: string;
  readonly line: Line;
  /** Name of the lead part. */
  readonly lead: string;
  readonly classes: readonly Roster[];
  /** What players of each instrument of the classes will read. */
  readonly readings: readonly Reading[];
  /** Of the line. */
  readonly level: Level;
  /** Lines of the same book that can be played straight after. */
  readonly otherLines: readonly { readonly id: string; readonly label: string }[];
  readonly plans: readonly { readonly id: string; readonly plan: Plan }[];
  readonly startBpm: number;
  readonly goalBpm: number;
  readonly dueOn: string;
  readonly today: string;
}

/** Gives a line to a class; the ladder is shown as it will be climbed. */
export function AssignForm({
  lineId,
  line,
  lead,
  classes,
  readings,
  level,
  plans,
  otherLines,
  startBpm,
  goalBpm,
  dueOn,
  today,
}: AssignFormProps) {
  const words = useWords();
  const [start, setStart] = useState(`${startBpm}`);
  const [goal, setGoal] = useState(`${goalBpm}`);
  const [due, setDue] = useState(dueOn);
  const [classId, setClassId] = useState(() => classOfInstrument(classes, readings)?.id ?? '');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const roster = classes.find(({ id }) => id === classId);
  const [how, setHow] = useState({ planId: '', chunking: 'twos' as Chunking });
  const plan = plans.find(({ id }) => id === how.planId)?.plan;
  // One object for one choice: what is computed from it is computed once.
  const laidPlan = useMemo(
    () => (plan ? { ...plan, chunking: how.chunking } : NO_PLAN),
    [plan, how.chunking],
  );
  const ladder = maybeLadder(Number(start), Number(goal), plan?.ladderSteps);
  const { meter } = line.part.measures[0]!;
  const inSmallBeats = (bpm: number) =>
    isCompound(meter) && Number.isInteger(bpm)
      ? `${countedTempo(bpm, meter, 'eighths').bpm} ${words.eighths} a minute`
      : undefined;
  return (
    <ActionForm action={giveOut} className="space-y-4">
      <input type="hidden" name="lineId" value={lineId} />
      <Choice
        label="Class"
        name="classId"
        value={classId}
        onChange={(event) => {
          setClassId(event.target.value);
          setChosen([]);
        }}
        required
      >
        <Options of={classes} />
      </Choice>
      <ForSome key={classId} students={roster?.students ?? []} chosen={chosen} onChoose={setChosen} />
      <WhoReadsWhat
        readings={readings}
        level={level}
        lead={lead}
        students={(roster?.students ?? []).filter(({ id }) => chosen.length === 0 || chosen.includes(id))}
      />
      <div className="grid grid-cols-2 gap-3">
        <Field
          {...TEMPO_BOUNDS}
          label="Start at"
          hint={inSmallBeats(Number(start))}
          name="startBpm"
          value={start}
          onChange={(event) => setStart(event.target.value)}
        />
        <Field
          {...TEMPO_BOUNDS}
          label="Goal"
          hint={inSmallBeats(Number(goal))}
          name="goalBpm"
          value={goal}
          onChange={(event) => setGoal(event.target.value)}
        />
      </div>
      <PlanChoice plans={plans} {...how} onChoose={setHow} />
      <Choice label="Then straight on with" name="nextLineId">
        <option value="">nothing</option>
        {otherLines.map(({ id, label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </Choice>
      <Field
        label="Due"
        name="dueOn"
        type="date"
        min={today}
        value={due}
        onChange={(event) => setDue(event.target.value)}
        required
      />
      {ladder && (
        <PlanFacts
          line={line}
          plan={laidPlan}
          startBpm={Number(start)}
          goalBpm={Number(goal)}
          days={Math.max(1, due === '' ? 1 : daysFrom(today, due))}
          roster={roster}
        />
      )}
      {ladder ? (
        <div>
          <p className="mb-1 font-bold">The ladder</p>
          <TempoLadder ladder={ladder} climbed={[]} />
        </div>
      ) : (
        <p className="text-faint">
          Two tempos from {SLOWEST_PRACTICE} to {FASTEST_MARK}, the goal not slower than the start.
        </p>
      )}
      <details>
        <summary className="min-h-11 cursor-pointer py-2 text-cool underline underline-offset-4">
          A word, a first day
        </summary>
        <div className="space-y-3">
          <WordField />
          <Field label="From" name="fromOn" type="date" min={today} hint="Nobody sees it before." />
        </div>
      </details>
      <FormOutcome />
      <SubmitButton weight="main" disabled={!ladder} className="w-full">
        Give it out
      </SubmitButton>
    </ActionForm>
  );
}

/** The whole class, unless some are chosen. */
function ForSome({
  students,
  chosen,
  onChoose,
}: {
  readonly students: Roster['students'];
  readonly chosen: readonly string[];
  readonly onChoose: (ids: readonly string[]) => void;
}) {
  if (students.length < 2) return null;
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 text-cool underline underline-offset-4">
        Only for some students
      </summary>
      <fieldset>
        <legend className="sr-only">For whom; nobody chosen means the whole class</legend>
        {students.map(({ id, name }) => (
          <label
            key={id}
            className="flex min-h-11 items-center gap-3 rounded-md px-2 has-checked:bg-cool-wash"
          >
            <input
              type="checkbox"
              name="studentIds"
              value={id}
              checked={chosen.includes(id)}
              onChange={(event) =>
                onChoose(event.target.checked ? [...chosen, id] : chosen.filter((other) => other !== id))
              }
              className="size-5 accent-cool"
            />
            {name}
          </label>
        ))}
      </fieldset>
    </details>
  );
}

interface PlanFactsProps {
  readonly line: Line;
  readonly plan: Plan;
  readonly startBpm: number;
  readonly goalBpm: number;
  /** From today to the due day. */
  readonly days: number;
  readonly roster: Roster | undefined;
}

/** How much a plan asks for, computed from the music, and whether the class has that much time. */
function PlanFacts({ line, plan, startBpm, goalBpm, days, roster }: PlanFactsProps) {
  const { stages, minutes } = useMemo(() => {
    const laid = stagesForPlayer(
      line.part,
      plan,
      { startBpm, goalBpm },
      maybeInstrument(line.part.instrument),
    );
    return { stages: laid, minutes: minutesOf(line, laid, plan) };
  }, [line, plan, startBpm, goalBpm]);
  const perDay = minutes / days;
  const together = perDay + (roster?.minutesPerDay ?? 0);
  const left = roster ? roster.dailyMinutes - roster.minutesPerDay : Number.POSITIVE_INFINITY;
  const isTooMuch = roster !== undefined && together > roster.dailyMinutes;
  return (
    <div data-testid="plan-facts" className={`border-l-4 pl-3 ${isTooMuch ? 'border-warm' : 'border-cool'}`}>
      <p>
        {stages.length} {stages.length === 1 ? 'stage' : 'stages'}, about {Math.ceil(minutes)} minutes in all,{' '}
        {Math.ceil(perDay)} a day.
      </p>
      {isTooMuch && (
        <p role="status" className="font-bold">
          With what is given out already that makes {Math.ceil(together)} minutes a day; this class practises{' '}
          {roster.dailyMinutes}.{' '}
          {left > 0
            ? `Give it ${Math.ceil(minutes / left)} days, take larger pieces or leave out a step.`
            : 'Take something back first, or give it out later.'}
        </p>
      )}
    </div>
  );
}

function maybeLadder(start: number, goal: number, steps?: LadderSteps): readonly number[] | undefined {
  const areWhole = Number.isInteger(start) && Number.isInteger(goal);
  const isFine = areWhole && start >= SLOWEST_PRACTICE && goal <= FASTEST_MARK && start <= goal;
  return isFine ? layRungs({ startBpm: start, goalBpm: goal }, steps ?? NO_PLAN.ladderSteps) : undefined;
}
