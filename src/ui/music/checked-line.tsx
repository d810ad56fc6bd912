'use client';
import { type Ref, useImperativeHandle, useMemo, useRef, useState } from 'react';
import {
  type AfterClean,
  besideThePlayer,
  faultsInWords,
  NOTHING_AFTER,
  nextStep,
  type Overrule,
  sayScope,
  type Verdict,
  withOverrules,
} from '@/core/judging';
import type { Line } from '@/core/notation';
import { sayMeasure, type Vocabulary } from '@/core/time';
import { MetronomeMark } from '../metronome-mark';
import { useSoundAddress } from '../use-sound-address';
import { EngravedLine, type LineEngravings, type PlayheadHandle, useEngraving } from './engraved-line';
import { FaultLines } from './fault-lines';
import { BarIcon, Ledger } from './ledger';
import { NoteMarks } from './note-marks';
import { anchorsOfTake, placeAt } from './places';
import { TakePlayer } from './take-player';
import { VerdictInWords } from './verdict-in-words';
import { VoiceStrips } from './voice-strips';

interface CheckedLineProps {
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly verdict: Verdict;
  readonly vocabulary: Vocabulary;
  /** What a clean take leads to, where somebody is on a way; nothing by default. */
  readonly after?: AfterClean | undefined;
  /** The teacher's word on its measures, which ledger and advice follow. */
  readonly overrules?: readonly Overrule[];
  readonly levelsDb: readonly number[];
  /** The recording, or where it is. */
  readonly sound: string | Blob;
  /** For keys and buttons outside of it. */
  readonly handle?: Ref<TakeHandle>;
  readonly onPlaying?: (isPlaying: boolean) => void;
  /** Plays a measure as it is written; undefined where it cannot be heard beside the faults. */
  readonly asWritten?: AsWritten | undefined;
}

/** The written music beside the recording. */
export interface AsWritten {
  hear(printedIndex: number): void;
  stop(): void;
}

/** What can be done with a take from outside. */
export interface TakeHandle {
  /** @param index of the performed measure; on to the end. */
  playFrom(index: number): void;
  /** On from where it stands. */
  play(): void;
  pause(): void;
  /** Faster or slower at the same pitch; 1 is as it was played. */
  setSpeed(speed: number): void;
  /** The performed measure at the place of the recording. */
  measureNow(): number;
}

const NO_OVERRULES: readonly Overrule[] = [];

/** A measure is heard from a little before its first note. */
export const PREROLL_SECONDS = 0.15;

/** A take on its staff: what to do next, marks, ledger, and the recording with a playhead over the notes. */
export function CheckedLine({
  line,
  engravings,
  verdict: judged,
  vocabulary,
  after = NOTHING_AFTER,
  overrules = NO_OVERRULES,
  levelsDb,
  sound,
  handle,
  onPlaying,
  asWritten,
}: CheckedLineProps) {
  const verdict = useMemo(
    () => ({ ...judged, measures: withOverrules(judged.measures, overrules) }),
    [judged, overrules],
  );
  const engraving = useEngraving(engravings);
  const soundAddress = useSoundAddress(sound);
  const anchors = useMemo(() => anchorsOfTake(engraving, verdict), [engraving, verdict]);
  const playhead = useRef<PlayheadHandle>(null);
  const audio = useRef<HTMLAudioElement>(null);
  const stopAt = useRef<number | undefined>(undefined);
  const [pass, setPass] = useState(1);
  const passes = Math.max(
    1,
    ...verdict.measures.map((m) => verdict.measures.filter((o) => o.printedIndex === m.printedIndex).length),
  );

  const onTime = (seconds: number) => {
    playhead.current?.show(placeAt(anchors, seconds));
    if (stopAt.current === undefined || seconds < stopAt.current) return;
    stopAt.current = undefined;
    audio.current?.pause();
  };
  // A browser that wants a touch first refuses: the key is there for it.
  const begin = () => audio.current?.play().catch(() => onPlaying?.(false));
  const playFrom = (index: number, until?: number) => {
    const start = verdict.measures[index]?.startSeconds;
    if (start === undefined || !audio.current) return;
    stopAt.current = until;
    audio.current.currentTime = Math.max(0, start - PREROLL_SECONDS);
    begin();
  };
  const playMeasure = (index: number) => {
    const start = verdict.measures[index]!.startSeconds ?? 0;
    const next = verdict.measures
      .slice(index + 1)
      .find((m) => m.startSeconds !== undefined && m.startSeconds > start);
    playFrom(index, next?.startSeconds);
  };
  useImperativeHandle(handle, () => ({
    playFrom,
    play() {
      stopAt.current = undefined;
      begin();
    },
    pause: () => audio.current?.pause(),
    setSpeed(speed) {
      if (!audio.current) return;
      audio.current.preservesPitch = true;
      audio.current.playbackRate = speed;
    },
    measureNow() {
      const now = (audio.current?.currentTime ?? 0) + PREROLL_SECONDS;
      return Math.max(
        0,
        verdict.measures.findLastIndex((m) => m.startSeconds !== undefined && m.startSeconds <= now),
      );
    },
  }));
  const beside = besideThePlayer(verdict);
  const notHeard = verdict.scope && sayScope(verdict.scope);
  return (
    <div>
      <p data-testid="next-step" className="mb-3 border-l-8 border-cool pl-4 text-xl font-bold">
        {nextStep(verdict, { vocabulary, after })}
      </p>
      {notHeard && <p className="mb-3">{notHeard}</p>}
      {beside && <p className="mb-3">{beside}</p>}
      {asWritten && (
        <FaultLines
          faults={faultsInWords(line, verdict, vocabulary)}
          onHear={(index) => {
            asWritten.stop();
            playMeasure(index);
          }}
          onHearWritten={(index) => {
            audio.current?.pause();
            asWritten.hear(verdict.measures[index]!.printedIndex);
          }}
        />
      )}
      <TakeFacts verdict={verdict} vocabulary={vocabulary} />
      {passes > 1 && <PassChoice passes={passes} pass={pass} onChange={setPass} />}
      <EngravedLine
        engraving={engraving}
        playhead={playhead}
        over={(system, systemIndex) => (
          <NoteMarks system={system} systemIndex={systemIndex} line={line} verdict={verdict} pass={pass} />
        )}
        under={(system) => (
          <>
            <Ledger
              system={system}
              voice={verdict.scope?.voice}
              measures={verdict.measures}
              overrules={overrules}
              pass={pass}
              onPlay={playMeasure}
            />
            {verdict.voices && verdict.voices.length > 1 && (
              <VoiceStrips system={system} voices={verdict.voices} pass={pass} />
            )}
          </>
        )}
      />
      <div className="mt-4">
        <TakePlayer
          src={soundAddress}
          levelsDb={levelsDb}
          audio={audio}
          onTime={onTime}
          onPlaying={onPlaying}
        />
      </div>
      <VerdictInWords line={line} verdict={verdict} vocabulary={vocabulary} />
      <Legend />
    </div>
  );
}

function TakeFacts({ verdict, vocabulary }: { readonly verdict: Verdict; readonly vocabulary: Vocabulary }) {
  const { tempo, tuningCents, interruptions, extras } = verdict;
  const stops = interruptions.map(
    (stop) =>
      `${stop.kind === 'pause' ? 'Stopped' : 'Went back'} in ${sayMeasure(stop.measureNumber, vocabulary)}`,
  );
  return (
    <ul className="mb-2 flex flex-wrap gap-x-6 gap-y-1">
      <li>
        Asked <MetronomeMark unit={tempo.beatUnit} bpm={tempo.askedBpm} />
        {tempo.playedBpm !== undefined && <>, played {Math.round(tempo.playedBpm)}</>}
      </li>
      {tuningCents !== undefined && Math.abs(tuningCents) >= 10 && (
        <li>
          The instrument was {Math.abs(Math.round(tuningCents))} cents {tuningCents > 0 ? 'high' : 'low'}
        </li>
      )}
      {stops.map((stop, index) => (
        <li key={index}>{stop}</li>
      ))}
      {extras.length > 0 && (
        <li>{extras.length === 1 ? 'One extra note' : `${extras.length} extra notes`}</li>
      )}
    </ul>
  );
}

function PassChoice({
  passes,
  pass,
  onChange,
}: {
  readonly passes: number;
  readonly pass: number;
  readonly onChange: (pass: number) => void;
}) {
  return (
    <fieldset className="mb-2 flex items-center gap-2">
      <legend className="sr-only">Which time through the repeat is marked on the staff</legend>
      {Array.from({ length: passes }, (_, index) => (
        <label
          key={index}
          className="inline-flex min-h-11 items-center gap-2 rounded-md px-2 has-checked:bg-cool-wash"
        >
          <input
            type="radio"
            name="pass"
            checked={pass === index + 1}
            onChange={() => onChange(index + 1)}
            className="size-5 accent-cool"
          />
          {['First time', 'Second time', 'Third time'][index] ?? `Time ${index + 1}`}
        </label>
      ))}
    </fieldset>
  );
}

function Legend() {
  return (
    <details className="mt-3 text-base text-faint">
      <summary className="min-h-11 cursor-pointer py-2.5">What the marks say</summary>
      <ul className="mt-1 grid gap-x-8 gap-y-1 sm:grid-cols-2">
        <li>
          <span className="inline-flex items-center gap-1.5">
            <BarIcon kind="notes" /> upper bar: notes right
          </span>
          ,{' '}
          <span className="inline-flex items-center gap-1.5">
            <BarIcon kind="rhythm" /> lower bar: rhythm right
          </span>
          . Hatched: needs work.
        </li>
        <li>Slim bars under it: each hand or drum by itself.</li>
        <li>A stroke under a note leans left: early; leans right: late. Thick: too much.</li>
        <li>A letter beside a note: what was heard instead. A dashed ring: not heard.</li>
        <li>Two strokes over the staff: a stop. A hook: begun again from there.</li>
        <li>A pen in a bar: the teacher’s word, not Mevlo’s.</li>
        <li>A dot under the staff: an extra note. A short bar after a note: let go too soon.</li>
      </ul>
    </details>
  );
}
