'use client';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { useStoredAtOnce } from '@/ui/form';
import { consentOfMany } from './actions';
import { StudentChooser } from './student-chooser';

interface ConsentPanelProps {
  readonly classId: string;
  readonly students: readonly { readonly id: string; readonly name: string }[];
}

/** The slips of a whole class at once. */
export function ConsentPanel({ classId, students }: ConsentPanelProps) {
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const { outcome, store, isPending } = useStoredAtOnce(consentOfMany);
  const note = (word: string) => void store(classId, chosen, word);
  const isEmpty = isPending || chosen.length === 0;
  return (
    <div className="space-y-3">
      <StudentChooser students={students} chosen={chosen} onChoose={setChosen} />
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => note('given')} disabled={isEmpty}>
          Given
        </Button>
        <Button onClick={() => note('refused')} disabled={isEmpty}>
          Refused
        </Button>
        <Button onClick={() => note('not-asked')} disabled={isEmpty} weight="quiet">
          Not asked
        </Button>
      </div>
      {outcome}
    </div>
  );
}
