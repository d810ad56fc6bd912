'use client';
import { useState, useTransition } from 'react';
import type { Issue } from '@/core/base';
import { Button } from '@/ui/button';
import { Issues, resultOf } from '@/ui/form';
import { renewCards } from './actions';
import { type Card, Cards } from './cards';
import { StudentChooser } from './student-chooser';

interface CardsPanelProps {
  readonly classId: string;
  readonly className: string;
  readonly code: string;
  readonly students: readonly { readonly id: string; readonly name: string }[];
}

/** Cards with new PINs: Mevlo does not know the old ones. */
export function CardsPanel({ classId, className, code, students }: CardsPanelProps) {
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [cards, setCards] = useState<readonly Card[]>();
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const [isPending, start] = useTransition();
  const make = () =>
    start(async () => {
      const made = await resultOf(() => renewCards(classId, chosen));
      setIssues(made.ok ? [] : made.issues);
      if (made.ok) setCards(made.value);
    });
  return (
    <div className="space-y-3">
      <p>Mevlo cannot read PINs. A new card has a new PIN; the old one ends.</p>
      <StudentChooser students={students} chosen={chosen} onChoose={setChosen} />
      <Button onClick={make} disabled={isPending || chosen.length === 0} className="w-full">
        Make {chosen.length} {chosen.length === 1 ? 'card' : 'cards'}
      </Button>
      {issues.length > 0 && <Issues issues={issues} />}
      {cards && <Cards cards={cards} className={className} code={code} />}
    </div>
  );
}
