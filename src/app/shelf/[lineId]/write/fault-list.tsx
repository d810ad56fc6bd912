'use client';
import type { MeasureFault, Part } from '@/core/notation';
import { measureHeading, measureName, type NoteValue, type Vocabulary, valueName } from '@/core/time';
import { type Command, type Mend, mendsOf } from '@/core/writing';

interface FaultListProps {
  readonly part: Part;
  readonly faults: readonly MeasureFault[];
  /** The measure at the end that is just being filled: nothing is wrong with it yet. */
  readonly measureInWork: number | undefined;
  readonly vocabulary: Vocabulary;
  readonly onMend: (command: Command) => void;
}

/** Every measure that does not add up, by how much, and the usual mends. */
export function FaultList({ part, faults, measureInWork, vocabulary, onMend }: FaultListProps) {
  if (faults.length === 0) return null;
  return (
    <ul aria-label="Measures that do not add up" className="mt-3 space-y-2">
      {faults.map((fault) => (
        <li
          key={`${fault.measureIndex}-${fault.voiceIndex}`}
          className={`flex flex-wrap items-center gap-x-4 gap-y-1 border-l-8 px-4 py-2 ${fault.measureIndex === measureInWork ? 'border-rule' : 'border-warm bg-warm-wash'}`}
        >
          <span>
            <strong>{measureHeading(part.measures[fault.measureIndex]!.number, vocabulary)}</strong> has{' '}
            {fault.has}
            {fault.measureIndex === measureInWork && ' so far'}.
          </span>
          <span className="flex flex-wrap gap-2">
            {mendsOf(part, fault).map((mend) => (
              <button
                key={JSON.stringify(mend)}
                type="button"
                onClick={() => onMend({ kind: 'mend', fault, mend })}
                className="min-h-11 rounded-md border-2 border-ink bg-paper px-3 font-bold hover:bg-cool-wash"
              >
                {sayMend(mend, vocabulary)}
              </button>
            ))}
          </span>
        </li>
      ))}
    </ul>
  );
}

function sayMend(mend: Mend, vocabulary: Vocabulary): string {
  const named = (value: NoteValue) => withArticle(valueName(value, vocabulary));
  switch (mend.kind) {
    case 'add-rests':
      return `Add ${mend.values.map((value) => `${named(value)} rest`).join(' and ')}`;
    case 'lengthen-last':
      return `Make the last one ${named(mend.value)}`;
    case 'shorten-last':
      return `Shorten the last one to ${named(mend.value)}`;
    case 'move-on':
      return mend.isTied
        ? 'Tie it over the barline'
        : `Move what is over into the next ${measureName(vocabulary)}`;
  }
}

function withArticle(name: string): string {
  return `${/^[aeiou]/.test(name) ? 'an' : 'a'} ${name}`;
}
