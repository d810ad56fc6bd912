'use client';
import { useRouter } from 'next/navigation';
import { type ComponentProps, useEffect, useState } from 'react';
import { useDeviceTakes } from '@/app/_components/device/device-takes';
import { useKeptForLater } from '@/app/_components/device/use-kept-for-later';
import type { CountInStyle } from '@/core/counting';
import type { BankName } from '@/core/instruments';
import type { Strictness } from '@/core/judging';
import type { Line } from '@/core/notation';
import { AS_WRITTEN } from '@/core/playback';
import {
  type Climbing,
  type HardPair,
  type NextPractice,
  type OwnEars,
  qualitiesAsked,
  type Step,
  type Stop,
  sayStop,
  USUAL_RULES,
} from '@/core/practice';
import { countedTempo, type Vocabulary } from '@/core/time';
import { type LineEngravings, useEngraving } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { TempoLadder } from '@/ui/tempo-ladder';
import { LastStop, loadLater, Result } from './later';
import type { LoopWish } from './loop-panel';
import { PlayedFor } from './played-for';
import type { SoundWish } from './sounds-panel';
import { StageCard, type StageFacts } from './stage-card';
import { inputFor, maybeShownTake, playingNow, type SittingTake } from './stand-machine';
import { StandStaff } from './stand-staff';
import { handInStateOf, hasExpression } from './stand-words';
import { TempoKeys } from './tempo-keys';
import { useGoingOn } from './use-going-on';
import { useStand } from './use-stand';

interface StandProps {
  readonly assignmentId: string;
  /** The stage at hand and the way it belongs to; undefined when the whole line is given out at once. */
  readonly plan:
    | (Omit<ComponentProps<typeof StageCard>, 'assignmentId'> & {
        /** For whoever gets the stage at hand right at once. */
        readonly nextWhenEasy: StageFacts | undefined;
      })
    | undefined;
  readonly stageId: string;
  /** What is done in the stage at hand, with a plan or without one. */
  readonly verb: Step['verb'];
  readonly vocabulary: Vocabulary;
  readonly countIn: CountInStyle;
  /** By which takes are judged. */
  readonly strictness: Strictness;
  /** How often a take is rated before its verdict is seen, and by whom. */
  readonly ownEars: OwnEars;
  readonly playerId: string;
  readonly lineNumber: number;
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly ladder: readonly number[];
  readonly climbed: readonly number[];
  /** Undefined for a stage that is not the one at hand. */
  readonly climbing: Climbing | undefined;
  /** Where the coach lets go from note to note. */
  readonly hardPairs: readonly HardPair[];
  /** What the teacher gives for the line once it is learned; undefined for nothing. */
  readonly token: string | undefined;
  /** Where it stopped last time; undefined where nothing was practised in this stage. */
  readonly stop: Stop | undefined;
  readonly makesOwnPitch: boolean;
  readonly nextBpm: number;
  /** A teacher may try the stand out but hands nothing in. */
  readonly mayHandIn: boolean;
  /** Whether somebody has agreed that the student is recorded. */
  readonly mayRecord: boolean;
  /** For the instrument of the part. */
  readonly caution: string | undefined;
  /** The sounds that the line is played with. */
  readonly banks: readonly BankName[];
}

/** The music stand: the line, its tempo, one key to record. */
export function Stand(props: StandProps) {
  const { assignmentId, plan, stageId, vocabulary, countIn, strictness, line, engravings, mayHandIn } = props;
  const device = useDeviceTakes();
  const engraving = useEngraving(engravings);
  const input = inputFor(plan?.stage.input ?? 'microphone', props.mayRecord);
  const [bpm, setBpm] = useState(props.nextBpm);
  const [sounds, setSounds] = useState<SoundWish>({
    click: plan?.stage.click ?? true,
    backing: undefined,
    modelAlong: plan?.stage.backing ?? false,
    model: AS_WRITTEN,
  });
  const [loop, setLoop] = useState<LoopWish>({
    fromIndex: 0,
    toIndex: line.part.measures.length,
    withNoteBefore: false,
    turns: 'mine-then-yours',
    rounds: 6,
  });
  const [isLoopOpen, setLoopOpen] = useState(false);
  const title = `${props.lineNumber} ${line.title}`;
  const stand = useStand({
    assignmentId,
    stageId: plan ? stageId : undefined,
    title,
    line,
    engraving,
    input,
    bpm,
    countIn,
    strictness,
    ownEars: props.ownEars,
    playerId: props.playerId,
    sounds,
    climbing: props.climbing ?? { ladder: props.ladder, rules: USUAL_RULES },
    hardPairs: props.hardPairs,
    mayHandIn,
  });
  const { sitting } = stand;
  const { climbing, goOn } = useGoingOn({
    assignmentId,
    climbing: props.climbing,
    nextStageIds: { good: plan?.next?.id, easy: plan?.nextWhenEasy?.id },
    stand,
    onBpm: setBpm,
  });
  const shown = maybeShownTake(sitting);
  const isGoing = sitting.state.kind === 'recording' || playingNow(sitting.state) !== undefined;
  const send = useSending(device);
  useKeptForLater(line, props.banks);
  useEffect(loadLater, []);

  const counted = (tempo: number) =>
    countedTempo(tempo, line.part.measures[0]!.meter, countIn.compound ?? 'beats');
  const practise = (next: NextPractice) => {
    const wish: LoopWish = { ...loop, ...next, turns: 'mine-then-yours', rounds: 3 };
    setLoop(wish);
    setLoopOpen(true);
    setBpm(next.bpm);
    stand.goRound(next, wish, next.bpm, next.step);
  };
  const goOnAt = ({ bpm: tempo, measures }: Stop) => {
    if (tempo !== undefined) setBpm(tempo);
    const fromIndex = line.part.measures.findIndex(({ number }) => number === measures?.first);
    const lastIndex = line.part.measures.findLastIndex(({ number }) => number === measures?.last);
    if (fromIndex < 0 || lastIndex < fromIndex) return;
    setLoop({ ...loop, fromIndex, toIndex: lastIndex + 1 });
    setLoopOpen(true);
  };
  const handIn = (take: SittingTake) => {
    send(take.id);
    stand.handIn(take);
  };
  return (
    <div className="grid items-start gap-4 md:grid-cols-[92px_1fr]">
      <div>
        <p className="mb-1 text-center text-base text-faint max-md:sr-only">tempo</p>
        <TempoLadder
          ladder={props.ladder}
          climbed={props.climbed}
          chosen={stand.coach.bpm ?? bpm}
          onChoose={isGoing || stand.coach.coach ? undefined : setBpm}
          shown={(tempo) => counted(tempo).bpm}
        />
      </div>
      <Sheet>
        <div className="mb-2 flex flex-wrap items-center justify-between gap-x-6">
          <h1 className="font-serif text-3xl font-bold">{title}</h1>
          <TempoKeys
            bpm={bpm}
            ladder={props.ladder}
            counted={counted}
            onChange={isGoing || shown || stand.coach.coach ? undefined : setBpm}
          />
        </div>
        {plan && !shown && <StageCard assignmentId={assignmentId} {...plan} />}
        {climbing && !shown && (
          <PlayedFor climbing={climbing} nextStage={plan?.next?.name} token={props.token} />
        )}
        {props.stop && isElsewhere(props.stop, props.nextBpm) && !shown && !isGoing && !isLoopOpen && (
          <LastStop
            says={`Last time you stopped here: ${sayStop(props.stop, vocabulary)}.`}
            onGoOn={() => goOnAt(props.stop!)}
          />
        )}
        {device.isFleeting && mayHandIn && (
          <Notice kind="problem">
            This browser window keeps nothing: hand a take in before you close it, or open Mevlo in an
            ordinary window.
          </Notice>
        )}
        {shown ? (
          <Result
            key={`${shown.id} ${shown.rating === undefined}`}
            take={shown}
            takes={sitting.takes}
            onShow={stand.choose}
            handedIn={device.arrived}
            line={line}
            engravings={engravings}
            vocabulary={vocabulary}
            climbing={climbing}
            nextStages={{ good: plan?.next?.name, easy: plan?.nextWhenEasy?.name }}
            onGoOn={mayHandIn ? (outcome) => goOn(shown, outcome) : undefined}
            makesOwnPitch={props.makesOwnPitch}
            asked={qualitiesAsked(
              plan?.stage.checkedBy === 'rhythm' ? 'rhythm' : 'notes-and-rhythm',
              plan === undefined || hasExpression(line),
            )}
            handIn={handInStateOf(shown.id, device)}
            token={props.token}
            caution={props.caution}
            getMixer={stand.getMixer}
            onAgain={() => stand.again(shown.taps !== undefined)}
            onRated={(rating) => stand.rate(shown.id, rating)}
            onPractise={practise}
            onHandIn={mayHandIn ? () => handIn(shown) : undefined}
          />
        ) : (
          <StandStaff
            assignmentId={assignmentId}
            stageId={stageId}
            stand={stand}
            line={line}
            engraving={engraving}
            vocabulary={vocabulary}
            input={input}
            verb={props.verb}
            under={plan?.stage.under ?? 'counts'}
            bpm={bpm}
            counted={counted}
            countIn={countIn}
            mayHandIn={mayHandIn}
            caution={props.caution}
            sounds={sounds}
            onSounds={setSounds}
            loop={loop}
            onLoop={setLoop}
            isLoopOpen={isLoopOpen}
            onLoopOpen={setLoopOpen}
            onSent={send}
          />
        )}
      </Sheet>
    </div>
  );
}

/** Whether it is not what the stand begins with anyway. */
const isElsewhere = ({ bpm, measures }: Stop, nextBpm: number): boolean =>
  measures !== undefined || (bpm !== undefined && bpm !== nextBpm);

/** Leads to a take that was sent as soon as it has arrived. @returns says which one is sent. */
function useSending({ arrived }: ReturnType<typeof useDeviceTakes>): (takeId: string) => void {
  const router = useRouter();
  const [sentId, setSentId] = useState<string>();
  useEffect(() => {
    if (sentId && arrived.includes(sentId)) router.push(`/takes/${sentId}`);
  }, [arrived, sentId, router]);
  return setSentId;
}
