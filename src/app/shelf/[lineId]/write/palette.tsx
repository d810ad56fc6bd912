'use client';
import { Eraser, PenLine, Redo2, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { DRUM_IDS, drumById } from '@/core/notation';
import { inWordsOf, measureName, NOTE_BASES, type Vocabulary, valueName } from '@/core/time';
import { type Command, type Desk, DRUMS_OF_DIGITS, isKit } from '@/core/writing';
import { NoteGlyph, RestGlyph } from './note-glyph';

interface PaletteProps {
  readonly desk: Desk;
  readonly vocabulary: Vocabulary;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly hasPen: boolean;
  readonly setPen: (hasPen: boolean) => void;
  readonly onCommand: (command: Command) => void;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
  readonly onSay: () => void;
}

/** Everything that is used all the time, large enough for a finger. */
export function Palette({
  desk,
  vocabulary,
  canUndo,
  canRedo,
  hasPen,
  setPen,
  onCommand,
  onUndo,
  onRedo,
  onSay,
}: PaletteProps) {
  const sign = (label: string, name: string, command: Command) => (
    <Tool name={inWordsOf(name, vocabulary)} onPress={() => onCommand(command)}>
      {label}
    </Tool>
  );
  return (
    <div role="toolbar" aria-label="What to write" className="flex flex-wrap gap-1">
      <Tool name="Pen: a tap on the staff writes a note" isOn={hasPen} onPress={() => setPen(!hasPen)}>
        <PenLine aria-hidden className="size-6" />
      </Tool>
      <Gap />
      {NOTE_BASES.map((base) => (
        <Tool
          key={base}
          name={valueName({ base, dots: 0 }, vocabulary)}
          isOn={desk.value.base === base}
          onPress={() => onCommand({ kind: 'value', base })}
        >
          <NoteGlyph base={base} />
        </Tool>
      ))}
      <Tool name="Dot" isOn={desk.value.dots > 0} onPress={() => onCommand({ kind: 'dot' })}>
        <span className="text-3xl leading-none">·{desk.value.dots === 2 && '·'}</span>
      </Tool>
      <Tool
        name={
          desk.value.tuplet === 'duplet'
            ? '2, duplet: begin or end'
            : '3, triplet; in meters in threes, duplet: begin or end'
        }
        isOn={desk.value.tuplet !== undefined}
        onPress={() => onCommand({ kind: 'tuplet' })}
      >
        <span className="border-t-2 border-current px-1 font-serif text-xl leading-tight italic">
          {desk.value.tuplet === 'duplet' ? 2 : 3}
        </span>
      </Tool>
      <Tool name="Rest" onPress={() => onCommand({ kind: 'rest' })}>
        <RestGlyph />
      </Tool>
      <Tool
        name="And: the next letter on top of the last note"
        isOn={desk.joinsNext === 'on-top'}
        onPress={() => onCommand({ kind: 'and' })}
      >
        and
      </Tool>
      <Tool
        name="Grace: the next letter as a small note before the last one"
        isOn={desk.joinsNext === 'before'}
        onPress={() => onCommand({ kind: 'grace' })}
      >
        grace
      </Tool>
      <Gap />
      {sign('♯', 'Half step up', { kind: 'half-step', direction: 1 })}
      {sign('♭', 'Half step down', { kind: 'half-step', direction: -1 })}
      {sign('♮', 'Natural', { kind: 'natural' })}
      {sign('↑', 'Step up', { kind: 'step', direction: 1 })}
      {sign('↓', 'Step down', { kind: 'step', direction: -1 })}
      <Gap />
      <Tool name="Tie to the next note" onPress={() => onCommand({ kind: 'tie' })}>
        tie
      </Tool>
      <Tool name="Slur: begin or end, or over what is selected" onPress={() => onCommand({ kind: 'slur' })}>
        slur
      </Tool>
      {sign('>', 'Accent', { kind: 'articulation', articulation: 'accent' })}
      {sign('•', 'Staccato', { kind: 'articulation', articulation: 'staccato' })}
      {sign('–', 'Tenuto', { kind: 'articulation', articulation: 'tenuto' })}
      {sign('fermata', 'Fermata', { kind: 'fermata' })}
      {sign('breath', 'Breath after it', { kind: 'breath' })}
      <Tool name="Say anything else: dynamics, tempo, key, words" onPress={onSay}>
        say …
      </Tool>
      <Gap />
      <Tool
        name={`Same ${measureName(vocabulary)} again`}
        onPress={() => onCommand({ kind: 'repeat-measure' })}
      >
        again
      </Tool>
      <Tool
        name={`As before: the ${measureName(vocabulary)} before again, as a sign, or written out`}
        onPress={() => onCommand({ kind: 'measure-repeat' })}
      >
        as before
      </Tool>
      <Tool name="Take the last one away" onPress={() => onCommand({ kind: 'remove-before' })}>
        <Eraser aria-hidden className="size-6" />
      </Tool>
      <Tool name="Undo" isOff={!canUndo} onPress={onUndo}>
        <Undo2 aria-hidden className="size-6" />
      </Tool>
      <Tool name="Do it again" isOff={!canRedo} onPress={onRedo}>
        <Redo2 aria-hidden className="size-6" />
      </Tool>
      {isKit(desk) && <Drums onCommand={onCommand} />}
    </div>
  );
}

/** The drums of a kit by their names, each with its digit where it has one. */
function Drums({ onCommand }: Pick<PaletteProps, 'onCommand'>) {
  return (
    <div className="flex w-full flex-wrap gap-1">
      {DRUM_IDS.map((drum, index) => {
        const { name } = drumById(drum);
        const digit = index < DRUMS_OF_DIGITS.length ? `${(index + 1) % 10}` : undefined;
        return (
          <Tool
            key={drum}
            name={digit === undefined ? name : `${digit} ${name}`}
            onPress={() => onCommand({ kind: 'drum', drum })}
          >
            {digit !== undefined && <span className="mr-1.5 text-base font-normal text-faint">{digit}</span>}
            <span className="text-base">{name}</span>
          </Tool>
        );
      })}
      <Tool name="flam: a soft stroke just before the last one" onPress={() => onCommand({ kind: 'flam' })}>
        <span className="text-base">flam</span>
      </Tool>
      <Tool name="ghost: the last stroke as soft as can be" onPress={() => onCommand({ kind: 'ghost' })}>
        <span className="text-base">ghost</span>
      </Tool>
    </div>
  );
}

interface ToolProps {
  readonly name: string;
  readonly isOn?: boolean;
  readonly isOff?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}

function Tool({ name, isOn, isOff, onPress, children }: ToolProps) {
  return (
    <button
      type="button"
      aria-label={name}
      title={name}
      aria-pressed={isOn}
      disabled={isOff}
      onClick={onPress}
      className={`flex min-h-12 min-w-12 items-center justify-center rounded-md border-2 px-2 text-xl font-bold disabled:opacity-40 ${isOn ? 'border-ink bg-ink text-paper' : 'border-rule bg-paper hover:bg-cool-wash'}`}
    >
      {children}
    </button>
  );
}

function Gap() {
  return <span className="w-2" />;
}
