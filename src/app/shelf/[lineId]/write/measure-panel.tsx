'use client';
import { memo, type ReactNode } from 'react';
import type { Clef } from '@/core/notation';
import { COUNTED_METERS, meter, sayMeasure, wordsOf } from '@/core/time';
import { type Command, type Desk, partOf } from '@/core/writing';
import { Choice } from '@/ui/field';
import { useVocabulary } from '@/ui/vocabulary';

interface MeasurePanelProps {
  readonly desk: Desk;
  readonly onCommand: (command: Command) => void;
}

const CLEFS: readonly (readonly [Clef, string])[] = [
  ['treble', 'treble'],
  ['bass', 'bass'],
  ['alto', 'alto'],
  ['tenor', 'tenor'],
  ['treble-8', 'treble, octave lower'],
  ['percussion', 'percussion'],
];

function sayKey(fifths: number): string {
  if (fifths === 0) return 'no sharps or flats';
  const count = Math.abs(fifths);
  const sign = fifths > 0 ? 'sharp' : 'flat';
  return `${count} ${sign}${count === 1 ? '' : 's'}`;
}

/** What the measure of the caret has: its meter, key and clef from here on, its barlines, its voices. */
export const MeasurePanel = memo(function MeasurePanel({ desk, onCommand }: MeasurePanelProps) {
  const measure = partOf(desk).measures[desk.caret.measureIndex]!;
  const { meterSymbol } = measure;
  const vocabulary = useVocabulary();
  const meterName = meterSymbol ?? `${measure.meter.beats}/${measure.meter.beatType}`;
  const isLowerVoice = measure.otherVoices[desk.voiceIndex - 1]?.staff === 'lower';
  const clef = isLowerVoice ? (measure.lowerClef ?? 'bass') : measure.clef;
  const changeMeter = (name: string) => {
    if (name === 'common') return onCommand({ kind: 'meter', meter: meter(4, 4), symbol: 'common' });
    if (name === 'cut') return onCommand({ kind: 'meter', meter: meter(2, 2), symbol: 'cut' });
    const [beats, beatType] = name.split('/').map(Number);
    return onCommand({ kind: 'meter', meter: meter(beats!, beatType!), symbol: undefined });
  };
  return (
    <div className="space-y-3">
      <p className="text-faint">From {sayMeasure(measure.number, vocabulary)} on:</p>
      <Choice label="Time" value={meterName} onChange={(event) => changeMeter(event.target.value)}>
        {COUNTED_METERS.map((name) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
        <option value="common">C (4/4)</option>
        <option value="cut">cut C (2/2)</option>
      </Choice>
      <Choice
        label="Key"
        value={measure.keyFifths}
        onChange={(event) => onCommand({ kind: 'key', fifths: Number(event.target.value) })}
      >
        {Array.from({ length: 15 }, (_, index) => index - 7).map((fifths) => (
          <option key={fifths} value={fifths}>
            {sayKey(fifths)}
          </option>
        ))}
      </Choice>
      <Choice
        label="Clef"
        value={clef}
        onChange={(event) => onCommand({ kind: 'clef', clef: event.target.value as Clef })}
      >
        {CLEFS.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        {!CLEFS.some(([id]) => id === clef) && <option value={clef}>{clef}</option>}
      </Choice>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 font-bold first-letter:uppercase">
          {sayMeasure(measure.number, vocabulary)}
        </legend>
        <Switch isOn={measure.repeatStart} onPress={() => onCommand({ kind: 'repeat-start' })}>
          repeat from here
        </Switch>
        <Switch isOn={measure.repeatPlays > 1} onPress={() => onCommand({ kind: 'repeat-end' })}>
          repeat to here
        </Switch>
        <Switch isOn={measure.barline === 'double'} onPress={() => onCommand({ kind: 'double-bar' })}>
          double bar
        </Switch>
        {[1, 2].map((pass) => (
          <Switch
            key={pass}
            isOn={measure.endingPasses.includes(pass)}
            onPress={() =>
              onCommand({ kind: 'ending', passes: measure.endingPasses.includes(pass) ? [] : [pass] })
            }
          >
            {pass === 1 ? 'first ending' : 'second ending'}
          </Switch>
        ))}
        {desk.caret.measureIndex === 0 && (
          <Switch isOn={measure.number === 0} onPress={() => onCommand({ kind: 'pickup' })}>
            {wordsOf(vocabulary).pickup}
          </Switch>
        )}
        <Switch isOn={measure.systemBreak} onPress={() => onCommand({ kind: 'system-break' })}>
          new system
        </Switch>
        <Switch onPress={() => onCommand({ kind: 'insert-measure' })}>insert one after</Switch>
        <Switch onPress={() => onCommand({ kind: 'delete-measure' })}>take it out</Switch>
        <Switch onPress={() => onCommand({ kind: 'clear-signs' })}>take marks off</Switch>
      </fieldset>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 font-bold">
          Voice {desk.voiceIndex + 1} of {1 + measure.otherVoices.length}
        </legend>
        {measure.otherVoices.length > 0 && (
          <Switch onPress={() => onCommand({ kind: 'next-voice' })}>next voice</Switch>
        )}
        <Switch onPress={() => onCommand({ kind: 'add-voice', staff: 'upper' })}>add a voice</Switch>
        <Switch onPress={() => onCommand({ kind: 'add-voice', staff: 'lower' })}>add a lower staff</Switch>
        {desk.voiceIndex > 0 && (
          <Switch onPress={() => onCommand({ kind: 'remove-voice' })}>take this voice out</Switch>
        )}
      </fieldset>
    </div>
  );
});

function Switch({
  isOn,
  onPress,
  children,
}: {
  readonly isOn?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onPress}
      className={`min-h-11 rounded-md border-2 px-3 ${isOn ? 'border-ink bg-ink text-paper' : 'border-rule bg-paper hover:bg-cool-wash'}`}
    >
      {children}
    </button>
  );
}
