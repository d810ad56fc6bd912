'use client';
import { CircleStop, Hand, Minus, Plus, Repeat, Volume2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { Beats } from '@/app/_components/sound/beats';
import { useLinePlayer, type WayThrough } from '@/app/_components/sound/use-line-player';
import { useSpaceKey } from '@/app/_components/sound/use-page-keys';
import type { CountInStyle } from '@/core/counting';
import type { Line } from '@/core/notation';
import { moveByMarks } from '@/core/tempo';
import { clicksPerMeasure } from '@/core/time';
import { Button } from '@/ui/button';
import { SmallChoice } from '@/ui/field';
import { EngravedLine, type LineEngravings, useEngraving } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';

interface ShownLine {
  readonly id: string;
  readonly name: string;
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly startBpm: number;
  readonly goalBpm: number;
}

interface TogetherProps {
  /** One, or two back to back. */
  readonly lines: readonly ShownLine[];
  readonly countIn: CountInStyle;
  readonly others: readonly { readonly id: string; readonly name: string }[];
}

const TRIES = 3;
const WAYS = {
  listen: { hasModel: true, rounds: 1, turns: 'together' },
  once: { hasModel: false, rounds: 1, turns: 'together' },
  tries: { hasModel: false, rounds: TRIES, turns: 'together' },
  'mine-yours': { hasModel: true, rounds: 2, turns: 'mine-then-yours' },
} as const satisfies Readonly<Record<string, WayThrough>>;
type Way = keyof typeof WAYS;

const BUTTONS: readonly (readonly [Way, string, typeof Hand])[] = [
  ['listen', 'Listen', Volume2],
  ['once', 'All together', Hand],
  ['tries', 'Three tries', Repeat],
  ['mine-yours', 'Mine, then yours', Repeat],
];

/** The line large enough for the back row: count-in, click, playhead and counts that light up. */
export function Together({ lines, countIn, others }: TogetherProps) {
  const router = useRouter();
  const [bpm, setBpm] = useState(lines[0]!.startBpm);
  const [way, setWay] = useState<Way>('once');
  const [place, setPlace] = useState<number>();
  const starts = useRef<((way: Way, bpm: number, onEnd: () => void) => void)[]>([]);
  const stops = useRef<(() => void)[]>([]);
  const start = (chosen: Way, index = 0) => {
    setWay(chosen);
    setPlace(index);
    starts.current[index]?.(chosen, bpm, () =>
      lines[index + 1] ? start(chosen, index + 1) : setPlace(undefined),
    );
  };
  const stop = () => {
    for (const one of stops.current) one();
    setPlace(undefined);
  };
  useSpaceKey(() => (place === undefined ? start(way) : stop()));
  const change = (marks: number) => setBpm((before) => moveByMarks(before, marks));
  return (
    <div className="mx-auto max-w-[1600px]">
      {lines.map((shown, index) => (
        <OneLine
          key={shown.id}
          shown={shown}
          countIn={index === 0 ? countIn : undefined}
          isNow={place === index}
          onReady={(play, halt) => {
            starts.current[index] = play;
            stops.current[index] = halt;
          }}
        />
      ))}
      <div className="sticky bottom-0 flex flex-wrap items-center gap-3 border-t-2 border-ink bg-paper py-3">
        {place === undefined ? (
          BUTTONS.map(([id, name, Icon]) => (
            <Button key={id} weight={id === 'once' ? 'main' : 'plain'} onClick={() => start(id)}>
              <Icon aria-hidden className="size-5" /> {name}
            </Button>
          ))
        ) : (
          <Button weight="main" onClick={stop}>
            <CircleStop aria-hidden className="size-5" /> Stop
          </Button>
        )}
        <fieldset className="flex items-center gap-2" disabled={place !== undefined}>
          <legend className="sr-only">Tempo</legend>
          <Button onClick={() => change(-1)} aria-label="Slower">
            <Minus aria-hidden className="size-5" />
          </Button>
          <output className="w-16 text-center text-2xl font-bold tabular-nums" aria-label="Tempo">
            {bpm}
          </output>
          <Button onClick={() => change(1)} aria-label="Faster">
            <Plus aria-hidden className="size-5" />
          </Button>
        </fieldset>
        <SmallChoice
          label="Straight on with"
          value={lines[1]?.id ?? ''}
          onChange={(id) =>
            router.replace(`/shelf/${lines[0]!.id}/together${id === '' ? '' : `?then=${id}`}`)
          }
        >
          <option value="">nothing</option>
          {others.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SmallChoice>
      </div>
    </div>
  );
}

interface OneLineProps {
  readonly shown: ShownLine;
  /** Undefined for a line that follows straight on. */
  readonly countIn: CountInStyle | undefined;
  readonly isNow: boolean;
  readonly onReady: (play: (way: Way, bpm: number, onEnd: () => void) => void, stop: () => void) => void;
}

function OneLine({ shown: { name, line, engravings }, countIn, isNow, onReady }: OneLineProps) {
  const engraving = useEngraving(engravings);
  const [way, setWay] = useState<Way>('once');
  const player = useLinePlayer({ line, engraving, countIn });
  onReady((chosen, bpm, onEnd) => {
    setWay(chosen);
    player.play(WAYS[chosen], bpm, onEnd);
  }, player.stop);
  const Heading = countIn ? 'h1' : 'h2';
  const doing = way === 'tries' ? `Try ${player.round + 1} of ${TRIES}` : DOING[way](player.phase);
  return (
    <section aria-label={name} className="mb-4">
      <Heading className="font-serif text-4xl font-bold">{name}</Heading>
      <EngravedLine engraving={engraving} playhead={player.playhead} />
      <div className={isNow ? 'mt-2 text-2xl' : 'hidden'}>
        <Beats
          count={clicksPerMeasure(line.part.measures[0]!.meter, undefined)}
          beats={player.beats}
          doing={doing}
        />
      </div>
      {player.problem && <Notice kind="problem">{player.problem}</Notice>}
    </section>
  );
}

const DOING: Readonly<Record<Way, (phase: 'before' | 'count-in' | 'mine' | 'yours' | 'over') => string>> = {
  listen: () => 'Listen',
  once: () => 'All together',
  tries: () => '',
  'mine-yours': (phase) => (phase === 'yours' ? 'Your turn' : 'Listen'),
};
