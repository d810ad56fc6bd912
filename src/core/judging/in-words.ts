import { capital, listed, unreachable } from '../base';
import { eventsOfMeasure, type Line, readName } from '../notation';
import { type Vocabulary, valueName } from '../time';
import { describeFigure } from './figures';
import { faultsOf, needsWork } from './needs-work';
import { sayPlayed } from './say-played';
import { drumNames, placeOfNote, sayHeads, togetherName } from './together/say-heads';
import type { NoteVerdict, Verdict } from './verdict';

/** What is to be said of one measure as it was played. */
export interface MeasureInWords {
  readonly measureIndex: number;
  /** `measure 3`, `the pickup`. */
  readonly name: string;
  readonly sentences: readonly string[];
}

/**
 * Everything that went wrong, measure by measure: which note, what was heard, early or late and by how much, short by how many beats.
 * For reading, and for those who do not see the marks on the staff. Measures that were right are left out.
 */
export function verdictInWords(
  line: Line,
  verdict: Verdict,
  vocabulary: Vocabulary,
): readonly MeasureInWords[] {
  if (verdict.state !== 'judged') return [];
  const heads = new Map(
    line.part.measures.flatMap((measure) =>
      eventsOfMeasure(measure).flatMap((event) =>
        event.kind === 'note' ? [[event.id, event] as const] : [],
      ),
    ),
  );
  /** Undefined for tied notes, which have no name of their own. */
  const valueNameOf = ({ printedId }: NoteVerdict) => {
    const head = heads.get(printedId);
    return head && !head.tiedToNext ? valueName(head.value, vocabulary) : undefined;
  };
  return verdict.measures.flatMap((measure, measureIndex) => {
    const notes = verdict.notes.filter((note) => note.measureIndex === measureIndex);
    const nameOf = (midi: number) => readName(Math.round(midi), line, measure.printedIndex);
    const heardAs = (midi: number) => nameOf(midi - (verdict.tuningCents ?? 0) / 100);
    const sentences = [
      ...verdict.figures
        .filter((figure) => figure.measureIndex === measureIndex)
        .map(({ kind }) => `${capital(describeFigure(kind))}.`),
      ...(verdict.apartMeasures?.includes(measureIndex)
        ? [`${capital(togetherName(notes))} did not come together.`]
        : []),
      ...notes.flatMap((note) => sayNote(note, { nameOf, heardAs, valueNameOf })),
      ...verdict.extras
        .filter((extra) => extra.measureIndex === measureIndex)
        .map(({ sound, afterNoteId }) => {
          const after = verdict.notes.find(({ noteId }) => noteId === afterNoteId);
          const where = after && after.measureIndex === measureIndex ? ` after ${beatOf(after)}` : '';
          return sound.midi === undefined
            ? `A stroke too many${where}.`
            : `A note too many${where}: ${heardAs(sound.midi)}.`;
        }),
      ...verdict.interruptions
        .filter((stop) => stop.measureIndex === measureIndex)
        .map(({ kind, seconds }) =>
          kind === 'pause' ? `Stopped for ${seconds.toFixed(1)} seconds.` : 'Went back from here.',
        ),
    ];
    return needsWork(measure) || sentences.length > 0
      ? [{ measureIndex, name: sayPlayed(measure, vocabulary), sentences }]
      : [];
  });
}

/** One thing that went wrong. */
export interface FaultInWords {
  /** Of the performed measures. */
  readonly measureIndex: number;
  /** `measure 3`. */
  readonly name: string;
  readonly sentence: string;
}

/**
 * Everything that went wrong, one line each, the first thing to put right first: the measure with the most faults. Slips in measures that are good
 * enough come last.
 */
export function faultsInWords(line: Line, verdict: Verdict, vocabulary: Vocabulary): readonly FaultInWords[] {
  return verdictInWords(line, verdict, vocabulary)
    .map((words) => ({ ...words, measure: verdict.measures[words.measureIndex]! }))
    .toSorted(
      (a, b) =>
        Number(needsWork(b.measure)) - Number(needsWork(a.measure)) ||
        faultsOf(b.measure) - faultsOf(a.measure),
    )
    .flatMap(({ measureIndex, name, sentences }) =>
      sentences.map((sentence) => ({ measureIndex, name, sentence })),
    );
}

interface Names {
  readonly nameOf: (midi: number) => string;
  readonly heardAs: (midi: number) => string;
  readonly valueNameOf: (note: NoteVerdict) => string | undefined;
}

function sayNote(note: NoteVerdict, { nameOf, heardAs, valueNameOf }: Names): readonly string[] {
  if (note.heads) {
    const onset = sayOnset(note);
    const drums = drumNames(note.heads);
    const found = [
      ...sayHeads(note.heads, nameOf),
      ...(onset ? [drums.length > 0 ? `${listed(drums)} ${onset}` : onset] : []),
    ];
    return found.length === 0 ? [] : [`${placeOfNote(note, beatOf(note))}: ${found.join('; ')}.`];
  }
  const what = capital(beatOf(note));
  const written = note.writtenMidi === undefined ? undefined : nameOf(note.writtenMidi);
  const said = [sayPitch(note, written, heardAs), sayOnset(note), sayLength(note, valueNameOf(note))].filter(
    (words) => words !== undefined,
  );
  if (said.length === 0) return [];
  const name = written !== undefined && note.pitch !== 'wrong' ? `, ${written}` : '';
  return [`${what}${name}: ${said.join('; ')}.`];
}

const beatOf = ({ beat }: NoteVerdict) => `beat ${sayNumber(beat)}`;

function sayPitch(
  { pitch, played, writtenMidi }: NoteVerdict,
  written: string | undefined,
  nameOf: (midi: number) => string,
): string | undefined {
  switch (pitch) {
    case 'missing':
      return 'not heard';
    case 'wrong':
      return played?.midi === undefined ? undefined : `${nameOf(played.midi)} instead of ${written}`;
    case 'octave':
      return (played?.midi ?? 0) > (writtenMidi ?? 0) ? 'an octave too high' : 'an octave too low';
    case 'unclear':
      return 'could not be heard well enough';
    case 'right':
    case 'not-asked':
      return undefined;
    default:
      return unreachable(pitch);
  }
}

function sayOnset({ onset, deviationBeats, deviationSeconds }: NoteVerdict): string | undefined {
  if (onset !== 'early' && onset !== 'late') return undefined;
  return `${sayPart(Math.abs(deviationBeats))} ${onset} (${Math.abs(deviationSeconds).toFixed(2)} s)`;
}

function sayLength(
  { length, writtenBeats, soundedBeats = writtenBeats }: NoteVerdict,
  value: string | undefined,
): string | undefined {
  if (length === 'long') return `held ${sayPart(soundedBeats - writtenBeats)} into the rest`;
  if (length !== 'short') return undefined;
  const beats = writtenBeats > 1 ? 'beats' : 'beat';
  return `${value ? `the ${value} was ` : ''}let go after ${sayNumber(roundedBeats(soundedBeats))} of ${sayNumber(writtenBeats)} ${beats}`;
}

const PARTS: readonly (readonly [upTo: number, words: string])[] = [
  [0.16, 'an eighth of a beat'],
  [0.29, 'a quarter of a beat'],
  [0.42, 'a third of a beat'],
  [0.63, 'half a beat'],
  [0.88, 'three quarters of a beat'],
  [1.13, 'a beat'],
];

/** So many beats, as one would say it. */
function sayPart(beats: number): string {
  return PARTS.find(([upTo]) => beats < upTo)?.[1] ?? `${sayNumber(roundedBeats(beats))} beats`;
}

const roundedBeats = (beats: number) => Math.round(beats * 4) / 4;

const FRACTIONS: Readonly<Record<string, string>> = {
  '0.25': '¼',
  '0.5': '½',
  '0.75': '¾',
  '0.33': '⅓',
  '0.67': '⅔',
};

/** `2½`; what is no such fraction with two digits. */
function sayNumber(value: number): string {
  const whole = Math.floor(value + 1e-6);
  const part = Number((value - whole).toFixed(2));
  if (part === 0) return `${whole}`;
  const sign = FRACTIONS[`${part}`];
  return sign ? `${whole === 0 ? '' : whole}${sign}` : value.toFixed(2);
}
