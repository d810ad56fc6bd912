import type { Issue } from '../base';
import { type Instrument, type InstrumentId, instrument, type Level, maybeInstrument } from '../instruments';
import { checkArithmetic, measuresDifference, type Part, partHasNotes, type Score } from '../notation';
import { measuresOutOfRange, movePart } from './move-part';

/** A part that is made from the lead whenever it is needed, so that it follows every change. */
export interface DerivedPart {
  readonly instrument: InstrumentId;
  readonly level: Level;
  /** How far the sound moves besides octaves, in semitones; 0 plays together with the lead. */
  readonly shiftSemitones: number;
}

/** A line as its teacher keeps it: what is written out, and which parts are made from it. */
export interface LineDocument {
  readonly score: Score;
  readonly derived: readonly DerivedPart[];
}

/** A part of a line, ready to be engraved. */
export interface DocumentPart {
  readonly part: Part;
  readonly instrument: Instrument | undefined;
  readonly isDerived: boolean;
  readonly measuresOutOfRange: readonly number[];
  readonly remarks: readonly Issue[];
}

/** All parts: those written out first, the lead at the head, then those made from the lead. */
export function partsOf({ score, derived }: LineDocument): readonly DocumentPart[] {
  const written = score.parts.map((part) => {
    const player = maybeInstrument(part.instrument);
    // Whoever wrote it meant it: only what no beginner plays is said.
    const outOfRange = player ? measuresOutOfRange(part, player, 3) : [];
    return { part, instrument: player, isDerived: false, measuresOutOfRange: outOfRange, remarks: [] };
  });
  return [...written, ...derived.map((wanted) => derivedPart(score, wanted))];
}

export function derivedPart(score: Score, wanted: DerivedPart): DocumentPart {
  const to = instrument(wanted.instrument);
  const { part, measuresOutOfRange, remarks } = movePart(score.parts[0]!, {
    to,
    level: wanted.level,
    id: `D-${wanted.instrument}`,
    shiftSemitones: wanted.shiftSemitones,
  });
  return { part, instrument: to, isDerived: true, measuresOutOfRange, remarks };
}

/** What keeps a line from being put on the stand: it cannot be counted, or its parts do not fit together. */
export function obstacles({ score }: LineDocument): readonly Issue[] {
  const [lead, ...others] = score.parts;
  const issues: Issue[] = [];
  if (score.lost)
    issues.push({
      code: 'lost-notes',
      message:
        'Notes of the file could not be kept. Compare the line with its print on the writing desk and say that you have looked at it.',
    });
  if (!lead || !partHasNotes(lead))
    issues.push({ code: 'no-notes', message: 'There is no note in this line yet.' });
  for (const part of score.parts) {
    const named = score.parts.length > 1 ? `${part.name}, ` : '';
    for (const issue of checkArithmetic(part).wrong)
      issues.push({ ...issue, ...(issue.where && { where: `${named}${issue.where}` }) });
  }
  for (const part of others) {
    const measureIndex = lead && measuresDifference(lead, part);
    if (measureIndex !== undefined)
      issues.push({
        code: 'other-measures',
        where: `${part.name}, measure ${part.measures[measureIndex]?.number ?? measureIndex + 1}`,
        message: `Meter, length or repeats are not those of ${lead!.name}; parts of one line are counted together.`,
      });
  }
  return issues;
}
