'use client';
import { memo, useMemo, useState } from 'react';
import { type DerivedPart, fittingShifts, type LineDocument, partsOf } from '@/core/arranging';
import { describeIssue } from '@/core/base';
import { INSTRUMENTS, type InstrumentId, instrument, LEVELS, type Level } from '@/core/instruments';
import { sayMeasures, type Vocabulary, wordsOf } from '@/core/time';
import type { Command, Desk } from '@/core/writing';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/field';
import { Options } from '@/ui/options';
import { useVocabulary } from '@/ui/vocabulary';

interface PartsPanelProps {
  readonly desk: Desk;
  readonly derived: readonly DerivedPart[];
  /** Index in `derived` of the part that is looked at, if one is. */
  readonly lookedAt: number | undefined;
  readonly onLook: (index: number | undefined) => void;
  readonly onDerive: (derived: readonly DerivedPart[]) => void;
  readonly onCommand: (command: Command) => void;
}

const LEVEL_NAMES: Readonly<Record<Level, string>> = {
  1: 'first notes',
  2: 'about an octave',
  3: 'all of the first year',
};

/** The parts of a line: those written out, and those that follow the lead by themselves. */
export const PartsPanel = memo(function PartsPanel({
  desk,
  derived,
  lookedAt,
  onLook,
  onDerive,
  onCommand,
}: PartsPanelProps) {
  const document: LineDocument = useMemo(() => ({ score: desk.score, derived }), [desk.score, derived]);
  const all = useMemo(() => partsOf(document), [document]);
  const [wanted, setWanted] = useState<InstrumentId>('clarinet');
  const [level, setLevel] = useState<Level>(3);
  const vocabulary = useVocabulary();
  const written = desk.score.parts.length;
  return (
    <div className="space-y-4">
      <ul className="space-y-2">
        {all.map(({ part, isDerived, measuresOutOfRange, remarks }, index) => {
          const derivedIndex = index - written;
          const isOpen = isDerived
            ? lookedAt === derivedIndex
            : lookedAt === undefined && desk.partIndex === index;
          return (
            <li key={part.id} className={`border-l-8 pl-3 ${isOpen ? 'border-ink' : 'border-rule'}`}>
              <div className="flex flex-wrap items-center gap-x-2">
                <strong>{part.name}</strong>
                <span className="text-faint">
                  {index === 0 ? 'the lead' : isDerived ? 'follows the lead' : 'written by hand'}
                </span>
              </div>
              {measuresOutOfRange.length > 0 && (
                <p className="text-base">
                  Out of reach in {fewMeasures(measuresOutOfRange, vocabulary)}.{' '}
                  {isDerived && (
                    <OtherKeys
                      document={document}
                      wanted={derived[derivedIndex]!}
                      onChoose={(shiftSemitones) =>
                        onDerive(derived.with(derivedIndex, { ...derived[derivedIndex]!, shiftSemitones }))
                      }
                    />
                  )}
                </p>
              )}
              {remarks.length > 0 && (
                <details className="text-base">
                  <summary className="min-h-11 cursor-pointer py-2.5">
                    What it left out ({remarks.length})
                  </summary>
                  <ul className="list-disc pl-5">
                    {remarks.map((remark) => (
                      <li key={describeIssue(remark)}>{describeIssue(remark)}</li>
                    ))}
                  </ul>
                </details>
              )}
              <div className="flex flex-wrap gap-x-1">
                {!isOpen && (
                  <SmallButton
                    onPress={() => {
                      onLook(isDerived ? derivedIndex : undefined);
                      if (!isDerived) onCommand({ kind: 'open-part', partIndex: index });
                    }}
                  >
                    {isDerived ? 'Look at it' : 'Write in it'}
                  </SmallButton>
                )}
                {isDerived && (
                  <SmallButton
                    onPress={() => {
                      onCommand({ kind: 'add-part', part: { ...part, id: freshId(desk) } });
                      onDerive(derived.toSpliced(derivedIndex, 1));
                      onLook(undefined);
                    }}
                  >
                    Write it by hand
                  </SmallButton>
                )}
                {(isDerived || index > 0) && (
                  <SmallButton
                    onPress={() => {
                      if (isDerived) onDerive(derived.toSpliced(derivedIndex, 1));
                      else onCommand({ kind: 'remove-part', partIndex: index });
                      onLook(undefined);
                    }}
                  >
                    Take it out
                  </SmallButton>
                )}
              </div>
            </li>
          );
        })}
      </ul>
      <div className="space-y-3 border-t-2 border-rule pt-3">
        <Choice
          label="A part for"
          value={wanted}
          onChange={(event) => setWanted(event.target.value as InstrumentId)}
        >
          <Options of={INSTRUMENTS} />
        </Choice>
        <Choice
          label="Who plays"
          value={level}
          onChange={(event) => setLevel(Number(event.target.value) as Level)}
        >
          {LEVELS.map((one) => (
            <option key={one} value={one}>
              {LEVEL_NAMES[one]}
            </option>
          ))}
        </Choice>
        <Button
          className="w-full"
          disabled={derived.some((part) => part.instrument === wanted) || isWritten(desk, wanted)}
          onClick={() => {
            onDerive([...derived, { instrument: wanted, level, shiftSemitones: 0 }]);
            onLook(derived.length);
          }}
        >
          Make the part
        </Button>
      </div>
    </div>
  );
});

function isWritten(desk: Desk, wanted: InstrumentId): boolean {
  return desk.score.parts.some((part) => part.instrument === wanted);
}

function freshId(desk: Desk): string {
  const taken = new Set(desk.score.parts.map(({ id }) => id));
  let number = 2;
  while (taken.has(`P${number}`)) number++;
  return `P${number}`;
}

/** Keys in which the whole line would be in reach; it then no longer sounds together with the lead. */
function OtherKeys({
  document,
  wanted,
  onChoose,
}: {
  readonly document: LineDocument;
  readonly wanted: DerivedPart;
  readonly onChoose: (shiftSemitones: number) => void;
}) {
  const shifts = useMemo(
    () =>
      fittingShifts(document.score.parts[0]!, {
        to: instrument(wanted.instrument),
        level: wanted.level,
        id: 'D',
      }).slice(0, 3),
    [document, wanted],
  );
  if (shifts.length === 0) return <>No key brings all of it into reach.</>;
  return (
    <span className="flex flex-wrap gap-1">
      {shifts.map((shift) => (
        <SmallButton key={shift} onPress={() => onChoose(shift)}>
          {`${Math.abs(shift)} half ${Math.abs(shift) === 1 ? 'step' : 'steps'} ${shift > 0 ? 'higher' : 'lower'}, alone`}
        </SmallButton>
      ))}
    </span>
  );
}

function fewMeasures(numbers: readonly number[], vocabulary: Vocabulary): string {
  const most = 6;
  return numbers.length > most
    ? `${numbers.length} ${wordsOf(vocabulary).measures}`
    : sayMeasures(numbers, vocabulary);
}

function SmallButton({ onPress, children }: { readonly onPress: () => void; readonly children: string }) {
  return (
    <button
      type="button"
      onClick={onPress}
      className="min-h-11 rounded-md px-2 text-cool underline underline-offset-4 hover:bg-cool-wash"
    >
      {children}
    </button>
  );
}
