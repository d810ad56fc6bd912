'use client';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { type InstrumentId, maybeFingeringChart } from '@/core/instruments';
import { isPitchedNote, type Line, type LineEvent, spellingOf } from '@/core/notation';
import { pitchName } from '@/core/pitch';
import {
  type Finding,
  type GlossaryEntry,
  type LookOver,
  type Worth,
  worthOfEvent,
  worthOfMeasure,
  worthOfMeter,
} from '@/core/study';
import { measureHeading, type Vocabulary, valueName, wordsOf } from '@/core/time';
import type { EngravedSystem } from '@/engraving/engraving';
import { EngravedLine, isNarrowScreen, type LineEngravings, useEngraving } from '../music/engraved-line';
import { Sheet } from '../page-frame';
import { DifficultyStrip } from './difficulty-strip';
import { FindingList } from './finding-list';
import { FindingsUnder } from './findings-under';
import { GlossaryList } from './glossary-list';
import { HowToPlay } from './how-to-play';
import { PencilMarks } from './pencil-marks';
import { SameBrackets } from './same-brackets';
import { StaffTouch } from './staff-touch';
import { RowUnder, UNDER_NAMES, type Under } from './under-staff';
import { WorthCard } from './worth-card';

export interface StudySheetProps {
  readonly heading: ReactNode;
  readonly line: Line;
  readonly instrumentId: InstrumentId | undefined;
  readonly counted: LineEngravings;
  readonly plain: LineEngravings;
  readonly look: LookOver;
  readonly glossary: readonly GlossaryEntry[];
  readonly vocabulary: Vocabulary;
  /** What stands below the staff, e.g. ways on. */
  readonly children?: ReactNode;
}

/** So many of the hardest spots are ringed before anybody asks. */
const RINGED_AT_FIRST = 3;

/** A line before it sounds: its counting, names and fingers, what repeats, what is hard, and what everything is worth. */
export function StudySheet(props: StudySheetProps) {
  const { line, instrumentId, counted, plain, look, glossary, vocabulary } = props;
  const [under, setUnder] = useState<Under>('counts');
  const [lit, setLit] = useState<Finding>();
  const staff = useRef<HTMLDivElement>(null);
  const light = (finding: Finding | undefined) => {
    flushSync(() => setLit(finding));
    staff.current?.querySelector('[data-lit]')?.scrollIntoView({ block: 'nearest' });
  };
  const [asked, setAsked] = useState<Asked>({ kind: 'nothing' });
  /** What was touched stays in sight above the answer. */
  const ask = (about: Asked) => {
    flushSync(() => setAsked(about));
    if (isNarrowScreen())
      staff.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'start' });
  };
  const engraving = useEngraving(under === 'counts' ? counted : plain);
  const { part } = line;
  const isPitched = part.measures.some(({ events }) => events.some(isPitchedNote));
  const chart = instrumentId && maybeFingeringChart(instrumentId);
  const choices: readonly Under[] = [
    'counts',
    ...(isPitched ? (['letters', 'solfa'] as const) : []),
    ...(chart && isPitched ? (['fingers'] as const) : []),
    'nothing',
  ];
  const nameOf = (printedIndex: number) => measureHeading(part.measures[printedIndex]!.number, vocabulary);
  const worth = useMemo(() => worthOf(asked, line, vocabulary), [asked, line, vocabulary]);
  const same = look.patterns.filter(({ kind }) => kind === 'same');
  const askedNote = asked.kind === 'event' ? findEvent(line, asked.eventId) : undefined;
  const { byMeasure, overAll } = placed(look);
  const words = wordsOf(vocabulary);
  return (
    <div className="space-y-5">
      <Sheet>
        {props.heading}
        <div className="mb-1 flex flex-wrap items-center justify-between gap-x-6">
          <fieldset className="flex flex-wrap items-center gap-x-1">
            <legend className="float-left mr-2 py-2 text-faint">Under the notes</legend>
            {choices.map((choice) => (
              <label
                key={choice}
                className="inline-flex min-h-11 items-center gap-1.5 rounded-md px-2 has-checked:bg-cool-wash has-checked:font-bold"
              >
                <input
                  type="radio"
                  name="under"
                  checked={under === choice}
                  onChange={() => setUnder(choice)}
                  className="size-5 accent-cool"
                />
                {UNDER_NAMES[choice]}
              </label>
            ))}
          </fieldset>
          <div className="flex flex-wrap items-center gap-2">
            <p className="text-faint">What is it worth? Touch a note, a rest, the stones or</p>
            {metersOf(line).map(({ printedIndex, text }) => (
              <button
                key={printedIndex}
                type="button"
                onClick={() => ask({ kind: 'meter', printedIndex })}
                className="min-h-11 rounded-md border-2 border-ink px-3 font-serif text-xl font-bold hover:bg-cool-wash"
              >
                {text} <span className="sr-only">What do these numbers say?</span>
              </button>
            ))}
          </div>
        </div>
        <div ref={staff}>
          <EngravedLine
            engraving={engraving}
            over={(system) => (
              <PencilMarks system={system} ringed={look.hardSpots.slice(0, RINGED_AT_FIRST)} lit={lit} />
            )}
            touch={(system) => (
              <StaffTouch
                system={system}
                events={eventsOf(system, line).map((event) => ({
                  id: event.id,
                  label: describeEvent(event, vocabulary),
                }))}
                chosen={asked.kind === 'event' ? asked.eventId : undefined}
                onChoose={(eventId) => ask({ kind: 'event', eventId })}
              />
            )}
            under={(system) => (
              <>
                <RowUnder under={under} system={system} line={line} instrumentId={instrumentId} />
                <SameBrackets system={system} same={same} />
                <DifficultyStrip
                  system={system}
                  difficulties={look.difficulties}
                  nameOf={nameOf}
                  onChoose={(printedIndex) => ask({ kind: 'measure', printedIndex })}
                />
                {worth && isIn(system, asked, line) && (
                  <WorthCard worth={worth} onClose={() => setAsked({ kind: 'nothing' })}>
                    {askedNote?.kind === 'note' && <HowToPlay note={askedNote} instrumentId={instrumentId} />}
                  </WorthCard>
                )}
                <FindingsUnder system={system} findings={byMeasure} lit={lit} onLight={light} />
              </>
            )}
          />
        </div>
        <p className="mt-2 text-base text-faint">
          Stones: how hard each {words.measure} is. Dashed: watch out. Solid, with the same letter: the same
          again. Touch a sentence, and its {words.measures} light up.
        </p>
        {props.children}
      </Sheet>
      <div className="grid items-start gap-5 lg:grid-cols-3">
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Begin slowly</h2>
          <p>{look.startingTempo.sentence}</p>
        </Sheet>
        {overAll.length > 0 && (
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">What comes back</h2>
            <FindingList findings={overAll} lit={lit} onLight={light} />
          </Sheet>
        )}
        {glossary.length > 0 && (
          <Sheet>
            <h2 className="mb-2 text-xl font-bold">Words and signs in this line</h2>
            <GlossaryList glossary={glossary} />
          </Sheet>
        )}
      </div>
    </div>
  );
}

/** What is about one place stands under it; what is about measures apart from each other is said once for the line. */
function placed({ hardSpots, patterns }: LookOver) {
  const isInOnePlace = ({ measureIndexes }: Finding) =>
    measureIndexes.at(-1)! - measureIndexes[0]! === measureIndexes.length - 1;
  return {
    byMeasure: [...hardSpots, ...patterns.filter(isInOnePlace)],
    overAll: patterns.filter((pattern) => !isInOnePlace(pattern)),
  };
}

type Asked =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'event'; readonly eventId: string }
  | { readonly kind: 'measure'; readonly printedIndex: number }
  | { readonly kind: 'meter'; readonly printedIndex: number };

function worthOf(asked: Asked, { part }: Line, vocabulary: Vocabulary): Worth | undefined {
  switch (asked.kind) {
    case 'nothing':
      return undefined;
    case 'event':
      return worthOfEvent(part, asked.eventId, vocabulary);
    case 'measure':
      return worthOfMeasure(part, asked.printedIndex, vocabulary);
    case 'meter':
      return worthOfMeter(part.measures[asked.printedIndex]!, vocabulary);
  }
}

function isIn(system: EngravedSystem, asked: Asked, line: Line): boolean {
  if (asked.kind === 'nothing') return false;
  if (asked.kind === 'event') return eventsOf(system, line).some(({ id }) => id === asked.eventId);
  return system.measures.some(({ printedIndex }) => printedIndex === asked.printedIndex);
}

function findEvent({ part }: Line, eventId: string): LineEvent | undefined {
  return part.measures.flatMap(({ events }) => events).find(({ id }) => id === eventId);
}

function eventsOf(system: EngravedSystem, { part }: Line): readonly LineEvent[] {
  return system.measures.flatMap(({ printedIndex }) => part.measures[printedIndex]!.events);
}

function describeEvent(event: LineEvent, vocabulary: Vocabulary): string {
  const value = valueName(event.value, vocabulary);
  if (event.kind === 'rest') return `${value} rest: what is it worth?`;
  const name = event.pitch.kind === 'pitched' ? pitchName(spellingOf(event.pitch)) : 'stroke';
  return `${name}, ${value}: what is it worth?`;
}

/** The meters of a line, where they begin. */
function metersOf({ part }: Line) {
  return part.measures.flatMap(({ meter }, printedIndex) => {
    const before = part.measures[printedIndex - 1]?.meter;
    const isNew = before?.beats !== meter.beats || before.beatType !== meter.beatType;
    return isNew ? [{ printedIndex, text: `${meter.beats}/${meter.beatType}` }] : [];
  });
}
