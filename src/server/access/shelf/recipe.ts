import 'server-only';
import { randomInt, randomUUID } from 'node:crypto';
import { z } from 'zod';
import { type Result, success } from '@/core/base';
import { INSTRUMENT_IDS, type InstrumentId, maybeInstrument } from '@/core/instruments';
import type { Line } from '@/core/notation';
import { READY_PLANS } from '@/core/practice';
import {
  compose,
  type Ingredients,
  ingredientsOf,
  LEAST_LEAP,
  MOST_LEAP,
  type Often,
  oftenOf,
  RECIPE_LENGTHS,
  RECIPE_METERS,
  RECIPE_MODES,
  RECIPE_SIGNS,
  RECIPE_VALUES,
  type Recipe,
} from '@/core/recipe';
import { measuresOfTakes, missedByMany } from '@/core/school';
import { insertAssignments, listAssignmentsOfClass } from '@/server/db/queries/assignments';
import { listBooks, maybeBook } from '@/server/db/queries/books';
import { deleteLines, insertLine, listLinesUpToPage } from '@/server/db/queries/lines';
import { partsOfLines, putOnStand } from '@/server/db/queries/music';
import { listJudgedOfAssignment } from '@/server/db/queries/takes';
import { requestEngraving } from '@/server/jobs/queue';
import { assertTeacher, NotFound, type Viewer } from '../account/viewer';
import type { GivenOut } from '../practice/giving-out';
import { tempoField } from '../practice/tempo-field';
import { readForm, refused } from '../read-form';
import { getClass, listClasses } from '../school/classes';

/** Books to keep a made line in, books to have learned from, and classes to make lines for. */
export async function getRecipeChoices(viewer: Viewer) {
  assertTeacher(viewer);
  const [books, classes] = await Promise.all([listBooks(viewer.userId), listClasses(viewer)]);
  return {
    books: books.map(({ id, title, isEdited }) => ({ id, title, isEdited })),
    classes: classes.map(({ id, name }) => ({ id, name })),
  };
}

const learnedForm = z.object({
  bookId: z.uuid('Choose a book.'),
  page: z.coerce
    .number('Type a page.')
    .int('A page is a whole number.')
    .min(1, 'Pages begin with 1.')
    .max(9999),
  instrument: z.enum(INSTRUMENT_IDS, 'Choose an instrument.'),
});

/** What was learned with a book up to a page, on an instrument. @returns what is wrong, if anything. @throws NotFound */
export async function getLearned(viewer: Viewer, form: unknown): Promise<Result<Ingredients>> {
  assertTeacher(viewer);
  const read = readForm(learnedForm, form);
  if (!read.ok) return read;
  const { bookId, page, instrument } = read.value;
  const book = await maybeBook(bookId, viewer.userId);
  if (!book?.isRead) throw new NotFound();
  const lineIds = await listLinesUpToPage(bookId, page);
  if (lineIds.length === 0)
    return refused(`No line of ${book.title} that is on the stand has a page up to ${page}.`, 'page');
  const parts = await partsOfLines(lineIds, [instrument]);
  return success(
    ingredientsOf([...parts.values()].flatMap((own) => partToLearnFrom(own, instrument)?.part ?? [])),
  );
}

/** What is read on the instrument; without such a part what is clapped and counted is the same for all. */
function partToLearnFrom<Own extends { readonly instrument: string | null }>(
  parts: readonly Own[],
  wanted: InstrumentId,
): Own | undefined {
  const own = parts.find(({ instrument }) => instrument === wanted);
  const lead = parts[0];
  return own ?? (lead && maybeInstrument(lead.instrument)?.ranges === undefined ? lead : undefined);
}

/** What many of a class miss: the rhythms and notes of those measures, as an instrument of it reads them. @throws NotFound */
export async function getOftenWrong(viewer: Viewer, classId: unknown, instrument: unknown): Promise<Often> {
  const asked = z.enum(INSTRUMENT_IDS).safeParse(instrument);
  const owned = await getClass(viewer, `${classId}`);
  if (!asked.success) throw new NotFound();
  const assignments = await listAssignmentsOfClass(owned.id);
  const parts = await partsOfLines(
    assignments.map(({ lineId }) => lineId),
    [asked.data],
  );
  const found = await Promise.all(
    assignments.map(async ({ id, lineId }) => {
      const own = parts.get(lineId) ?? [];
      const part = own.find((one) => one.instrument === asked.data) ?? own[0];
      const missed = missedByMany(measuresOfTakes(await listJudgedOfAssignment(id)));
      const numbers = new Set(missed.map(({ number }) => number));
      return part && numbers.size > 0 ? [oftenOf(part.part, ({ number }) => numbers.has(number))] : [];
    }),
  );
  return {
    rhythms: [...new Set(found.flat().flatMap(({ rhythms }) => rhythms))],
    pitches: [...new Set(found.flat().flatMap(({ pitches }) => pitches))],
  };
}

const midi = z.int().min(0).max(127);
const recipeForm: z.ZodType<Recipe> = z.object({
  instrument: z.enum(INSTRUMENT_IDS),
  level: z.literal([1, 2, 3]),
  meter: z.enum(RECIPE_METERS),
  measures: z.literal(RECIPE_LENGTHS),
  values: z.array(z.enum(RECIPE_VALUES)).max(RECIPE_VALUES.length),
  hasRests: z.boolean(),
  keyFifths: z.int().min(-7).max(7),
  mode: z.enum(RECIPE_MODES),
  range: z.tuple([midi, midi]).optional(),
  largestLeap: z.int().min(LEAST_LEAP).max(MOST_LEAP),
  signs: z.array(z.enum(RECIPE_SIGNS)).max(RECIPE_SIGNS.length),
  voices: z.literal([1, 2]),
  bpm: z.int().min(30).max(240),
  pitches: z.array(midi).max(128).optional(),
  often: z.object({
    rhythms: z.array(z.string().max(120)).max(200),
    pitches: z.array(midi).max(128),
  }),
});

const freshForm = z.object({
  recipe: recipeForm,
  bookId: z.uuid('Choose a book.'),
  classId: z.uuid('Choose a class.'),
  dueOn: z.iso.date('Choose the day by which it is due.'),
  bpm: tempoField('Type the tempo as a number.'),
});

/**
 * A line of its own for every student of a class, made for the instrument of each and given out to be read at sight. All or nothing.
 * @returns by what it is taken back; or what is wrong. @throws NotFound
 */
export async function giveFresh(viewer: Viewer, form: unknown): Promise<Result<GivenOut>> {
  assertTeacher(viewer);
  const read = readForm(freshForm, form);
  if (!read.ok) return read;
  const { recipe, bookId, classId, dueOn, bpm } = read.value;
  const { id, students } = await getClass(viewer, classId);
  const book = await maybeBook(bookId, viewer.userId);
  if (!book?.isEdited) throw new NotFound();
  const players = students.flatMap(({ id: studentId, name, instrument }) => {
    const player = maybeInstrument(instrument);
    return player ? [{ studentId, name, instrument: player.id }] : [];
  });
  if (players.length === 0) return refused('Nobody in this class has an instrument yet.', 'classId');
  const base = randomInt(1_000_000);
  const made: { readonly studentId: string; readonly line: Line }[] = [];
  for (const [index, { studentId, name, instrument }] of players.entries()) {
    const line = compose(recipeFor(recipe, instrument), base + index);
    if (!line.ok) return refused(`For ${name}: ${line.issues[0]!.message}`);
    made.push({ studentId, line: { ...line.value, title: `At sight, for ${name.split(' ')[0]}` } });
  }
  const batch = randomUUID();
  const plan = JSON.stringify(READY_PLANS.find(({ steps }) => steps[0] === 'read'));
  const lineIds: string[] = [];
  try {
    // One after the other: each takes the next number of the book.
    for (const { line } of made) {
      const document = { score: { title: line.title, composer: undefined, parts: [line.part] }, derived: [] };
      const lineId = await insertLine(bookId, line.title, JSON.stringify(document));
      lineIds.push(lineId);
      for (const contentHash of await putOnStand(lineId, document)) await requestEngraving(contentHash);
    }
    const given = await insertAssignments(
      made.map(({ studentId }, index) => ({
        values: {
          ...{ line_id: lineIds[index]!, class_id: id, start_bpm: bpm, goal_bpm: bpm, due_on: dueOn },
          ...{ from_on: null, word: '', batch, plan },
        },
        studentIds: [studentId],
      })),
    );
    return success({ ids: given.map((one) => one.id), batch });
  } catch (error) {
    await deleteLines(lineIds);
    throw error;
  }
}

/** The same recipe for another instrument: its range and what was learned on it are its own. */
function recipeFor(recipe: Recipe, instrument: InstrumentId): Recipe {
  return instrument === recipe.instrument
    ? recipe
    : {
        ...recipe,
        instrument,
        range: undefined,
        pitches: undefined,
        often: { ...recipe.often, pitches: [] },
      };
}
