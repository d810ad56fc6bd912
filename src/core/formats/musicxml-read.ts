import { failure, type Issue, type Result, success } from '../base';
import { maybeInstrumentReading } from '../instruments';
import { checkArithmetic, type Line, leadLine, type Part, partHasNotes, type Score } from '../notation';
import { MODES } from '../pitch';
import { MAXIMUM_FILE_BYTES, MOST_MEASURES, MOST_PARTS } from './limits';
import { isPickup, isWithTablature, readMeasures } from './musicxml-measures';
import { plainId } from './musicxml-note';
import { readOpeningTempo } from './musicxml-tempo';
import { isZip, readMxl } from './mxl';
import { ReadingReport } from './reading-report';
import { decodeText } from './text-of-bytes';
import { childrenNamed, maybeChild, maybeInteger, maybeText, parseXml, type XmlElement } from './xml';

/** Far more than a page holds; counted in the text, so that a whole score is refused before it is parsed. */
const MOST_NOTES = 8000;
/** A chapter of a book with all its parts. */
const MOST_NOTES_OF_A_PAGE = 40_000;

/**
 * Reads a MusicXML file (.musicxml, .xml or .mxl).
 * @param bytes the whole file.
 * @returns the score, with everything that was left out listed by its measure; or why it cannot be read.
 * Source: MusicXML 4.0, W3C Community Group Final Report, 2021 (3.0 and 3.1 are subsets of it).
 */
export function readMusicXml(bytes: Uint8Array): Result<Score> {
  const report = new ReadingReport();
  const score = readWithReport(bytes, report);
  return score.ok ? success(score.value, report.remarks) : score;
}

/**
 * Reads a file whose lead part is to be played as it stands.
 * @returns the line; or every measure that cannot be played as written.
 */
export function readPlayableLine(bytes: Uint8Array): Result<Line> {
  const report = new ReadingReport();
  const score = readWithReport(bytes, report);
  if (!score.ok) return score;
  const { wrong, odd } = checkArithmetic(score.value.parts[0]!);
  // With notes left out it would be another line, even where the measures still add up.
  if (report.lost.length > 0) return failure(...report.remarks, ...wrong);
  if (wrong.length > 0) return failure(...wrong);
  return success(leadLine(score.value), [...report.remarks, ...odd]);
}

function readWithReport(bytes: Uint8Array, report: ReadingReport): Result<Score> {
  const xml = readMusicXmlTree(bytes, MOST_NOTES);
  return xml.ok ? readScore(xml.value, report) : xml;
}

/** Reads one score of a tree, as `readMusicXml` does. */
export function readTree(root: XmlElement): Result<Score> {
  const report = new ReadingReport();
  const score = readScore(root, report);
  return score.ok ? success(score.value, report.remarks) : score;
}

/**
 * The elements of a MusicXML file.
 * @param mostNotes with more, counted in the text, it is refused before it is parsed.
 */
export function readMusicXmlTree(bytes: Uint8Array, mostNotes = MOST_NOTES_OF_A_PAGE): Result<XmlElement> {
  if (bytes.length === 0)
    return failure({ code: 'empty', message: 'The file is empty; a MusicXML file was expected.' });
  if (bytes.length > MAXIMUM_FILE_BYTES) {
    return failure({
      code: 'too-large',
      message: 'The file is larger than 4 MB; one line of a method book was expected.',
    });
  }
  const text = isZip(bytes) ? readMxl(bytes) : decodeText(bytes);
  if (!text.ok) return text;
  const noteCount = text.value.match(/<note[\s>]/g)?.length ?? 0;
  if (noteCount > mostNotes) {
    return failure({
      code: 'too-long',
      message: `This is a whole score (${noteCount} notes and rests); a line has up to ${mostNotes}. Export only the line.`,
    });
  }
  return parseXml(text.value);
}

function readScore(root: XmlElement, report: ReadingReport): Result<Score> {
  const elements = childrenNamed(root, 'part');
  const refusal = refuseScore(root, elements);
  if (refusal) return failure(refusal);
  const parts = elements.map((element, index) => readPart(root, element, index, report));
  if (report.refusals.length > 0) return failure(...report.refusals);
  const withNotes = parts.filter(partHasNotes);
  for (const part of parts) {
    if (!withNotes.includes(part))
      report.remark('empty-part', undefined, `The part "${part.name}" has no note and was left out.`);
  }
  if (withNotes.length === 0)
    return failure({ code: 'no-notes', message: 'There is no note in this line.' }, ...report.remarks);
  const composer = childrenNamed(maybeChild(root, 'identification'), 'creator').find(
    (creator) => creator.attributes.type === 'composer',
  )?.text;
  return success({
    title: readTitle(root),
    composer: composer?.slice(0, 120) || undefined,
    parts: withNotes,
    ...report.lostOfScore,
  });
}

function refuseScore(root: XmlElement, parts: readonly XmlElement[]): Issue | undefined {
  if (root.name === 'score-timewise') {
    return {
      code: 'timewise',
      message: 'This MusicXML is stored "timewise"; export it "partwise", as programs usually do.',
    };
  }
  if (root.name !== 'score-partwise') {
    return {
      code: 'not-musicxml',
      message: `This is XML but not MusicXML: it begins with <${root.name}>, <score-partwise> was expected.`,
    };
  }
  const counts = parts.map((part) => childrenNamed(part, 'measure').length);
  const most = Math.max(0, ...counts);
  if (most === 0) return { code: 'no-measures', message: 'There is no measure in this file.' };
  if (most > MOST_MEASURES || parts.length > MOST_PARTS) {
    return {
      code: 'too-long',
      message: `This is a whole score (${most} measures in ${parts.length} ${parts.length === 1 ? 'part' : 'parts'}); a line has up to ${MOST_MEASURES} measures and ${MOST_PARTS} parts. Export only the line.`,
    };
  }
  return undefined;
}

function readTitle(root: XmlElement): string {
  const credit = childrenNamed(root, 'credit').find((c) => maybeText(c, 'credit-type') === 'title');
  const candidates = [
    maybeText(root, 'work', 'work-title'),
    maybeText(root, 'movement-title'),
    maybeText(credit, 'credit-words'),
  ];
  return (candidates.find((title) => title) ?? 'Untitled line').slice(0, 120);
}

function readPart(root: XmlElement, element: XmlElement, index: number, report: ReadingReport): Part {
  const scorePart = childrenNamed(maybeChild(root, 'part-list'), 'score-part').find(
    (p) => p.attributes.id === element.attributes.id,
  );
  const attributes = childrenNamed(element, 'measure').flatMap((m) => childrenNamed(m, 'attributes'));
  const transpose = attributes.map((a) => maybeChild(a, 'transpose')).find((t) => t !== undefined);
  const transpositionSemitones =
    (maybeInteger(transpose, 'chromatic') ?? 0) + 12 * (maybeInteger(transpose, 'octave-change') ?? 0);
  const staffLines = attributes
    .map((a) => maybeInteger(a, 'staff-details', 'staff-lines'))
    .find((n) => n !== undefined);
  const id = plainId(element.attributes.id) ?? `P${index + 1}`;
  const name = (maybeText(scorePart, 'part-name') || 'Part').slice(0, 80);
  const measures = readMeasures(element, {
    // Ids are unique in the score: those Mevlo makes for later parts carry the part's.
    idPrefix: index === 0 ? '' : `${id}-`,
    placePrefix: index === 0 ? '' : `${name}, `,
    report,
  });
  const printed = childrenNamed(element, 'measure');
  const opening = printed.slice(0, printed[0] && isPickup(printed[0]) ? 2 : 1);
  return {
    id,
    name,
    instrument: maybeInstrumentReading(name, transpositionSemitones)?.id,
    transpositionSemitones,
    staffLines: staffLines === 1 ? 1 : 5,
    tempo: readOpeningTempo(opening, measures[0]),
    ...(isWithTablature(element) && { tablature: true }),
    mode: MODES.find((mode) => mode === maybeText(attributes[0] && maybeChild(attributes[0], 'key'), 'mode')),
    measures,
  };
}
