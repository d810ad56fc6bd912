import { probabilityOf } from '../base';
import type { ExtraSound, Interruption } from '../following';
import { type Accused, faultFeatures } from './fault-features';
import { type Fault, faultsOf, partOf } from './faults';
import type { FigureFinding } from './figures';
import { BLAME_FROM, FAULTS } from './model/faults';
import type { NoteVerdict } from './verdict';

/** What is held against the player when doubt has spoken. */
interface Sentence {
  readonly notes: readonly NoteVerdict[];
  readonly figures: readonly FigureFinding[];
  readonly extras: readonly (ExtraSound & { readonly confidence: number })[];
  readonly interruptions: readonly (Interruption & { readonly confidence: number })[];
}

/**
 * Holds against the player only what is likely enough to be theirs, and says of each thing how likely. In doubt a pitch is left
 * unclear, a start is in time, and what was too much was somebody else's.
 */
export function withDoubt(accused: Accused): Sentence {
  const { notes, following, figures } = accused;
  const featuresOf = faultFeatures(accused);
  const alone = new Map(
    faultsOf(notes, following).map((fault) => [
      keyOf(fault),
      probabilityOf(featuresOf(fault), FAULTS[partOf(fault)]),
    ]),
  );
  const likelihoodAlone = (of: Fault['of'], index: number) => alone.get(keyOf({ of, index }));
  const inFigure = likelihoodInFigures(accused, (index) => likelihoodAlone('onset', index));
  const likelihood = (of: Fault['of'], index: number) =>
    (of === 'onset' ? inFigure.get(notes[index]!.noteId) : undefined) ?? likelihoodAlone(of, index);
  const confident = <Found>(of: Fault['of'], found: readonly Found[]) =>
    found
      .map((one, index) => ({ ...one, confidence: likelihood(of, index)! }))
      .filter(({ confidence }) => confidence >= BLAME_FROM);
  const settled = notes.map((note, index) => {
    const afterPitch = settlePitch(note, likelihood('pitch', index));
    const afterOnset = settleOnset(afterPitch, likelihood('onset', index));
    return settleLength(afterOnset, likelihood('length', index));
  });
  const off = new Set(settled.filter(({ onset }) => onset !== 'on').map(({ noteId }) => noteId));
  return {
    notes: settled,
    figures: figures.filter(({ offNoteIds }) => offNoteIds.some((id) => off.has(id))),
    extras: confident('extra', following.extras),
    interruptions: confident('stop', following.interruptions),
  };
}

/** Who plays a figure wrong plays it so throughout: of what went wrong in the same way one is as likely as the likeliest. By note id. */
function likelihoodInFigures(
  { notes, figures }: Accused,
  likelihood: (index: number) => number | undefined,
): ReadonlyMap<string, number> {
  const offIn = (kind: FigureFinding['kind']) =>
    new Set(figures.filter((figure) => figure.kind === kind).flatMap(({ offNoteIds }) => offNoteIds));
  return new Map(
    [...new Set(figures.map(({ kind }) => kind))].flatMap((kind) => {
      const off = offIn(kind);
      const likeliest = Math.max(
        ...notes.flatMap(({ noteId }, index) => (off.has(noteId) ? (likelihood(index) ?? 0) : 0)),
      );
      return [...off].map((id) => [id, likeliest] as const);
    }),
  );
}

const keyOf = ({ of, index }: Fault) => `${of} ${index}`;

/** Where nothing is said there is nothing to be sure of. */
function settlePitch(note: NoteVerdict, likelihood: number | undefined): NoteVerdict {
  if (likelihood === undefined) return note;
  if (likelihood >= BLAME_FROM) return { ...note, confidence: likelihood };
  const pitch = note.writtenMidi === undefined ? 'not-asked' : 'unclear';
  return { ...note, pitch, onset: 'on', length: 'unclear', confidence: 0 };
}

function settleOnset(note: NoteVerdict, likelihood: number | undefined): NoteVerdict {
  if (likelihood === undefined || note.onset === 'on') return note;
  if (likelihood >= BLAME_FROM) return { ...note, confidence: Math.min(note.confidence, likelihood) };
  return { ...note, onset: 'on', length: 'unclear', confidence: Math.min(note.confidence, 1 - likelihood) };
}

function settleLength(note: NoteVerdict, likelihood: number | undefined): NoteVerdict {
  return likelihood === undefined || likelihood >= BLAME_FROM ? note : { ...note, length: 'unclear' };
}
