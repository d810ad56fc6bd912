'use client';
import { Repeat } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type ComponentProps, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useDeviceTakes } from '@/app/_components/device/device-takes';
import { Beats, type BeatsHandle } from '@/app/_components/sound/beats';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { useSpaceKey } from '@/app/_components/sound/use-page-keys';
import { usePlayback } from '@/app/_components/sound/use-playback';
import { warmSynthesiser } from '@/browser/model-client';
import { keepForLater } from '@/browser/offline';
import type { PassageMoment, PassageWish } from '@/browser/passage';
import { TapSession } from '@/browser/tap-session';
import type { CountInStyle } from '@/core/counting';
import type { Strictness } from '@/core/judging';
import type { Line } from '@/core/notation';
import { AS_WRITTEN, bankOf } from '@/core/playback';
import { type LoopRange, lineOfLoop, type NextPractice, qualitiesAsked, type StepId } from '@/core/practice';
import { beatUnit, clicksPerMeasure, type Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { MetronomeMark } from '@/ui/metronome-mark';
import {
  EngravedLine,
  type LineEngravings,
  type PlayheadHandle,
  useEngraving,
} from '@/ui/music/engraved-line';
import { type Anchor, anchorsAsWritten, litAt, placeAt } from '@/ui/music/places';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { RowUnder } from '@/ui/study/under-staff';
import { TempoLadder } from '@/ui/tempo-ladder';
import { AfterPlaying, Cautions, RestReminder } from './cautions';
import { FileForm } from './file-form';
import { HeardNote, type HeardNoteHandle } from './heard-note';
import { HelpForm } from './help-form';
import { LoopMark } from './loop-mark';
import { LoopPanel, type LoopWish } from './loop-panel';
import { Result } from './result';
import { Sitting } from './sitting';
import { SoundsPanel, type SoundWish, Tick } from './sounds-panel';
import { StageCard } from './stage-card';
import { type Playing, StandControls } from './stand-controls';
import { doingNow, handInStateOf, hasExpression } from './stand-words';
import { TapField } from './tap-field';
import { useStand } from './use-stand';

interface StandProps {
  readonly assignmentId: string;
  /** The stage at hand and the way it belongs to; undefined when the whole line is given out at once. */
  readonly plan: Omit<ComponentProps<typeof StageCard>, 'assignmentId'> | undefined;
  readonly stageId: string;
  readonly vocabulary: Vocabulary;
  readonly countIn: CountInStyle;
  /** By which takes are judged. */
  readonly strictness: Strictness;
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
  const { assignmentId, plan, stageId, vocabulary, countIn, line, engravings, mayHandIn } = props;
  const router = useRouter();
  const device = useDeviceTakes();
  const engraving = useEngraving(engravings);
  const { meter, clef } = line.part.measures[0]!;
  const unit = beatUnit(meter);
  const input = plan?.stage.input ?? 'microphone';
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
  const [showsHeard, setShowsHeard] = useState(false);
  const [playing, setPlaying] = useState<Playing>();
  const [turn, setTurn] = useState<PassageMoment['phase']>('before');
  const [isThrough, setThrough] = useState(false);
  /** How the latest take was made: trying again goes the same way. */
  const [wasTapped, setTapped] = useState(false);
  const [shownId, setShownId] = useState<string>();
  const [sentId, setSentId] = useState<string>();
  const playhead = useRef<PlayheadHandle>(null);
  const beats = useRef<BeatsHandle>(null);
  const heardNote = useRef<HeardNoteHandle>(null);
  const anchors = useRef<readonly Anchor[]>([]);
  const taps = useRef<TapSession | undefined>(undefined);

  const onMoment = useCallback((moment: PassageMoment) => {
    const { phase, lineSeconds, click, share } = moment;
    const isCounting = phase === 'before' || phase === 'count-in';
    beats.current?.show(click, share, isCounting);
    playhead.current?.show(
      isCounting ? anchors.current[0] : placeAt(anchors.current, lineSeconds),
      isCounting ? undefined : litAt(anchors.current, lineSeconds),
    );
    setTurn(phase);
  }, []);
  const { getMixer, loudness, changeLoudness } = useMixer();
  const playback = usePlayback(getMixer, (moment) => {
    onMoment(moment);
    // The last tap may come a little after the line.
    if (taps.current?.isOver) endTaps(taps.current);
  });
  const title = `${props.lineNumber} ${line.title}`;
  const facts = useMemo(
    () => ({ assignmentId, stage: plan ? stageId : undefined, title }),
    [assignmentId, plan, stageId, title],
  );
  const stand = useStand({
    getMixer,
    facts,
    strictness: props.strictness,
    getStore: device.whenOpen,
    onMoment,
    onNow: ({ midi }) => heardNote.current?.show(midi),
  });
  const { state, takes, level } = stand;
  const isRecording = state.kind === 'recording';
  const isBusy = state.kind === 'opening' || state.kind === 'checking';
  const isGoing = isRecording || playing !== undefined;
  const shown =
    state.kind === 'result' ? takes.find(({ id }) => id === (shownId ?? state.takeId)) : undefined;

  /** Remembers where what will sound stands on the page. */
  const aim = (music: Line, tempo: number, firstIndex = 0) => {
    anchors.current = anchorsAsWritten(engraving, music, tempo, firstIndex);
  };
  const stopPlaying = () => {
    playback.stop();
    taps.current = undefined;
    setPlaying(undefined);
    playhead.current?.show(undefined);
  };
  const basis = { bpm, countIn, backing: sounds.backing, click: true, clickGoesOn: false };
  const begin = async (kind: Playing, wish: PassageWish, onEnd: () => void = () => {}) => {
    setPlaying(kind);
    setThrough(false);
    const passage = await playback.play(wish, () => {
      setPlaying(undefined);
      playhead.current?.show(undefined);
      onEnd();
    });
    if (!passage) setPlaying(undefined);
    return passage;
  };
  const listen = () => {
    aim(line, bpm);
    void begin('listen', {
      ...basis,
      line,
      model: sounds.model,
      click: sounds.click,
      rounds: 1,
      turns: 'together',
    });
  };
  const goRound = (range: LoopRange, wish: LoopWish, tempo: number, step?: StepId) => {
    const music = lineOfLoop(line, range, step);
    aim(music.line, tempo, music.firstIndex);
    const isAlone = wish.turns === 'click';
    void begin('loop', {
      ...basis,
      bpm: tempo,
      line: music.line,
      model: isAlone ? undefined : sounds.model,
      rounds: wish.turns === 'mine-then-yours' ? 2 * wish.rounds : wish.rounds,
      turns: wish.turns === 'mine-then-yours' ? 'mine-then-yours' : 'together',
    });
  };
  const practise = (next: NextPractice) => {
    const wish: LoopWish = { ...loop, ...next, turns: 'mine-then-yours', rounds: 3 };
    setLoop(wish);
    setLoopOpen(true);
    setBpm(next.bpm);
    stand.setState({ kind: 'ready' });
    goRound(next, wish, next.bpm, next.step);
  };
  const goThrough = () => {
    aim(line, bpm);
    void begin('silent-step', { ...basis, line, model: undefined, rounds: 1, turns: 'together' }, () =>
      setThrough(true),
    );
  };
  const tap = async () => {
    aim(line, bpm);
    setTapped(true);
    setShownId(undefined);
    const passage = await begin('taps', { ...basis, line, model: undefined, rounds: 2, turns: 'together' });
    if (passage) taps.current = new TapSession(passage);
  };
  const endTaps = (session: TapSession) => {
    const audio = session.finish();
    stopPlaying();
    void stand.bring(line, audio, bpm);
  };

  const record = () => {
    stopPlaying();
    setShownId(undefined);
    setTapped(false);
    aim(line, bpm);
    const { click, backing, modelAlong, model } = sounds;
    void stand.start({ line, bpm, countIn, click, backing, model: modelAlong ? model : undefined });
  };
  const tapAgain = () => {
    stand.setState({ kind: 'ready' });
    return tap();
  };
  const press = () => {
    if (isRecording) void stand.stop();
    else if (playing) stopPlaying();
    else if (input === 'none') goThrough();
    else if (shown && wasTapped) void tapAgain();
    else record();
  };
  useSpaceKey(isBusy || playing === 'taps' ? undefined : press);

  const handIn = (takeId: string) => {
    setSentId(takeId);
    const rating = takes.find(({ id }) => id === takeId)?.rating;
    void device.handIn(takeId, { selfRating: rating });
  };
  useEffect(() => {
    if (sentId && device.arrived.includes(sentId)) router.push(`/takes/${sentId}`);
  }, [device.arrived, sentId, router]);

  const instrumentId = line.part.instrument;
  useEffect(() => {
    const banks = [bankOf(instrumentId), bankOf('guitar'), bankOf('clap'), 'reed-organ'];
    const files = ['/worklets/recorder.js', ...banks.map((bank) => `/sounds/${bank}.sf3`)];
    void keepForLater(files, () => warmSynthesiser(line));
  }, [instrumentId, line]);
  return (
    <div className="grid items-start gap-4 md:grid-cols-[92px_1fr]">
      <div>
        <p className="mb-1 text-center text-base text-faint max-md:sr-only">tempo</p>
        <TempoLadder
          ladder={props.ladder}
          climbed={props.climbed}
          chosen={bpm}
          onChoose={isGoing ? undefined : setBpm}
        />
      </div>
      <Sheet>
        <div className="mb-2 flex flex-wrap items-center justify-between gap-x-6">
          <h1 className="font-serif text-3xl font-bold">{title}</h1>
          <MetronomeMark unit={unit.name} bpm={bpm} className="text-xl" />
        </div>
        {plan && !shown && <StageCard assignmentId={assignmentId} {...plan} />}
        {device.hasNoStore && mayHandIn && (
          <Notice kind="problem">
            This browser window keeps nothing, so a take could be lost. Open Mevlo in an ordinary window.
          </Notice>
        )}
        {shown ? (
          <div className="space-y-4">
            <Sitting takes={takes} shownId={shown.id} onShow={setShownId} handedIn={device.arrived} />
            <Result
              take={shown}
              line={line}
              engravings={engravings}
              vocabulary={vocabulary}
              asked={qualitiesAsked(
                plan?.stage.checkedBy === 'rhythm' ? 'rhythm' : 'notes-and-rhythm',
                plan === undefined || hasExpression(line),
              )}
              handIn={handInStateOf(shown.id, device)}
              onAgain={wasTapped ? () => void tapAgain() : record}
              onRated={(rating) => void stand.rate(shown.id, rating)}
              onPractise={practise}
              onHandIn={mayHandIn ? () => handIn(shown.id) : undefined}
            />
            <AfterPlaying instrumentId={instrumentId} />
          </div>
        ) : (
          <>
            <EngravedLine
              engraving={engraving}
              playhead={playhead}
              over={(system) => isLoopOpen && <LoopMark system={system} range={loop} />}
              under={(system) => (
                <RowUnder
                  under={plan?.stage.under ?? 'counts'}
                  system={system}
                  line={line}
                  instrumentId={instrumentId}
                />
              )}
            />
            <div className="mt-4 space-y-4 border-t-2 border-rule pt-4">
              {state.kind === 'problem' && <Notice kind="problem">{state.text}</Notice>}
              {playback.problem && <Notice kind="problem">{playback.problem}</Notice>}
              {state.kind === 'checking' && (
                <Notice kind="news">Mevlo is listening to what you played …</Notice>
              )}
              {playing === 'taps' && <TapField onTap={(timeStamp) => taps.current?.tap(timeStamp)} />}
              <StandControls
                assignmentId={assignmentId}
                stageId={stageId}
                input={input}
                what={isRecording ? 'recording' : playing}
                isBusy={isBusy}
                isThrough={isThrough}
                mayHandIn={mayHandIn}
                isLoopOpen={isLoopOpen}
                onLoopOpen={setLoopOpen}
                sounds={sounds}
                onSounds={setSounds}
                onPress={press}
                onTap={() => void tap()}
                onListen={listen}
                beats={
                  isGoing && (
                    <Beats
                      count={clicksPerMeasure(meter)}
                      beats={beats}
                      doing={doingNow(isRecording ? 'recording' : playing, turn)}
                    />
                  )
                }
                heardNote={isRecording && showsHeard && <HeardNote line={line} handle={heardNote} />}
                level={level}
                onTestMicrophone={() => void stand.openMicrophone()}
              />
              {isLoopOpen && !isRecording && (
                <section
                  aria-label="Go round in some measures"
                  className="space-y-3 border-l-8 border-cool pl-4"
                >
                  <LoopPanel
                    measures={line.part.measures}
                    vocabulary={vocabulary}
                    wish={loop}
                    onWish={(wish) => setLoop({ ...wish, withNoteBefore: false })}
                  />
                  {!isGoing && (
                    <Button weight="main" onClick={() => goRound(loop, loop, bpm)}>
                      <Repeat aria-hidden className="size-5" /> Start
                    </Button>
                  )}
                </section>
              )}
              {!isRecording && (
                <div className="grid items-start gap-x-8 gap-y-1 sm:grid-cols-2">
                  <div>
                    <SoundsPanel
                      wish={sounds}
                      onWish={setSounds}
                      loudness={loudness}
                      onLoudness={changeLoudness}
                      isPitched={clef !== 'percussion'}
                    />
                    {input !== 'none' && (
                      <Tick label="Show the note I play" isOn={showsHeard} onChange={setShowsHeard} />
                    )}
                  </div>
                  <div>
                    {mayHandIn && input !== 'none' && <FileForm facts={facts} bpm={bpm} onSent={setSentId} />}
                    {mayHandIn && (
                      <HelpForm
                        assignmentId={assignmentId}
                        stageId={stageId}
                        line={line}
                        vocabulary={vocabulary}
                      />
                    )}
                    <Cautions instrumentId={instrumentId} />
                  </div>
                </div>
              )}
              <RestReminder />
            </div>
          </>
        )}
      </Sheet>
    </div>
  );
}
