'use client';
import { useDeferredValue, useMemo, useState, useTransition } from 'react';
import { Listen } from '@/app/_components/sound/listen';
import type { SaveState } from '@/browser/draft-keeper';
import { derivedPart, type LineDocument } from '@/core/arranging';
import type { Issue } from '@/core/base';
import { lineOfPart, partHasNotes, printedTempo } from '@/core/notation';
import { goalTempo } from '@/core/study';
import { type BeatUnitName, measureName, type Vocabulary } from '@/core/time';
import { maybeMeasureInWork, openFaults, partOf } from '@/core/writing';
import { Button, ButtonLink } from '@/ui/button';
import { answerOf, Issues, useStoredAtOnce } from '@/ui/form';
import { MetronomeMark } from '@/ui/metronome-mark';
import { EngravedLine } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';
import { Sheet } from '@/ui/page-frame';
import { finish, keepAsCopy } from './actions';
import { FaultList } from './fault-list';
import { KeyPanel } from './key-panel';
import { LostNotes } from './lost-notes';
import { MeasurePanel } from './measure-panel';
import { Palette } from './palette';
import { PartsPanel } from './parts-panel';
import { SayBox } from './say-box';
import { Staff } from './staff';
import type { Tap } from './staff-places';
import { useDeskKeys } from './use-desk-keys';
import { useLiveEngraving } from './use-live-engraving';
import { useWriting } from './use-writing';
import { whereWeAre } from './where-we-are';

interface WritingDeskProps {
  readonly lineId: string;
  readonly number: number;
  readonly document: LineDocument;
  readonly revision: number;
  readonly isOnStand: boolean;
  /** How the teacher's classes say note values. */
  readonly vocabulary: Vocabulary;
}

/** Where a line is written, with keys or with a finger. */
export function WritingDesk({ lineId, number, document, revision, isOnStand, vocabulary }: WritingDeskProps) {
  const writing = useWriting(lineId, document, revision);
  const desk = writing.history.now;
  // The panels may follow a moment later; the drawing may not.
  const calmDesk = useDeferredValue(desk);
  const [isSaying, setSaying] = useState(false);
  const [hasPen, setPen] = useState(false);
  const [lookedAt, setLookedAt] = useState<number>();
  useDeskKeys(writing, lookedAt === undefined, () => setSaying(true));
  const wanted = lookedAt === undefined ? undefined : writing.derived[lookedAt];
  const shownPart = useMemo(
    () => (wanted ? derivedPart(desk.score, wanted).part : partOf(desk)),
    [wanted, desk],
  );
  const line = useMemo(() => lineOfPart(desk.score, shownPart), [desk.score, shownPart]);
  const { engraving, problem } = useLiveEngraving(line);
  const faults = useMemo(() => openFaults(partOf(desk)), [desk]);
  const tap = (tapped: Tap, extend: boolean) => {
    if (tapped.kind === 'event')
      writing.do({ kind: 'select', eventId: tapped.eventId, voiceIndex: tapped.voiceIndex, extend });
    else if (hasPen)
      writing.do({
        kind: 'pitch-at',
        at: tapped.at,
        voiceIndex: tapped.voiceIndex,
        spelling: tapped.spelling,
      });
    else writing.do({ kind: 'caret-to', at: tapped.at, voiceIndex: tapped.voiceIndex });
  };
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[1fr_280px]">
      <Sheet>
        <Head
          number={number}
          tempo={partOf(desk).tempo && printedTempo(partOf(desk).tempo!, partOf(desk).measures[0]!.meter)}
          title={desk.score.title}
          composer={desk.score.composer}
          onTitle={(title) => writing.do({ kind: 'title', title })}
          onComposer={(composer) => writing.do({ kind: 'composer', composer })}
        />
        <WindowNotices lineId={lineId} writing={writing} />
        {desk.score.lost && (
          <LostNotes lost={desk.score.lost} onLookedAt={() => writing.do({ kind: 'looked-at' })} />
        )}
        <Palette
          desk={desk}
          vocabulary={vocabulary}
          canUndo={writing.history.past.length > 0}
          canRedo={writing.history.future.length > 0}
          hasPen={hasPen}
          setPen={setPen}
          onCommand={writing.do}
          onUndo={writing.undo}
          onRedo={writing.redo}
          onSay={() => setSaying(true)}
        />
        {isSaying && <SayBox desk={desk} onCommand={writing.do} onClose={() => setSaying(false)} />}
        <div className="mt-4 min-h-40">
          {!engraving && !problem && <p className="text-faint">Getting pen and paper …</p>}
          {problem && (
            <Notice kind="problem">The line could not be drawn ({problem}). Undo the last step.</Notice>
          )}
          {engraving &&
            (wanted ? (
              <EngravedLine engraving={engraving} />
            ) : (
              <Staff
                desk={desk}
                engraving={engraving}
                faults={faults.filter(({ measureIndex }) => measureIndex !== maybeMeasureInWork(desk))}
                hasPen={hasPen}
                onTap={tap}
              />
            ))}
        </div>
        <p aria-live="polite" className="mt-2 min-h-7 text-faint">
          {wanted
            ? `${shownPart.name}: follows the lead; written there.`
            : (desk.remark ?? whereWeAre(desk, vocabulary))}
        </p>
        {!wanted && faults.length === 0 && partHasNotes(partOf(desk)) && (
          <Listen getLine={() => line} bpm={goalTempo(partOf(desk))} />
        )}
        <FaultList
          part={partOf(desk)}
          faults={faults}
          measureInWork={maybeMeasureInWork(desk)}
          vocabulary={vocabulary}
          onMend={writing.do}
        />
        <details open className="mt-5 border-t-2 border-rule pt-3">
          <summary className="mb-2 min-h-11 cursor-pointer">
            <h2 className="inline text-xl font-bold">The keys</h2>
          </summary>
          <KeyPanel />
        </details>
      </Sheet>
      <div className="space-y-5">
        <Sheet>
          <Finish lineId={lineId} writing={writing} isOnStand={isOnStand} />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Parts</h2>
          <PartsPanel
            desk={calmDesk}
            derived={writing.derived}
            lookedAt={lookedAt}
            onLook={setLookedAt}
            onDerive={writing.derive}
            onCommand={writing.do}
          />
        </Sheet>
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">This {measureName(vocabulary)}</h2>
          <MeasurePanel desk={calmDesk} onCommand={writing.do} />
        </Sheet>
      </div>
    </div>
  );
}

interface HeadProps {
  readonly number: number;
  readonly tempo: { readonly bpm: number; readonly unit: BeatUnitName } | undefined;
  readonly title: string;
  readonly composer: string | undefined;
  readonly onTitle: (title: string) => void;
  readonly onComposer: (composer: string | undefined) => void;
}

function Head({ number, tempo, title, composer, onTitle, onComposer }: HeadProps) {
  const field = 'min-h-12 rounded-sm border-b-2 border-rule bg-transparent px-1 hover:border-ink';
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-3">
      <h1 className="sr-only">
        Writing {number} {title}
      </h1>
      <span className="font-serif text-3xl font-bold">{number}</span>
      <input
        aria-label="Title"
        value={title}
        maxLength={120}
        onChange={(event) => onTitle(event.target.value)}
        className={`${field} min-w-40 flex-1 font-serif text-3xl font-bold`}
      />
      {tempo && <MetronomeMark unit={tempo.unit} bpm={tempo.bpm} />}
      <input
        aria-label="By"
        placeholder="by …"
        value={composer ?? ''}
        maxLength={120}
        onChange={(event) => onComposer(event.target.value || undefined)}
        className={`${field} w-48 text-lg italic`}
      />
    </div>
  );
}

type Writing = ReturnType<typeof useWriting>;

/** What another window, or an earlier visit of this one, has to do with the line. */
function WindowNotices({ lineId, writing }: { readonly lineId: string; readonly writing: Writing }) {
  const { outcome, store } = useStoredAtOnce(keepAsCopy);
  const keep = async (document: LineDocument) => {
    writing.forget();
    await store(lineId, document);
  };
  return (
    <div className="mb-3 space-y-3 empty:hidden">
      {writing.wasRestored && (
        <Notice kind="news">
          Your last changes had not arrived when this page was left. They are here again.
        </Notice>
      )}
      {writing.leftBehind && (
        <Notice kind="problem">
          <p>
            Changes of yours had not arrived when this page was left, and the line has been changed elsewhere
            since.
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button onClick={() => keep(writing.leftBehind!)}>Keep mine as a copy</Button>
            <Button weight="quiet" onClick={writing.dismissLeftBehind}>
              Drop mine
            </Button>
          </div>
        </Notice>
      )}
      {writing.saveState.kind === 'overtaken' && (
        <Notice kind="problem">
          <p className="font-bold">This line was changed in another window.</p>
          <p>Nothing is overwritten. What you wrote here is still on this page.</p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button weight="main" onClick={() => keep(writing.document())}>
              Keep mine as a copy
            </Button>
            <Button
              onClick={() => {
                writing.forget();
                window.location.reload();
              }}
            >
              Take the other one
            </Button>
          </div>
        </Notice>
      )}
      {writing.saveState.kind === 'refused' && <Notice kind="problem">{writing.saveState.problem}</Notice>}
      {outcome}
    </div>
  );
}

const SAVE_WORDS: Readonly<Record<SaveState['kind'], string>> = {
  saved: 'Everything is stored.',
  saving: 'Storing …',
  unsent: 'No connection. Your changes are kept in this browser and sent when it is back.',
  overtaken: 'Not stored: changed in another window.',
  refused: 'Not stored.',
};

function Finish({
  lineId,
  writing,
  isOnStand,
}: {
  readonly lineId: string;
  readonly writing: Writing;
  readonly isOnStand: boolean;
}) {
  const [inTheWay, setInTheWay] = useState<readonly Issue[]>([]);
  const [isPending, startTransition] = useTransition();
  const put = () =>
    startTransition(async () => {
      await writing.settled();
      setInTheWay((await answerOf(() => finish(lineId))).issues ?? []);
    });
  return (
    <>
      <p role="status" className="mb-3">
        {SAVE_WORDS[writing.saveState.kind]}
      </p>
      {inTheWay.length > 0 && (
        <div className="mb-3">
          <Issues heading="Not yet:" issues={inTheWay} />
        </div>
      )}
      <Button weight="main" className="w-full" disabled={isPending} onClick={put}>
        Put it on the stand
      </Button>
      <p className="mt-2 text-base text-faint">
        {isOnStand
          ? 'Students keep the line as it was until you press this.'
          : 'A draft can wait here as long as you like; it cannot be given out.'}
      </p>
      <ButtonLink href={isOnStand ? `/shelf/${lineId}` : '/shelf'} weight="quiet" className="mt-1">
        {isOnStand ? 'Back to the line' : 'Back to the shelf'}
      </ButtonLink>
    </>
  );
}
