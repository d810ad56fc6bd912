'use client';
import { type FormEvent, useState } from 'react';
import { reportProblem } from '@/browser/report-problem';
import { type SimulatedTake, simulateOnDevice } from '@/browser/simulate-client';
import { instrumentsAbleToPlay } from '@/core/arranging';
import { INSTRUMENTS, type Instrument, type InstrumentId } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { type FlawKind, flawKindsOf } from '@/core/simulation';
import { FASTEST_MARK, SLOWEST_PRACTICE } from '@/core/tempo';
import type { Vocabulary } from '@/core/time';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { CheckedLine } from '@/ui/music/checked-line';
import type { LineEngravings } from '@/ui/music/engraved-line';
import { Findings } from '@/ui/music/findings';
import { Notice } from '@/ui/notice';
import { useIsReady } from '@/ui/use-is-ready';

const MISTAKES: readonly (readonly [kind: FlawKind, name: string])[] = [
  ['wrong', 'a wrong note'],
  ['missing', 'a note left out'],
  ['late', 'a late entry'],
  ['early', 'an early entry'],
  ['cut-short', 'a long note cut short'],
  ['extra-after', 'a note too many'],
  ['tie-restruck', 'a tie struck again'],
  ['rest-cut', 'a rest cut short'],
  ['held-on', 'a note held into a rest'],
  ['pause-before', 'a stop'],
  ['restart-after', 'going back'],
  ['voice-silent', 'a hand or voice left out'],
  ['voice-late', 'a hand or voice half a beat late'],
];
const USUAL_BPM = 72;

interface Played extends SimulatedTake {
  readonly id: string;
  readonly sound: Blob;
  readonly askedBpm: number;
}

/** Form, sound and verdict of a simulated take. Nothing of it is stored. */
export function Trial({
  line,
  engravings,
  vocabulary,
}: {
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly vocabulary: Vocabulary;
}) {
  const isReady = useIsReady();
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const [played, setPlayed] = useState<Played | undefined>(undefined);
  const instruments = playableBy(line);
  const possible = flawKindsOf(line);

  const play = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const bpm = Number(form.get('bpm'));
    setBusy(true);
    setProblem('');
    try {
      const take = await simulateOnDevice({
        line,
        bpm,
        instrument: form.get('instrument') as InstrumentId,
        flaws: form.getAll('mistake') as FlawKind[],
        seed: crypto.getRandomValues(new Uint32Array(1))[0]!,
      });
      setPlayed({
        ...take,
        id: crypto.randomUUID(),
        sound: new Blob([take.wav], { type: 'audio/wav' }),
        askedBpm: bpm,
      });
    } catch (error) {
      reportProblem(error, 'the simulated student');
      setProblem('The simulated student could not play here. Reload the page and try again.');
    } finally {
      setBusy(false);
    }
  };

  return (
    <>
      <form onSubmit={play} className="mb-5 space-y-4 border-b-2 border-rule pb-5">
        <p>
          Let the simulated student play this line, with mistakes of your choice at places of its own, and see
          what the check finds.
        </p>
        <div className="flex flex-wrap items-end gap-4">
          <Choice
            label="Played on"
            name="instrument"
            defaultValue={line.part.instrument}
            className="min-h-12 rounded-md border-2 border-ink bg-paper px-3 text-lg"
          >
            {instruments.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Choice>
          <div className="w-28">
            <Field
              label="At"
              name="bpm"
              type="number"
              min={SLOWEST_PRACTICE}
              max={FASTEST_MARK}
              defaultValue={line.part.tempo?.bpm ?? USUAL_BPM}
              required
            />
          </div>
          <Button type="submit" weight="main" disabled={!isReady || isBusy}>
            {isBusy ? 'Playing …' : 'Play it'}
          </Button>
        </div>
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="font-bold">With</legend>
          {MISTAKES.filter(([kind]) => possible.includes(kind)).map(([kind, name]) => (
            <label key={kind} className="inline-flex min-h-11 items-center gap-2">
              <input type="checkbox" name="mistake" value={kind} className="size-5 accent-cool" />
              {name}
            </label>
          ))}
        </fieldset>
      </form>
      {problem && <Notice kind="problem">{problem}</Notice>}
      {played && (
        <CheckedLine
          key={played.id}
          line={line}
          engravings={engravings}
          verdict={played.check.verdict}
          vocabulary={vocabulary}
          levelsDb={played.check.heard.levelsDb}
          sound={played.sound}
        />
      )}
      {played && <Findings verdict={played.check.verdict} vocabulary={vocabulary} />}
    </>
  );
}

/** All when none fits. */
function playableBy(line: Line): readonly Instrument[] {
  const able = instrumentsAbleToPlay(line);
  return able.length > 0 ? able : INSTRUMENTS;
}
