'use client';
import { useState } from 'react';
import type { Reading } from '@/core/arranging';
import { toggled } from '@/core/base';
import type { Level } from '@/core/instruments';
import type { Chunking, Plan } from '@/core/practice';
import { Field } from '@/ui/field';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { TEMPO_BOUNDS } from '@/ui/tempo-bounds';
import { WordField } from '@/ui/word-field';
import { PlanChoice } from '../plan-choice';
import { classOfInstrument, type Player, WhoReadsWhat } from '../who-reads-what';
import { giveMany } from './actions';

interface LineToGive {
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly level: Level;
  /** Name of the lead part. */
  readonly lead: string;
  readonly startBpm: number;
  readonly goalBpm: number;
  readonly readings: readonly Reading[];
}

interface Roster {
  readonly id: string;
  readonly name: string;
  readonly students: readonly Player[];
}

interface GiveFormProps {
  readonly lines: readonly LineToGive[];
  readonly rosters: readonly Roster[];
  readonly plans: readonly { readonly id: string; readonly plan: Plan }[];
  readonly today: string;
  readonly dueOn: string;
}

/** Several lines to several classes: each line with its tempos, all with the same days, plan and words. */
export function GiveForm({ lines, rosters, plans, today, dueOn }: GiveFormProps) {
  const [classIds, setClassIds] = useState<readonly string[]>(() => {
    const proposed = classOfInstrument(
      rosters,
      lines.flatMap(({ readings }) => readings),
    );
    return proposed ? [proposed.id] : [];
  });
  const [studentIds, setStudentIds] = useState<readonly string[]>([]);
  const [chosen, setChosen] = useState({ planId: '', chunking: 'twos' as Chunking });
  const players = rosters
    .filter(({ id }) => classIds.includes(id))
    .flatMap(({ students }) => {
      const some = students.filter(({ id }) => studentIds.includes(id));
      return some.length > 0 ? some : students;
    });
  return (
    <ActionForm action={giveMany} className="grid items-start gap-6 lg:grid-cols-[1fr_340px]">
      <div className="space-y-5">
        <fieldset>
          <legend className="mb-2 text-xl font-bold">What</legend>
          <ul className="divide-y divide-rule">
            {lines.map((line) => (
              <li key={line.id} className="py-2">
                <input type="hidden" name="lineId" value={line.id} />
                <div className="grid items-end gap-3 sm:grid-cols-[1fr_110px_110px]">
                  <p className="font-serif text-xl font-bold">
                    {line.number} {line.title}
                  </p>
                  <Field
                    {...TEMPO_BOUNDS}
                    label="Start at"
                    name={`start-${line.id}`}
                    defaultValue={line.startBpm}
                  />
                  <Field
                    {...TEMPO_BOUNDS}
                    label="Goal"
                    name={`goal-${line.id}`}
                    defaultValue={line.goalBpm}
                  />
                </div>
                {players.length > 0 && (
                  <details>
                    <summary className="min-h-11 cursor-pointer py-2.5 text-cool underline underline-offset-4">
                      {sayParts(line, players)}
                    </summary>
                    <WhoReadsWhat
                      readings={line.readings}
                      level={line.level}
                      lead={line.lead}
                      students={players}
                    />
                  </details>
                )}
              </li>
            ))}
          </ul>
        </fieldset>
        <fieldset>
          <legend className="mb-2 text-xl font-bold">To whom</legend>
          {rosters.map(({ id, name, students }) => (
            <div key={id} className="border-b border-rule py-1">
              <label className="flex min-h-11 items-center gap-3 font-bold">
                <input
                  type="checkbox"
                  name="classId"
                  value={id}
                  checked={classIds.includes(id)}
                  onChange={() => setClassIds(toggled(classIds, id))}
                  className="size-5 accent-cool"
                />
                {name}
                <span className="font-normal text-faint">
                  {students.length} {students.length === 1 ? 'student' : 'students'}
                </span>
              </label>
              {classIds.includes(id) && students.length > 1 && (
                <details className="ml-8">
                  <summary className="min-h-11 cursor-pointer py-2.5 text-cool underline underline-offset-4">
                    Only for some students<span className="sr-only"> of {name}</span>
                  </summary>
                  <div className="grid gap-x-4 sm:grid-cols-2">
                    {students.map((student) => (
                      <label key={student.id} className="flex min-h-11 items-center gap-3">
                        <input
                          type="checkbox"
                          name={`students-${id}`}
                          value={student.id}
                          checked={studentIds.includes(student.id)}
                          onChange={() => setStudentIds(toggled(studentIds, student.id))}
                          className="size-5 accent-cool"
                        />
                        {student.name}
                      </label>
                    ))}
                  </div>
                </details>
              )}
            </div>
          ))}
        </fieldset>
      </div>
      <div className="space-y-4">
        <PlanChoice plans={plans} {...chosen} onChoose={setChosen} />
        <div className="grid grid-cols-2 gap-3">
          <Field label="From" name="fromOn" type="date" min={today} hint="Nobody sees it before." />
          <Field label="Due" name="dueOn" type="date" min={today} defaultValue={dueOn} required />
        </div>
        <WordField />
        <FormOutcome />
        <SubmitButton weight="main" disabled={classIds.length === 0} className="w-full">
          Give out {lines.length} {lines.length === 1 ? 'line' : 'lines'} to {classIds.length}{' '}
          {classIds.length === 1 ? 'class' : 'classes'}
        </SubmitButton>
      </div>
    </ActionForm>
  );
}

/** What is worth knowing before one looks: how many parts are made, and whether any is too hard. */
function sayParts({ readings }: LineToGive, players: readonly Player[]): string {
  const theirs = readings.filter(({ instrument }) => players.some((one) => one.instrument === instrument));
  const made = theirs.filter(({ isToBeMade }) => isToBeMade).length;
  const hard = theirs.filter(({ measuresOutOfRange }) => measuresOutOfRange.length > 0).length;
  return [
    'Who reads what',
    made > 0 && `${made} ${made === 1 ? 'part is' : 'parts are'} made`,
    hard > 0 && `${hard} beyond the level`,
  ]
    .filter(Boolean)
    .join('; ');
}
