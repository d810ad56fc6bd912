'use client';
import { type ReactNode, useState } from 'react';
import { Choice } from './field';
import { type FormState, useStoredAtOnce } from './form';

interface StoredChoiceProps<Value extends string> {
  readonly label: string;
  /** What was chosen before. */
  readonly value: Value;
  readonly values: readonly Value[];
  readonly nameOf: (value: Value) => string;
  readonly action: (value: Value) => Promise<FormState>;
  /** Under the choice. */
  readonly children?: ReactNode;
}

/** One of a few things, stored as soon as it is chosen. */
export function StoredChoice<Value extends string>({
  label,
  value,
  values,
  nameOf,
  action,
  children,
}: StoredChoiceProps<Value>) {
  const [chosen, setChosen] = useState(value);
  const { outcome, store } = useStoredAtOnce(action);
  return (
    <div className="space-y-3">
      <Choice
        label={label}
        value={chosen}
        onChange={({ target }) => {
          const next = values[target.selectedIndex]!;
          setChosen(next);
          void store(next);
        }}
      >
        {values.map((one) => (
          <option key={one} value={one}>
            {nameOf(one)}
          </option>
        ))}
      </Choice>
      {children}
      {outcome}
    </div>
  );
}
