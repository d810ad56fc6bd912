'use client';
import { Minus, Play, Plus, Square } from 'lucide-react';
import { type KeyboardEvent, useEffect, useRef, useState, type WheelEvent } from 'react';
import { Beats, type BeatsHandle } from '@/app/_components/sound/beats';
import { SpaceHint } from '@/app/_components/sound/space-hint';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { useSpaceKey } from '@/app/_components/sound/use-page-keys';
import { Metronome } from '@/browser/metronome';
import {
  FASTEST_MARK,
  feltBeats,
  type MetronomeSetting,
  moveByMarks,
  type SilentMeasures,
  SLOWEST_MARK,
  SUBDIVISIONS,
  tapTempo,
} from '@/core/tempo';
import { isCompound, meter } from '@/core/time';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/field';
import { useWords } from '@/ui/vocabulary';

const METERS: readonly (readonly [beats: number, beatType: number])[] = [
  [2, 4],
  [3, 4],
  [4, 4],
  [5, 4],
  [2, 2],
  [3, 8],
  [6, 8],
  [9, 8],
  [12, 8],
];
const SILENCES: readonly (readonly [SilentMeasures | undefined, string])[] = [
  [undefined, 'always'],
  [{ sounding: 2, silent: 2 }, 'two on, two off'],
  [{ sounding: 1, silent: 1 }, 'one on, one off'],
  [{ sounding: 1, silent: 3 }, 'one on, three off'],
];
const SUBDIVISION_NAMES: Readonly<Record<(typeof SUBDIVISIONS)[number], string>> = {
  1: 'the beat alone',
  2: 'two to a beat',
  3: 'three to a beat',
  4: 'four to a beat',
};
const BIG_STEP_BPM = 10;

/** A metronome of its own: tempo by keys, wheel, marks and taps; meters, subdivisions, silent measures; sound and movement. */
export function MetronomePanel() {
  const { getMixer, loudness, changeLoudness } = useMixer();
  const [setting, setSetting] = useState<MetronomeSetting>({
    meter: meter(4, 4),
    felt: 'large',
    bpm: 72,
    subdivision: 1,
    silence: undefined,
  });
  const [isRunning, setRunning] = useState(false);
  const words = useWords();
  const [isSilent, setSilent] = useState(false);
  const metronome = useRef<Metronome | undefined>(undefined);
  const beats = useRef<BeatsHandle>(null);
  const taps = useRef<number[]>([]);

  const stop = () => {
    metronome.current?.stop();
    metronome.current = undefined;
    setRunning(false);
  };
  useEffect(() => () => metronome.current?.stop(), []);
  const start = () => {
    metronome.current = new Metronome(getMixer(), setting);
    setRunning(true);
  };
  useSpaceKey(isRunning ? stop : start);
  useEffect(() => {
    if (!isRunning) return;
    let frame = 0;
    const follow = () => {
      const moment = metronome.current?.moment();
      if (moment) {
        const { click, share } = moment;
        beats.current?.show(click && { beat: click.beat, word: `${click.beat}` }, share, true);
        setSilent(click?.isSilent ?? false);
      }
      frame = requestAnimationFrame(follow);
    };
    follow();
    return () => cancelAnimationFrame(frame);
  }, [isRunning]);

  const change = (changes: Partial<MetronomeSetting>) => {
    const next = { ...setting, ...changes };
    setSetting(next);
    metronome.current?.change(next);
  };
  const setBpm = (bpm: number) => change({ bpm: Math.max(SLOWEST_MARK, Math.min(FASTEST_MARK, bpm)) });
  const byMark = (marks: number) => {
    // Between two marks, down goes to the lower one.
    const onMark = moveByMarks(setting.bpm, 0);
    setBpm(marks < 0 && onMark < setting.bpm ? onMark : moveByMarks(setting.bpm, marks));
  };
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    const big = { PageUp: BIG_STEP_BPM, PageDown: -BIG_STEP_BPM }[event.key];
    if (event.key === 'Home') setBpm(SLOWEST_MARK);
    else if (event.key === 'End') setBpm(FASTEST_MARK);
    else if (step !== undefined) event.shiftKey ? setBpm(setting.bpm + step) : byMark(step);
    else if (big !== undefined) setBpm(setting.bpm + big);
    else return;
    event.preventDefault();
  };
  const onWheel = (event: WheelEvent) => setBpm(setting.bpm + (event.deltaY < 0 ? 1 : -1));
  const tap = (timeStamp: number) => {
    taps.current = [...taps.current, timeStamp / 1000].slice(-8);
    const bpm = tapTempo(taps.current);
    if (bpm) setBpm(bpm);
  };
  const canBeSmall = isCompound(setting.meter);
  return (
    <div className="space-y-5">
      <div className="flex flex-wrap items-center gap-4">
        <Button aria-label="Slower by one mark" onClick={() => byMark(-1)} className="min-h-16 min-w-16 px-0">
          <Minus aria-hidden className="size-7" />
        </Button>
        <div
          role="slider"
          tabIndex={0}
          aria-label="Tempo"
          aria-valuemin={SLOWEST_MARK}
          aria-valuemax={FASTEST_MARK}
          aria-valuenow={setting.bpm}
          aria-valuetext={`${setting.bpm} beats a minute`}
          onKeyDown={onKey}
          onWheel={onWheel}
          className="min-w-40 rounded-md px-2 text-center"
        >
          <span className="block font-serif text-7xl font-bold tabular-nums" data-testid="bpm">
            {setting.bpm}
          </span>
          <span className="text-faint">beats a minute</span>
        </div>
        <Button aria-label="Faster by one mark" onClick={() => byMark(1)} className="min-h-16 min-w-16 px-0">
          <Plus aria-hidden className="size-7" />
        </Button>
        <Button
          onPointerDown={(event) => tap(event.timeStamp)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && !event.repeat) tap(event.timeStamp);
          }}
          className="min-h-16 px-6 text-xl"
        >
          Tap the tempo
        </Button>
        <Button weight="main" onClick={isRunning ? stop : start} className="min-h-16 px-8 text-xl sm:ml-auto">
          {isRunning ? <Square aria-hidden className="size-6" /> : <Play aria-hidden className="size-6" />}
          {isRunning ? 'Stop' : 'Start'}
          <SpaceHint />
        </Button>
      </div>
      <div className="min-h-20">
        {isRunning && (
          <Beats
            count={feltBeats(setting)}
            beats={beats}
            doing=""
            counting={isSilent ? 'Silent: keep the beat' : ''}
          />
        )}
      </div>
      <div className="grid gap-4 border-t-2 border-rule pt-4 sm:grid-cols-2 lg:grid-cols-4">
        <Choice
          label="Meter"
          value={`${setting.meter.beats}/${setting.meter.beatType}`}
          onChange={({ target }) => {
            const [beatsInMeter, beatType] = METERS[target.selectedIndex]!;
            change({ meter: meter(beatsInMeter, beatType) });
          }}
        >
          {METERS.map(([beatsInMeter, beatType]) => (
            <option key={`${beatsInMeter}/${beatType}`}>
              {beatsInMeter}/{beatType}
            </option>
          ))}
        </Choice>
        {canBeSmall && (
          <Choice
            label="Felt in"
            value={setting.felt}
            onChange={({ target }) => change({ felt: target.selectedIndex === 0 ? 'large' : 'small' })}
          >
            <option value="large">large beats</option>
            <option value="small">{words.eighths}</option>
          </Choice>
        )}
        <Choice
          label="Clicks"
          value={setting.subdivision}
          onChange={({ target }) => change({ subdivision: SUBDIVISIONS[target.selectedIndex]! })}
        >
          {SUBDIVISIONS.map((count) => (
            <option key={count} value={count}>
              {SUBDIVISION_NAMES[count]}
            </option>
          ))}
        </Choice>
        <Choice
          label="You hear it"
          value={SILENCES.findIndex(([silence]) => silence === setting.silence)}
          onChange={({ target }) => change({ silence: SILENCES[target.selectedIndex]![0] })}
        >
          {SILENCES.map(([, name], index) => (
            <option key={name} value={index}>
              {name}
            </option>
          ))}
        </Choice>
      </div>
      <label className="flex min-h-11 max-w-md items-center gap-3">
        <span>Loudness</span>
        <input
          type="range"
          min={0}
          max={1}
          step={0.05}
          value={loudness.click}
          aria-valuetext={`${Math.round(100 * loudness.click)} per cent`}
          onChange={({ target }) => changeLoudness('click', Number(target.value))}
          className="h-11 grow accent-cool"
        />
      </label>
      <p className="max-w-prose text-base text-faint">
        Arrow keys go from mark to mark, with shift by one. The wheel works, too. With silence in between you
        count on by yourself: do you still agree when the click comes back? No louder than you need.
      </p>
    </div>
  );
}
