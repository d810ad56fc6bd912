'use client';
import type { Chunking, Plan } from '@/core/practice';
import { chunkingNames } from '@/ui/chunking-names';
import { Choice } from '@/ui/field';
import { useWords } from '@/ui/vocabulary';

interface PlanChoiceProps {
  readonly plans: readonly { readonly id: string; readonly plan: Plan }[];
  /** Empty for the whole line without a plan. */
  readonly planId: string;
  readonly chunking: Chunking;
  readonly onChoose: (choice: { readonly planId: string; readonly chunking: Chunking }) => void;
}

/** How a line is learned, and in what pieces: a plan proposes its own. */
export function PlanChoice({ plans, planId, chunking, onChoose }: PlanChoiceProps) {
  const words = useWords();
  const planOf = (id: string) => plans.find((one) => one.id === id)?.plan;
  return (
    <>
      <Choice
        label="How to learn it"
        name="plan"
        value={planId}
        onChange={({ target: { value } }) =>
          onChoose({ planId: value, chunking: planOf(value)?.chunking ?? chunking })
        }
      >
        <option value="">The whole line</option>
        {plans.map(({ id, plan: { name } }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      {planId !== '' && (
        <Choice
          label="In pieces"
          name="chunking"
          value={chunking}
          onChange={({ target: { value } }) => onChoose({ planId, chunking: value as Chunking })}
        >
          {Object.entries(chunkingNames(words)).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Choice>
      )}
    </>
  );
}
