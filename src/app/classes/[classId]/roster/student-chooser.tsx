'use client';
import { Button } from '@/ui/button';

interface StudentChooserProps {
  readonly students: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: readonly string[];
  readonly onChoose: (ids: readonly string[]) => void;
}

/** Some students of a class, or all of them. */
export function StudentChooser({ students, chosen, onChoose }: StudentChooserProps) {
  return (
    <>
      <fieldset className="max-h-56 overflow-y-auto border-2 border-rule px-2">
        <legend className="font-bold">For whom</legend>
        {students.map(({ id, name }) => (
          <label key={id} className="flex min-h-9 items-center gap-2">
            <input
              type="checkbox"
              checked={chosen.includes(id)}
              onChange={(event) =>
                onChoose(
                  event.currentTarget.checked ? [...chosen, id] : chosen.filter((other) => other !== id),
                )
              }
              className="size-5 accent-cool"
            />
            {name}
          </label>
        ))}
      </fieldset>
      <Button onClick={() => onChoose(students.map(({ id }) => id))} weight="quiet">
        Everybody
      </Button>
    </>
  );
}
