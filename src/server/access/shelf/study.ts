import 'server-only';
import { z } from 'zod';
import { type CountingStyle, SCHOOL_IDS, USUAL_STYLE } from '@/core/counting';
import { levelOf, maybeInstrument } from '@/core/instruments';
import { type Line, printedTempo } from '@/core/notation';
import { spellingToMidi } from '@/core/pitch';
import { glossaryOf, goalTempo, lookOver, type Player, worthOfMeter, worthsToKnow } from '@/core/study';
import type { Vocabulary } from '@/core/time';
import { acquaintanceBefore } from '@/server/db/queries/acquaintance';
import { listParts, maybeMusic } from '@/server/db/queries/music';
import type { Viewer } from '../account/viewer';
import { requirePlayable } from '../practice/to-play';
import { listWays, mostUsed, usualWays, type Ways } from '../school/classes';
import { drawingsOf, engravingsOf } from './engravings';
import { requireLine } from './shelf';

interface Studied {
  readonly lineId: string;
  readonly level: number | null;
  readonly contentHash: string;
  readonly line: Line;
  readonly goalBpm: number;
  readonly startBpm?: number | undefined;
  readonly vocabulary: Vocabulary;
  readonly counting: CountingStyle;
}

/** Everything that is found in a line before it sounds. */
async function study({ lineId, contentHash, line, goalBpm, startBpm, vocabulary, counting, level }: Studied) {
  const player = maybeInstrument(line.part.instrument);
  const [counted, plain, look] = await Promise.all([
    engravingsOf(contentHash, counting),
    engravingsOf(contentHash, undefined),
    lookFor(lineId, line, level, { goalBpm, givenBpm: startBpm }, vocabulary),
  ]);
  return {
    /** Undefined while the worker is still drawing. */
    sheet: counted &&
      plain && {
        line,
        instrumentId: player?.id,
        counted,
        plain,
        vocabulary,
        look,
        glossary: glossaryOf(line.part, vocabulary),
      },
    counting,
  };
}

async function lookFor(
  lineId: string,
  { part }: Line,
  level: number | null,
  climb: Pick<Player, 'goalBpm' | 'givenBpm'>,
  vocabulary: Vocabulary,
) {
  const player = maybeInstrument(part.instrument);
  const before = await acquaintanceBefore(lineId, player?.id);
  const known = {
    pitches: new Set(before.spellings.map(spellingToMidi)),
    contents: new Set(before.contents),
  };
  return lookOver(part, { ...climb, instrument: player, level: levelOf(level), known }, vocabulary);
}

const studyQuery = z.object({
  part: z.coerce.number().int().min(0).max(100).catch(0),
  class: z.uuid().optional().catch(undefined),
  school: z.enum(SCHOOL_IDS).optional().catch(undefined),
});

/**
 * A line of the viewer's shelf, studied as one of the viewer's classes does.
 * @param query as in the address: part, class, and a counting school to be tried out.
 * @returns undefined for a line that was never put on the stand. @throws NotFound
 */
export async function getStudy(viewer: Viewer, lineId: string, query: unknown) {
  const asked = studyQuery.parse(query ?? {});
  const facts = await requireLine(viewer, lineId);
  const [parts, classes] = await Promise.all([listParts(lineId), listWays(viewer)]);
  const part = parts.find(({ place }) => place === asked.part) ?? parts[0];
  const music = part && (await maybeMusic(part.contentHash));
  if (!part || !music) return undefined;
  const ways = classes.find(({ id }) => id === asked.class) ?? mostUsed(classes);
  const found = await study({
    lineId,
    level: facts.level,
    contentHash: part.contentHash,
    line: music,
    goalBpm: goalTempo(music.part),
    vocabulary: ways.vocabulary,
    counting: asked.school ? { ...ways.counting, school: asked.school, density: 'all' } : ways.counting,
  });
  return {
    ...found,
    facts,
    parts,
    place: part.place,
    classes: classes.map(({ id, name }) => ({ id, name })),
    classId: asked.class,
  };
}

/** What a student has to play, studied as the class does. @throws NotFound */
export async function getStudyOfAssignment(viewer: Viewer, assignmentId: string) {
  const { assignment, part } = await requirePlayable(viewer, assignmentId);
  const found = await study({
    lineId: assignment.lineId,
    level: assignment.lineLevel,
    contentHash: part.contentHash,
    line: part.line,
    goalBpm: assignment.goalBpm,
    startBpm: assignment.startBpm,
    vocabulary: assignment.vocabulary,
    counting: assignment.counting ?? USUAL_STYLE,
  });
  return { sheet: found.sheet, assignmentId: assignment.id, lineNumber: assignment.lineNumber };
}

const MOST_ON_A_SHEET = 24;

/**
 * Parts to be printed, in the order asked for, as most classes of the viewer count.
 * @param wanted a line's id for its lead part; with `:2` behind it for the part of place 2.
 * @throws NotFound
 */
export async function getSheet(viewer: Viewer, wanted: readonly string[], isCounted: boolean) {
  const ways = await usualWays(viewer);
  const found = await Promise.all(
    wanted.slice(0, MOST_ON_A_SHEET).map((key) => printed(viewer, key, isCounted, ways)),
  );
  return found.filter((line) => line !== undefined);
}

async function printed(viewer: Viewer, key: string, isCounted: boolean, { counting, vocabulary }: Ways) {
  const [lineId = '', place = '0'] = key.split(':');
  const facts = await requireLine(viewer, lineId);
  const parts = await listParts(lineId);
  const part = parts.find((candidate) => candidate.place === Number(place)) ?? parts[0];
  const music = part && (await maybeMusic(part.contentHash));
  if (!music) return undefined;
  const wish = { layout: 'wide', counting: isCounted ? counting : undefined } as const;
  const drawn = await drawingsOf(part.contentHash, [wish]);
  const { tempo, measures } = music.part;
  const player = maybeInstrument(music.part.instrument);
  return {
    key,
    number: facts.number,
    title: facts.title,
    bookTitle: facts.bookTitle,
    partName: parts.length > 1 ? part.name : undefined,
    tempo: tempo && printedTempo(tempo, measures[0]!.meter),
    music,
    goalBpm: goalTempo(music.part),
    /** Undefined while the worker is still drawing. */
    systems: drawn?.[0]?.systems,
    pencil: {
      look: await lookFor(lineId, music, facts.level, { goalBpm: goalTempo(music.part) }, vocabulary),
      meter: worthOfMeter(measures[0]!, vocabulary),
      worths: worthsToKnow(music.part, vocabulary),
      glossary: glossaryOf(music.part, vocabulary),
      caution: player?.caution,
    },
  };
}
