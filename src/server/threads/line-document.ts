import { z } from 'zod';
import type { LineDocument } from '@/core/arranging';
import { failure, type Result, success, withoutUnstorable } from '@/core/base';
import { MOST_LOSSES, MOST_MEASURES, MOST_MEASURES_OF_ALL, MOST_PARTS } from '@/core/formats';
import { INSTRUMENT_IDS, LEVELS } from '@/core/instruments';
import { ARTICULATIONS, CHORD_KINDS, LANDMARKS, MOST_GRACES, ORNAMENTS, SHORTHANDS } from '@/core/notation';
import { MODES, STEPS } from '@/core/pitch';
import { NOTE_BASES } from '@/core/time';

/** What comes from a writing desk: checked in every field, and no larger than a line can be. */
const id = z.string().regex(/^[A-Za-z_][\w.-]{0,63}$/);
const text = (most: number) => z.string().max(most);
const count = (from: number, to: number) => z.int().min(from).max(to);

const rational = z.object({ numerator: count(-100_000, 100_000), denominator: count(1, 100_000) });
const meter = z.object({
  beats: count(1, 12),
  beatType: z.union([z.literal(2), z.literal(4), z.literal(8)]),
});
const value = z.object({
  base: z.enum(NOTE_BASES),
  dots: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  tuplet: z.enum(['triplet', 'duplet']).optional(),
});
const alter = z.union([z.literal(-2), z.literal(-1), z.literal(0), z.literal(1), z.literal(2)]);
const spelling = z.object({ step: z.enum(STEPS), alter, octave: count(-1, 9) });
const pitch = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('pitched'), spelling }),
  z.object({
    kind: z.literal('unpitched'),
    display: spelling,
    head: z.enum(['x', 'open']).optional(),
    ghost: z.literal(true).optional(),
  }),
]);

const note = z.object({
  kind: z.literal('note'),
  id,
  value,
  quarters: rational,
  pitch,
  chordPitches: z.array(pitch).max(12),
  graces: z.array(pitch).min(1).max(MOST_GRACES).optional(),
  tiedToNext: z.boolean(),
  tiedFromPrevious: z.boolean(),
  slurStarts: count(0, 4),
  slurStops: count(0, 4),
  articulations: z.array(z.enum(ARTICULATIONS)).max(4),
  fermata: z.boolean(),
  breathAfter: z.boolean(),
  fingering: text(8).optional(),
  stringHint: text(8).optional(),
  bowing: z.enum(['down', 'up']).optional(),
  ornament: z.enum(ORNAMENTS).optional(),
  positionHint: text(8).optional(),
  lyric: text(60).optional(),
  secondVerse: text(60).optional(),
  stem: z.enum(['up', 'down']).optional(),
  courtesy: z.literal(true).optional(),
});
const rest = z.object({
  kind: z.literal('rest'),
  id,
  value,
  quarters: rational,
  fillsMeasure: z.boolean(),
  hidden: z.boolean(),
  fermata: z.boolean(),
});
const events = z.array(z.discriminatedUnion('kind', [note, rest])).max(100);

const tempoMark = z.object({
  beatQuarters: rational,
  bpm: z.number().min(20).max(400),
  words: text(60).optional(),
});
const root = z.object({ step: z.enum(['A', 'B', 'C', 'D', 'E', 'F', 'G']), alter: count(-2, 2) });
const chordSymbol = z.object({ root, kind: z.enum(CHORD_KINDS), bass: root.optional() });
const direction = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('words'),
    text: text(200),
    placement: z.enum(['above', 'below']),
    offsetQuarters: rational,
  }),
  z.object({ kind: z.literal('dynamic'), mark: text(8), offsetQuarters: rational }),
  z.object({
    kind: z.literal('hairpin'),
    shape: z.enum(['crescendo', 'diminuendo', 'stop']),
    offsetQuarters: rational,
  }),
  z.object({ kind: z.literal('chord'), symbol: chordSymbol, offsetQuarters: rational }),
  z.object({ kind: z.literal('tempo'), mark: tempoMark, offsetQuarters: rational }),
  z.object({
    kind: z.literal('octave-line'),
    shape: z.enum(['8va', '8vb', 'stop']),
    offsetQuarters: rational,
  }),
  z.object({ kind: z.literal('dashes-end'), offsetQuarters: rational }),
]);

const clef = z.enum(['treble', 'bass', 'alto', 'tenor', 'percussion', 'treble-8', 'bass-8', 'treble+8']);
const measure = z.object({
  number: count(0, 999),
  meter,
  meterSymbol: z.enum(['common', 'cut']).optional(),
  keyFifths: count(-7, 7),
  clef,
  lowerClef: clef.optional(),
  systemBreak: z.boolean(),
  repeatStart: z.boolean(),
  repeatPlays: count(1, 8),
  barline: z.enum(['double', 'final']).optional(),
  startsLate: z.literal(true).optional(),
  unnumbered: z.literal(true).optional(),
  shorthand: z.enum(SHORTHANDS).optional(),
  landmarks: z.array(z.enum(LANDMARKS)).max(4).optional(),
  jump: z.object({ to: z.enum(['start', 'segno']), until: z.enum(['end', 'fine', 'coda']) }).optional(),
  endingPasses: z.array(count(1, 8)).max(8),
  events,
  otherVoices: z.array(z.object({ staff: z.enum(['upper', 'lower']), events })).max(7),
  directions: z.array(direction).max(60),
});

const part = z.object({
  id,
  name: z.string().trim().min(1, 'A part needs a name.').max(80),
  instrument: z.enum(INSTRUMENT_IDS).optional(),
  transpositionSemitones: count(-48, 48),
  staffLines: z.union([z.literal(1), z.literal(5)]),
  tempo: tempoMark.optional(),
  tablature: z.literal(true).optional(),
  mode: z.enum(MODES).optional(),
  measures: z.array(measure).min(1).max(MOST_MEASURES),
});

const issue = z.object({ code: text(40), message: text(400), where: text(120).optional() });

const documentShape = z
  .object({
    score: z.object({
      title: z.string().trim().min(1, 'A line needs a title.').max(120, 'A title has at most 120 letters.'),
      composer: text(120).optional(),
      parts: z.array(part).min(1).max(MOST_PARTS),
      lost: z.array(issue).min(1).max(MOST_LOSSES).optional(),
    }),
    derived: z
      .array(
        z.object({
          instrument: z.enum(INSTRUMENT_IDS),
          level: z.union(
            LEVELS.map((level) => z.literal(level)) as [z.ZodLiteral<1>, z.ZodLiteral<2>, z.ZodLiteral<3>],
          ),
          shiftSemitones: count(-12, 12),
        }),
      )
      .max(40),
  })
  .refine(
    ({ score, derived }) => measuresOfAll(score.parts, derived.length) <= MOST_MEASURES_OF_ALL,
    `A line has at most ${MOST_MEASURES_OF_ALL} measures in all its parts together, those for other instruments among them. Make it shorter, or take parts away.`,
  );

/** Everything that is done with a line is done with every part, made or written. */
function measuresOfAll(
  parts: readonly { readonly measures: readonly unknown[] }[],
  derivedCount: number,
): number {
  const written = parts.reduce((sum, { measures }) => sum + measures.length, 0);
  return written + derivedCount * (parts[0]?.measures.length ?? 0);
}

const refused = (message: string) => failure({ code: 'refused', message });

/** @returns the document, or one sentence on what is wrong with it. */
export function readDocument(json: unknown): Result<LineDocument> {
  const read = documentShape.safeParse(json);
  if (read.success) {
    // A field left out of JSON is the undefined of the notation.
    const document: unknown = withoutUnstorable(read.data);
    const ids = read.data.score.parts.flatMap(({ measures }) =>
      measures.flatMap((m) =>
        [...m.events, ...m.otherVoices.flatMap((voice) => voice.events)].map((event) => event.id),
      ),
    );
    if (new Set(ids).size === ids.length) return success(document as LineDocument);
    return refused(
      'Two notes of the line have the same name; reload the page and write the last change again.',
    );
  }
  const [issue] = read.error.issues;
  const isOwnSentence = issue!.message.endsWith('.');
  return refused(
    isOwnSentence
      ? issue!.message
      : `The line could not be stored (${issue!.path.join(' ')}); reload the page and write the last change again.`,
  );
}
