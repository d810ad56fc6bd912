import type { NoteVerdict, Verdict } from '@/core/judging';
import { drumById, type Line, readName } from '@/core/notation';
import type { EngravedSystem } from '@/engraving/engraving';
import { type Place, placeOfEvent } from './places';

interface NoteMarksProps {
  readonly system: EngravedSystem;
  readonly systemIndex: number;
  readonly line: Line;
  readonly verdict: Verdict;
  /** Which time through a repeated measure is shown. */
  readonly pass: number;
}

/** Starts closer to the beat than this get no tick: it would only be noise. */
const SMALLEST_TICK_SECONDS = 0.025;
/** Pixels that a tick leans per beat of deviation, and at most. */
const LEAN_PER_BEAT = 60;
const MOST_LEAN = 24;

/** What was heard, pencilled beside what was written. Heads are never coloured. */
export function NoteMarks({ system, systemIndex, line, verdict, pass }: NoteMarksProps) {
  const shown = verdict.notes.filter(
    (note) => system.events[note.printedId] && isOnPass(note, verdict, pass),
  );
  return (
    <g fontFamily="var(--font-sans)" fontSize="17" fontWeight="700">
      {shown.map((note) => (
        <NoteMark key={note.noteId} note={note} system={system} heard={heardName(note, verdict, line)} />
      ))}
      <Stops system={system} verdict={verdict} />
      <Extras system={system} systemIndex={systemIndex} verdict={verdict} line={line} pass={pass} />
    </g>
  );
}

function isOnPass(note: NoteVerdict, verdict: Verdict, pass: number): boolean {
  const { printedIndex } = verdict.measures[note.measureIndex]!;
  const passes = verdict.measures.flatMap((measure, index) =>
    measure.printedIndex === printedIndex ? [index] : [],
  );
  return passes.length === 1 || passes.indexOf(note.measureIndex) + 1 === pass;
}

/** What was heard as the player would read it, tuning and transposition taken off. */
function nameOf(midi: number, measureIndex: number, verdict: Verdict, line: Line): string {
  const sounding = Math.round(midi - (verdict.tuningCents ?? 0) / 100);
  return readName(sounding, line, verdict.measures[measureIndex]!.printedIndex);
}

function heardName(note: NoteVerdict, verdict: Verdict, line: Line): string | undefined {
  const struck = note.heads?.find(({ instead }) => instead)?.instead;
  if (struck?.kind === 'drum') return struck.drum && drumById(struck.drum).name;
  if (note.played?.midi === undefined || note.writtenMidi === undefined) return undefined;
  if (note.pitch === 'octave') return note.played.midi > note.writtenMidi ? 'octave ↑' : 'octave ↓';
  return note.pitch === 'wrong' ? nameOf(note.played.midi, note.measureIndex, verdict, line) : undefined;
}

function NoteMark({
  note,
  system,
  heard,
}: {
  readonly note: NoteVerdict;
  readonly system: EngravedSystem;
  readonly heard: string | undefined;
}) {
  const box = system.events[note.printedId]!;
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  return (
    <g>
      {note.pitch === 'missing' && (
        <ellipse
          cx={x}
          cy={y}
          rx={box.width * 0.95}
          ry={box.height * 1.1}
          fill="none"
          stroke="var(--color-warm)"
          strokeWidth="2.5"
          strokeDasharray="5 3"
        />
      )}
      {heard && (
        <text
          x={box.x + box.width + 3}
          y={y - box.height * 0.55}
          fill="var(--color-warm)"
          stroke="var(--color-paper)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          {heard}
        </text>
      )}
      <Tick note={note} x={x} top={Math.max(system.staffBottom, box.y + box.height) + 5} />
      {note.length === 'short' && (
        <path
          d={`M${box.x + box.width + 4} ${y} h10 m0 -5 v10`}
          stroke="var(--color-warm)"
          strokeWidth="2.5"
          fill="none"
        />
      )}
    </g>
  );
}

/** Leans left when early, right when late, further the more. */
function Tick({ note, x, top }: { readonly note: NoteVerdict; readonly x: number; readonly top: number }) {
  const isOff = note.onset === 'early' || note.onset === 'late';
  if (!note.played || Math.abs(note.deviationSeconds) < SMALLEST_TICK_SECONDS) return null;
  const lean = Math.max(-MOST_LEAN, Math.min(MOST_LEAN, note.deviationBeats * LEAN_PER_BEAT));
  return (
    <path
      d={`M${x} ${top} l${lean} ${isOff ? 17 : 11}`}
      stroke={isOff ? 'var(--color-warm)' : 'var(--color-faint)'}
      strokeWidth={isOff ? 4 : 1.5}
      strokeLinecap="round"
    />
  );
}

/** Where the playing stopped: two strokes before the note it went on with, or a hook back to the note it began again at. */
function Stops({ system, verdict }: { readonly system: EngravedSystem; readonly verdict: Verdict }) {
  return verdict.interruptions.map((stop) => {
    const next = verdict.notes.find((note) => note.played && note.played.onsetSeconds > stop.atSeconds);
    const box = next && system.events[next.printedId];
    if (!box) return null;
    const x = box.x - 9;
    const y = system.staffTop - 6;
    const shape =
      stop.kind === 'pause'
        ? `M${x} ${y} l4 -13 M${x + 7} ${y} l4 -13`
        : `M${x + 22} ${y - 12} h-14 a6 6 0 0 0 0 12 h6 m-6 -5 l-5 5 l5 5`;
    return (
      <path
        key={stop.atSeconds}
        d={shape}
        fill="none"
        stroke="var(--color-warm)"
        strokeWidth="2.5"
        strokeLinecap="round"
      />
    );
  });
}

/** Notes too many: dots on the time line above the ledger. */
function Extras({
  system,
  systemIndex,
  verdict,
  line,
  pass,
}: Omit<NoteMarksProps, 'system'> & { readonly system: EngravedSystem }) {
  const places = verdict.extras.flatMap((extra) => {
    const place = placeOfExtra(extra.sound.onsetSeconds, system, systemIndex, verdict, pass);
    const name =
      extra.sound.midi === undefined ? '' : nameOf(extra.sound.midi, extra.measureIndex, verdict, line);
    return place ? [{ x: place.x, name, key: extra.sound.onsetSeconds }] : [];
  });
  if (places.length === 0) return null;
  const y = system.height - 8;
  return (
    <g>
      <path d={`M0 ${y} H${system.width}`} stroke="var(--color-rule)" strokeWidth="1.5" />
      {places.map(({ x, name, key }) => (
        <g key={key}>
          <circle cx={x} cy={y} r="5.5" fill="var(--color-warm)" />
          <text x={x + 9} y={y - 3} fontSize="15" fill="var(--color-warm)">
            {name}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Between the played notes around it, if they stand on this system. */
function placeOfExtra(
  seconds: number,
  system: EngravedSystem,
  systemIndex: number,
  verdict: Verdict,
  pass: number,
): Place | undefined {
  const engraving = { version: 0, systems: [system] };
  const played = verdict.notes.filter((note) => note.played && isOnPass(note, verdict, pass));
  const before = played.findLast((note) => note.played!.onsetSeconds <= seconds);
  const after = played.find((note) => note.played!.onsetSeconds > seconds);
  const from = before && placeOfEvent(engraving, before.printedId);
  const to = after && placeOfEvent(engraving, after.printedId);
  if (!from || !before) return undefined;
  const span =
    to && after
      ? (seconds - before.played!.onsetSeconds) / (after.played!.onsetSeconds - before.played!.onsetSeconds)
      : 0;
  return { system: systemIndex, x: to ? from.x + span * (to.x - from.x) : from.x + 30 };
}
