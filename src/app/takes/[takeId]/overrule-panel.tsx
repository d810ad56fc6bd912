'use client';
import { PenLine } from 'lucide-react';
import { useState } from 'react';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import {
  isRightNote,
  type MeasureVerdict,
  type NoteVerdict,
  OVERRULED,
  type Overrule,
  type Verdict,
} from '@/core/judging';
import { type Line, readName } from '@/core/notation';
import { firstWeakMeasure } from '@/core/review';
import { sayMeasure, type Vocabulary, wordsOf } from '@/core/time';
import { Button } from '@/ui/button';
import { SmallChoice } from '@/ui/field';
import { useStoredAtOnce } from '@/ui/form';
import { Key } from '@/ui/key';
import { overrule } from './actions';

/** A teacher's word with who said it, and when in words. */
export interface SignedOverrule extends Overrule {
  readonly by: string;
}

interface OverrulePanelProps {
  readonly takeId: string;
  readonly line: Line;
  /** As Mevlo judged it. */
  readonly verdict: Verdict;
  readonly overrules: readonly SignedOverrule[];
  readonly vocabulary: Vocabulary;
  /** The performed measure that is being heard. */
  readonly measureNow: () => number;
}

type Quality = Overrule['quality'];

const ALL = 'all';
const NAMES: Readonly<Record<Quality, { readonly measure: string; readonly note: string }>> = {
  notes: { measure: 'The notes', note: 'The note' },
  rhythm: { measure: 'The rhythm', note: 'Its rhythm' },
};

const needsWork = (measure: MeasureVerdict, quality: Quality) =>
  quality === 'notes' ? measure.notesNeedWork : measure.rhythmNeedsWork;

/** Where the teacher hears it otherwise: in a measure or a single note, with who said so beside what Mevlo said. */
export function OverrulePanel(props: OverrulePanelProps) {
  const { takeId, line, verdict, overrules, vocabulary, measureNow } = props;
  const { measures } = verdict;
  const [chosen, setChosen] = useState(firstWeakMeasure(measures) ?? 0);
  const [noteId, setNoteId] = useState(ALL);
  const { outcome, store, isPending } = useStoredAtOnce(overrule);
  const notes = verdict.notes.filter(({ measureIndex }) => measureIndex === chosen);
  const note = notes.find((one) => one.noteId === noteId);

  const choose = (measureIndex: number) => {
    setChosen(measureIndex);
    if (measureIndex !== chosen) setNoteId(ALL);
  };
  const isSaid = (measureIndex: number, quality: Quality, of?: NoteVerdict) =>
    overrules.some(
      (word) =>
        word.measureIndex === measureIndex && word.quality === quality && word.note?.noteId === of?.noteId,
    );
  const isJudgedRight = (measureIndex: number, quality: Quality, of?: NoteVerdict) =>
    of ? isRightNote(of, quality) : !needsWork(measures[measureIndex]!, quality);
  const say = (measureIndex: number, quality: Quality, of?: NoteVerdict) => {
    const turned = isJudgedRight(measureIndex, quality, of) ? 'not-right' : 'right';
    const word = isSaid(measureIndex, quality, of) ? 'as-judged' : turned;
    choose(measureIndex);
    void store(takeId, { measureIndex, quality, noteId: of?.noteId, word });
  };
  const sayHere = (quality: Quality) => {
    const measureIndex = note ? chosen : measureNow();
    say(measureIndex, quality, note);
  };
  useKeys({ '1': () => sayHere('notes'), '2': () => sayHere('rhythm') });

  const nameOf = (measureIndex: number) => sayMeasure(measures[measureIndex]!.number, vocabulary);
  const noteName = (of: NoteVerdict) => {
    const place =
      verdict.notes.filter(({ measureIndex }) => measureIndex === of.measureIndex).indexOf(of) + 1;
    const { printedIndex } = measures[of.measureIndex]!;
    return of.writtenMidi === undefined
      ? `note ${place}`
      : `note ${place}, ${readName(of.writtenMidi, line, printedIndex)}`;
  };
  return (
    <section aria-label={`Overrule a ${wordsOf(vocabulary).measure}`} className="mt-3">
      <div className="flex flex-wrap items-center gap-3">
        <SmallChoice
          label="Do you hear it otherwise? In"
          value={`${chosen}`}
          onChange={(value) => choose(Number(value))}
        >
          {measures.map((_, index) => (
            <option key={index} value={index}>
              {nameOf(index)}
            </option>
          ))}
        </SmallChoice>
        <SmallChoice label={<span className="sr-only">Note</span>} value={noteId} onChange={setNoteId}>
          <option value={ALL}>all of it</option>
          {notes.map((one) => (
            <option key={one.noteId} value={one.noteId}>
              {noteName(one)}
            </option>
          ))}
        </SmallChoice>
        {OVERRULED.map((quality, index) => {
          const turned = isJudgedRight(chosen, quality, note) ? 'not right' : 'right';
          return (
            <Button
              key={quality}
              disabled={isPending}
              onClick={() => say(chosen, quality, note)}
              aria-keyshortcuts={`${index + 1}`}
            >
              {NAMES[quality][note ? 'note' : 'measure']}:{' '}
              {isSaid(chosen, quality, note) ? 'as Mevlo says' : turned} <Key>{`${index + 1}`}</Key>
            </Button>
          );
        })}
      </div>
      {outcome}
      {overrules.length > 0 && (
        <ul className="mt-2 space-y-1">
          {overrules.map(({ measureIndex, quality, isRight, note: of, by }) => {
            const judged = of && verdict.notes.find((one) => one.noteId === of.noteId);
            const wasRight = isJudgedRight(measureIndex, quality, judged ?? undefined);
            return (
              <li key={`${measureIndex} ${quality} ${of?.noteId}`} className="flex items-center gap-2">
                <PenLine aria-hidden className="size-4" />
                <span>
                  {nameOf(measureIndex)}, {judged && `${noteName(judged)}, `}
                  {quality}: <strong>{isRight ? 'right' : 'not right'}</strong> ({by}); Mevlo said{' '}
                  {wasRight ? 'right' : 'needs work'}.
                </span>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
