'use client';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import { STRICTNESSES, type Strictness } from '@/core/judging';
import {
  CHUNKINGS,
  type Chunking,
  type LadderSteps,
  OWN_STEP_IDS,
  type OwnStepId,
  type Plan,
  STEP_IDS,
  STEPS,
  type StepId,
} from '@/core/practice';
import { Button } from '@/ui/button';
import { chunkingNames } from '@/ui/chunking-names';
import { Choice, Field, SmallChoice } from '@/ui/field';
import { useStoredAtOnce } from '@/ui/form';
import { Tick } from '@/ui/tick';
import { useWords } from '@/ui/vocabulary';
import { dropPlan, keepPlan } from './actions';

interface PlanEditorProps {
  /** Undefined for a new plan. */
  readonly planId: string | undefined;
  readonly plan: Plan;
}

const LISTENS = {
  'notes-and-rhythm': 'notes and rhythm',
  rhythm: 'rhythm',
  'own-word': 'the student says',
} as const;

/** A plan: which steps in which order, in what pieces, and when to go up or down. */
export function PlanEditor({ planId, plan }: PlanEditorProps) {
  const [draft, setDraft] = useState(plan);
  const words = useWords();
  const { outcome, store, isPending } = useStoredAtOnce(keepPlan);
  const removing = useStoredAtOnce(dropPlan);
  const change = (part: Partial<Plan>) => setDraft({ ...draft, ...part });
  const rule = (key: keyof Plan['rules'], label: string, hint: string) => (
    <Field
      label={label}
      hint={hint}
      type="number"
      min={key === 'goodTakesToRise' ? 1 : 0}
      max={10}
      value={draft.rules[key]}
      onChange={(event) => change({ rules: { ...draft.rules, [key]: Number(event.target.value) } })}
    />
  );
  return (
    <div className="mt-3 space-y-4">
      <Field
        label="Name of the plan"
        value={draft.name}
        maxLength={60}
        onChange={(event) => change({ name: event.target.value })}
      />
      <StepList
        steps={draft.steps}
        strictness={draft.strictness ?? {}}
        ownWords={draft.ownWords ?? {}}
        onOwnWords={(ownWords) => change({ ownWords })}
        onChange={(steps) => change({ steps })}
        onStrictness={(strictness) => change({ strictness })}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice
          label="In pieces"
          value={draft.chunking}
          onChange={(event) => change({ chunking: event.target.value as Chunking })}
        >
          {CHUNKINGS.map((id) => (
            <option key={id} value={id}>
              {chunkingNames(words)[id]}
            </option>
          ))}
        </Choice>
        <Choice
          label="Order"
          value={draft.order}
          onChange={(event) => change({ order: event.target.value as Plan['order'] })}
        >
          <option value="chunk-by-chunk">each piece with all its steps</option>
          <option value="step-by-step">each step with all pieces</option>
        </Choice>
        <LadderChoice steps={draft.ladderSteps} onChange={(ladderSteps) => change({ ladderSteps })} />
      </div>
      <div className="grid gap-3 sm:grid-cols-3">
        {rule('goodTakesToRise', 'Up after', 'good takes in a row')}
        {rule('easyTakesToLeap', 'Two up after', 'easy takes in a row; 0 never')}
        {rule('brokenTakesToFall', 'Down after', 'takes that fell apart; 0 never')}
      </div>
      <Tick
        label="At last once without the click"
        isOn={draft.endsWithoutClick}
        onChange={(endsWithoutClick) => change({ endsWithoutClick })}
      />
      <Tick
        label="Whoever is right at the first try three times in a row goes through several steps in one"
        isOn={!draft.goesThroughAll}
        onChange={(isOn) => change({ goesThroughAll: !isOn })}
      />
      {outcome}
      {removing.outcome}
      <div className="flex flex-wrap gap-3">
        <Button weight="main" disabled={isPending} onClick={() => void store(planId, draft)}>
          Keep the plan
        </Button>
        {planId && (
          <Button weight="quiet" disabled={removing.isPending} onClick={() => void removing.store(planId)}>
            Remove it
          </Button>
        )}
      </div>
    </div>
  );
}

interface StepListProps {
  readonly steps: readonly StepId[];
  /** Of the steps that are not judged as the class is. */
  readonly strictness: NonNullable<Plan['strictness']>;
  readonly ownWords: NonNullable<Plan['ownWords']>;
  readonly onOwnWords: (ownWords: NonNullable<Plan['ownWords']>) => void;
  readonly onChange: (steps: readonly StepId[]) => void;
  readonly onStrictness: (strictness: NonNullable<Plan['strictness']>) => void;
}

/** The chosen steps in their order, then those that could be added. */
function StepList({ steps, strictness, ownWords, onOwnWords, onChange, onStrictness }: StepListProps) {
  const move = (index: number, by: -1 | 1) => {
    const moved = [...steps];
    const [step] = moved.splice(index, 1);
    moved.splice(index + by, 0, step!);
    onChange(moved);
  };
  const others = STEP_IDS.filter((id) => !steps.includes(id) && id !== 'without-click' && !isOwn(id));
  const nextOwn = OWN_STEP_IDS.find((id) => !steps.includes(id));
  return (
    <fieldset>
      <legend className="mb-1 font-bold">Steps</legend>
      <ol className="space-y-1">
        {steps.map((id, index) => (
          <li key={id} className="flex flex-wrap items-center gap-2 rounded-md bg-cool-wash px-3 py-1">
            <span className="w-6 font-bold">{index + 1}</span>
            <span className="grow">
              {nameOf(id)} <span className="text-base text-faint">({LISTENS[STEPS[id].checkedBy]})</span>
              {isOwn(id) && (
                <input
                  value={ownWords[id] ?? ''}
                  maxLength={200}
                  onChange={(event) => onOwnWords({ ...ownWords, [id]: event.currentTarget.value })}
                  aria-label={`What is done in ${nameOf(id)}`}
                  placeholder="Whisper the note names to your neighbour."
                  className="mt-1 min-h-11 w-full rounded-md border-2 border-ink bg-paper px-2"
                />
              )}
            </span>
            {STEPS[id].checkedBy !== 'own-word' && (
              <StrictnessSelect
                step={nameOf(id)}
                value={strictness[id]}
                onChange={(chosen) => onStrictness({ ...strictness, [id]: chosen })}
              />
            )}
            <Mover label={`${nameOf(id)} earlier`} disabled={index === 0} onClick={() => move(index, -1)}>
              <ArrowUp aria-hidden className="size-5" />
            </Mover>
            <Mover
              label={`${nameOf(id)} later`}
              disabled={index === steps.length - 1}
              onClick={() => move(index, 1)}
            >
              <ArrowDown aria-hidden className="size-5" />
            </Mover>
            <button
              type="button"
              onClick={() => onChange(steps.filter((other) => other !== id))}
              className="min-h-11 px-2 underline underline-offset-4"
            >
              Leave out <span className="sr-only">{nameOf(id)}</span>
            </button>
          </li>
        ))}
      </ol>
      <div className="mt-2 flex flex-wrap gap-2">
        {others.map((id) => (
          <button
            key={id}
            type="button"
            onClick={() => onChange([...steps, id])}
            className="min-h-11 rounded-md border-2 border-dashed border-ink px-3 hover:bg-cool-wash"
          >
            + {STEPS[id].name}
          </button>
        ))}
        {nextOwn && (
          <button
            type="button"
            onClick={() => onChange([...steps, nextOwn])}
            className="min-h-11 rounded-md border-2 border-dashed border-ink px-3 hover:bg-cool-wash"
          >
            + A step in your own words
          </button>
        )}
      </div>
    </fieldset>
  );
}

const isOwn = (id: StepId): id is OwnStepId => OWN_STEP_IDS.some((one) => one === id);
const nameOf = (id: StepId) => (isOwn(id) ? `Your own step ${OWN_STEP_IDS.indexOf(id) + 1}` : STEPS[id].name);

const AS_THE_CLASS = 'class';

function StrictnessSelect({
  step,
  value,
  onChange,
}: {
  readonly step: string;
  readonly value: Strictness | undefined;
  readonly onChange: (chosen: Strictness | undefined) => void;
}) {
  return (
    <SmallChoice
      label={
        <>
          Judged<span className="sr-only"> in “{step}”</span>
        </>
      }
      value={value ?? AS_THE_CLASS}
      onChange={(chosen) => onChange(chosen === AS_THE_CLASS ? undefined : (chosen as Strictness))}
    >
      <option value={AS_THE_CLASS}>as the class</option>
      {STRICTNESSES.map((level) => (
        <option key={level} value={level}>
          {level}
        </option>
      ))}
    </SmallChoice>
  );
}

interface MoverProps {
  readonly label: string;
  readonly disabled: boolean;
  readonly onClick: () => void;
  readonly children: React.ReactNode;
}

function Mover({ label, disabled, onClick, children }: MoverProps) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={disabled}
      onClick={onClick}
      className="grid size-11 place-items-center rounded-md border-2 border-ink bg-paper hover:bg-cool-wash disabled:opacity-30"
    >
      {children}
    </button>
  );
}

const LADDERS: Readonly<Record<string, { readonly name: string; readonly steps: LadderSteps }>> = {
  'marks 1': { name: 'one mark of the metronome scale', steps: { by: 'marks', marks: 1 } },
  'marks 2': { name: 'two marks of the metronome scale', steps: { by: 'marks', marks: 2 } },
  'marks 3': { name: 'three marks of the metronome scale', steps: { by: 'marks', marks: 3 } },
  'bpm 4': { name: '4 beats a minute', steps: { by: 'bpm', bpm: 4 } },
  'bpm 8': { name: '8 beats a minute', steps: { by: 'bpm', bpm: 8 } },
  'percent 5': { name: '5 per cent', steps: { by: 'percent', percent: 5 } },
  'percent 10': { name: '10 per cent', steps: { by: 'percent', percent: 10 } },
};

function LadderChoice({
  steps,
  onChange,
}: {
  readonly steps: LadderSteps;
  readonly onChange: (steps: LadderSteps) => void;
}) {
  const key = `${steps.by} ${Object.values(steps)[1]}`;
  return (
    <Choice
      label="Each rung up by"
      value={key}
      onChange={(event) => onChange(LADDERS[event.target.value]!.steps)}
    >
      {Object.entries(LADDERS).map(([id, { name }]) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Choice>
  );
}
