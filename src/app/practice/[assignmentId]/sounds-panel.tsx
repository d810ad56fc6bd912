'use client';
import { useEffect, useState } from 'react';
import { type RoundTrip, roundTripOf } from '@/browser/device-latency';
import { CHANNELS, type Channel, type Loudness } from '@/browser/mixer';
import type { BackingKind, ModelWish } from '@/core/playback';
import { Choice } from '@/ui/field';
import { Tick } from '@/ui/tick';

/** What plays with the student. */
export interface SoundWish {
  /** The click after the count-in. */
  readonly click: boolean;
  readonly backing: BackingKind | undefined;
  /** The line itself plays along while it is recorded. */
  readonly modelAlong: boolean;
  readonly model: ModelWish;
}

const NAMES: Readonly<Record<Channel, string>> = { model: 'The line', backing: 'Backing', click: 'Click' };
const BACKING_NAMES: readonly (readonly [BackingKind | undefined, string])[] = [
  [undefined, 'none'],
  ['drone', 'a held note'],
  ['chords', 'bass and chords'],
  ['other-part', 'the other part'],
];

interface SoundsPanelProps {
  readonly wish: SoundWish;
  readonly onWish: (wish: SoundWish) => void;
  readonly loudness: Loudness;
  readonly onLoudness: (channel: Channel, level: number) => void;
  /** A line without pitch has no backing. */
  readonly isPitched: boolean;
  /** The other part of a duet. */
  readonly hasOthers: boolean;
}

/** What sounds and how loud. */
export function SoundsPanel({ wish, onWish, loudness, onLoudness, isPitched, hasOthers }: SoundsPanelProps) {
  const offered = BACKING_NAMES.filter(
    ([kind]) => kind === undefined || (kind === 'other-part' ? hasOthers : isPitched),
  );
  const [roundTrip, setRoundTrip] = useState<RoundTrip>();
  useEffect(() => setRoundTrip(roundTripOf(0)), []);
  return (
    <details className="text-base">
      <summary className="min-h-11 cursor-pointer py-2.5 text-faint">Sounds and loudness</summary>
      <div className="mt-2 space-y-3">
        <fieldset className="space-y-2">
          <legend className="font-bold">How loud</legend>
          {CHANNELS.map((channel) => (
            <label key={channel} className="flex min-h-11 items-center gap-3">
              <span className="w-20">{NAMES[channel]}</span>
              <input
                type="range"
                min={0}
                max={1}
                step={0.05}
                value={loudness[channel]}
                aria-valuetext={`${Math.round(100 * loudness[channel])} per cent`}
                onChange={({ target }) => onLoudness(channel, Number(target.value))}
                className="h-11 min-w-0 grow accent-cool"
              />
            </label>
          ))}
          <p className="text-faint">No louder than you need: your ears have to last.</p>
        </fieldset>
        <div className="space-y-2">
          {offered.length > 1 && (
            <Choice
              label="Backing"
              value={wish.backing ?? ''}
              onChange={({ target }) => onWish({ ...wish, backing: offered[target.selectedIndex]![0] })}
            >
              {offered.map(([kind, name]) => (
                <option key={name} value={kind ?? ''}>
                  {name}
                </option>
              ))}
            </Choice>
          )}
          <Tick
            label="The line plays along while I record"
            isOn={wish.modelAlong}
            onChange={(modelAlong) => onWish({ ...wish, modelAlong })}
          />
          <Tick
            label="The line with its ties"
            isOn={wish.model.ties}
            onChange={(ties) => onWish({ ...wish, model: { ...wish.model, ties } })}
          />
          <Tick
            label="The line with its slurs"
            isOn={wish.model.slurs}
            onChange={(slurs) => onWish({ ...wish, model: { ...wish.model, slurs } })}
          />
        </div>
        {roundTrip && roundTrip.from === 'measured' && (
          <p className="text-faint" data-testid="round-trip">
            Sound takes {Math.round(1000 * roundTrip.seconds)} ms from this device’s loudspeaker back to its
            microphone. That is measured in every count-in and taken off.
          </p>
        )}
      </div>
    </details>
  );
}
