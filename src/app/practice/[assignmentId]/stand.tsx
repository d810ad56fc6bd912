'use client';
import { Mic, Square } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type ChangeEvent, type ComponentProps, useMemo, useRef, useState } from 'react';
import { handInTake } from '@/browser/hand-in';
import type { TakeMoment } from '@/browser/take-session';
import { maybeInstrumentOfPart } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { beatUnit, clicksPerMeasure, quarterSeconds, type Vocabulary } from '@/core/time';
import { Button, ButtonLink } from '@/ui/button';
import { MetronomeMark } from '@/ui/metronome-mark';
import {
  EngravedLine,
  type LineEngravings,
  type PlayheadHandle,
  useEngraving,
} from '@/ui/music/engraved-line';
import { anchorsInTempo, placeAt } from '@/ui/music/places';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { RowUnder } from '@/ui/study/under-staff';
import { TempoLadder } from '@/ui/tempo-ladder';
import { Beats } from './beats';
import { Cautions } from './cautions';
import { HelpForm } from './help-form';
import { LevelMeter } from './level-meter';
import { OwnWord } from './own-word';
import { Result } from './result';
import { StageCard } from './stage-card';
import { TapPad } from './tap-pad';
import { useLeaveWarning, useSpaceKey } from './use-page-keys';
import { checkTake, useStand } from './use-stand';

interface StandProps {
  readonly assignmentId: string;
  /** The stage at hand and the way it belongs to; undefined when the whole line is given out at once. */
  readonly plan: Omit<ComponentProps<typeof StageCard>, 'assignmentId'> | undefined;
  readonly stageId: string;
  readonly vocabulary: Vocabulary;
  readonly lineNumber: number;
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly ladder: readonly number[];
  readonly climbed: readonly number[];
  readonly nextBpm: number;
  /** A teacher may try the stand out but hands nothing in. */
  readonly mayHandIn: boolean;
}

/** The music stand: the line, its tempo, one key to record. */
export function Stand(props: StandProps) {
  const {
    assignmentId,
    plan,
    stageId,
    vocabulary,
    lineNumber,
    line,
    engravings,
    ladder,
    climbed,
    nextBpm,
    mayHandIn,
  } = props;
  const input = plan?.stage.input ?? 'microphone';
  const isSilent = input === 'none';
  const [isTapping, setTapping] = useState(false);
  const router = useRouter();
  const engraving = useEngraving(engravings);
  const unit = beatUnit(line.part.measures[0]!.meter);
  const [bpm, setBpm] = useState(nextBpm);
  const [clickWhilePlaying, setClickWhilePlaying] = useState(plan?.stage.click ?? true);
  const [beat, setBeat] = useState(0);
  const [isCounting, setCounting] = useState(false);
  const [sending, setSending] = useState<{ readonly busy: boolean; readonly problem?: string }>({
    busy: false,
  });
  const playhead = useRef<PlayheadHandle>(null);
  const anchors = useMemo(
    () => anchorsInTempo(engraving, line, quarterSeconds(bpm, unit)),
    [engraving, line, bpm, unit],
  );

  const onMoment = (moment: TakeMoment) => {
    setBeat(moment.beat);
    setCounting(moment.phase === 'count-in');
    playhead.current?.show(placeAt(anchors, Math.max(0, moment.lineSeconds)));
  };
  const { state, setState, level, openMicrophone, start, finish } = useStand(line, onMoment);
  const isRecording = state.kind === 'recording';
  const press = () =>
    isRecording
      ? void finish(bpm)
      : void start(bpm, { clickWhilePlaying, hasBacking: plan?.stage.backing ?? false });
  useSpaceKey(
    isSilent || isTapping || state.kind === 'result' || state.kind === 'checking' || state.kind === 'opening'
      ? undefined
      : press,
  );
  useLeaveWarning(state.kind === 'result');

  const send = async (take: Omit<Parameters<typeof handInTake>[0], 'assignmentId' | 'stage'>) => {
    setSending({ busy: true });
    const problem = await handInTake({ ...take, assignmentId, stage: plan && stageId });
    if (problem) setSending({ busy: false, problem });
    else router.push(`/takes/${take.id}`);
  };
  const bringFile = ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    if (file) void send({ id: crypto.randomUUID(), askedBpm: bpm, source: 'file', sound: file });
  };

  return (
    <div className="grid items-start gap-4 md:grid-cols-[92px_1fr]">
      <div>
        <p className="mb-1 text-center text-base text-faint max-md:sr-only">tempo</p>
        <TempoLadder
          ladder={ladder}
          climbed={climbed}
          chosen={bpm}
          onChoose={isRecording ? undefined : setBpm}
        />
      </div>
      <Sheet>
        <div className="mb-2 flex flex-wrap items-center justify-between gap-x-6">
          <h1 className="font-serif text-3xl font-bold">
            {lineNumber} {line.title}
          </h1>
          <MetronomeMark unit={unit.name} bpm={bpm} className="text-xl" />
        </div>
        {plan && state.kind !== 'result' && <StageCard assignmentId={assignmentId} {...plan} />}
        {sending.problem && <Notice kind="problem">{sending.problem}</Notice>}
        {state.kind === 'result' ? (
          <Result
            take={state.take}
            line={line}
            engravings={engravings}
            busy={sending.busy}
            onAgain={() => setState({ kind: 'ready' })}
            onHandIn={
              mayHandIn
                ? () => void send({ ...state.take, source: 'recorded', sound: state.take.wav })
                : undefined
            }
          />
        ) : (
          <>
            <EngravedLine
              engraving={engraving}
              playhead={playhead}
              under={(system) => (
                <RowUnder
                  under={plan?.stage.under ?? 'counts'}
                  system={system}
                  line={line}
                  instrumentId={maybeInstrumentOfPart(line.part.name)?.id}
                />
              )}
            />
            <div className="mt-4 space-y-4 border-t-2 border-rule pt-4">
              {state.kind === 'problem' && <Notice kind="problem">{state.text}</Notice>}
              {state.kind === 'checking' && (
                <Notice kind="news">Mevlo is listening to what you played …</Notice>
              )}
              {isSilent ? (
                <OwnWord
                  assignmentId={assignmentId}
                  stageId={stageId}
                  line={line}
                  bpm={bpm}
                  maySay={mayHandIn}
                />
              ) : (
                <div className="flex flex-wrap items-center gap-x-6 gap-y-3">
                  {input === 'either' && !isRecording && state.kind !== 'checking' && (
                    <TapPad
                      line={line}
                      bpm={bpm}
                      onGoing={setTapping}
                      onTapped={async (audio) => {
                        setState({ kind: 'checking' });
                        setState(await checkTake(line, audio, bpm));
                      }}
                    />
                  )}
                  {!isTapping && (
                    <Button
                      weight="main"
                      onClick={press}
                      disabled={state.kind === 'opening' || state.kind === 'checking' || sending.busy}
                      className="min-h-16 px-8 text-xl"
                    >
                      {isRecording ? (
                        <Square aria-hidden className="size-6" />
                      ) : (
                        <Mic aria-hidden className="size-6" />
                      )}
                      {isRecording ? 'Stop' : 'Play and record'}
                      <kbd className="rounded-sm border border-paper px-1.5 text-base font-normal max-md:hidden">
                        space
                      </kbd>
                    </Button>
                  )}
                  {isRecording ? (
                    <Beats
                      count={clicksPerMeasure(line.part.measures[0]!.meter)}
                      beat={beat}
                      isCounting={isCounting}
                    />
                  ) : (
                    !isTapping && (
                      <label className="inline-flex min-h-11 items-center gap-2">
                        <input
                          type="checkbox"
                          checked={clickWhilePlaying}
                          onChange={(event) => setClickWhilePlaying(event.target.checked)}
                          className="size-6 accent-cool"
                        />
                        Click while I play
                      </label>
                    )
                  )}
                  <div className="ml-auto flex flex-wrap items-center gap-2">
                    {!isRecording && (
                      <ButtonLink href={`/practice/${assignmentId}/study`}>Look it over</ButtonLink>
                    )}
                    {level && <LevelMeter level={level} />}
                    {!level && !isTapping && (
                      <Button weight="quiet" onClick={() => void openMicrophone()}>
                        Test the microphone
                      </Button>
                    )}
                  </div>
                </div>
              )}
              {!isRecording && mayHandIn && !isSilent && (
                <details className="text-base">
                  <summary className="min-h-8 cursor-pointer text-faint">I have a recording already</summary>
                  <label className="mt-2 block font-bold">
                    Bring in a sound file
                    <input
                      type="file"
                      accept=".wav,.mp3,.m4a,.webm,.ogg,.flac,audio/*"
                      onChange={bringFile}
                      disabled={sending.busy}
                      className="mt-1 block font-normal"
                    />
                  </label>
                </details>
              )}
              {!isRecording && mayHandIn && (
                <HelpForm assignmentId={assignmentId} stageId={stageId} line={line} vocabulary={vocabulary} />
              )}
              {!isRecording && <Cautions partName={line.part.name} />}
            </div>
          </>
        )}
      </Sheet>
    </div>
  );
}
