'use client';
import { useEffect, useRef, useState } from 'react';
import { type Command, type Desk, partOf, SAYABLE, understand } from '@/core/writing';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Notice } from '@/ui/notice';

interface SayBoxProps {
  readonly desk: Desk;
  readonly onCommand: (command: Command) => void;
  readonly onClose: () => void;
}

/** Takes what a teacher would say or pencil over the staff, in words. */
export function SayBox({ desk, onCommand, onClose }: SayBoxProps) {
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string>();
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => form.current?.querySelector('input')?.focus(), []);
  return (
    <form
      ref={form}
      aria-label="Say what to write"
      className="mt-3 rounded-sm border-2 border-ink bg-paper p-4"
      onSubmit={(event) => {
        event.preventDefault();
        const understood = understand(said, partOf(desk).measures[desk.caret.measureIndex]!);
        if (!understood.ok) {
          setProblem(understood.issues[0]!.message);
          return;
        }
        onCommand(understood.value);
        onClose();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-60 flex-1">
          <Field
            label="Say it"
            value={said}
            onChange={(event) => setSaid(event.target.value)}
            maxLength={200}
            autoComplete="off"
          />
        </div>
        <Button type="submit" weight="main">
          Write it
        </Button>
        <Button weight="quiet" onClick={onClose}>
          Leave it
        </Button>
      </div>
      {problem && (
        <div className="mt-2">
          <Notice kind="problem">{problem}</Notice>
        </div>
      )}
      <ul className="mt-3 grid gap-x-6 gap-y-1 text-base sm:grid-cols-2">
        {SAYABLE.map(([example, does]) => (
          <li key={example}>
            <strong>{example}</strong> <span className="text-faint">{does}</span>
          </li>
        ))}
      </ul>
    </form>
  );
}
