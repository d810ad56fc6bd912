import { failure, type Issue, type Result, success } from '../base';
import { checkArithmetic, type Line, type Part } from '../notation';
import { multiply, type Rational, rational } from '../time';
import { readMeasures } from './musicxml-measures';
import { isZip, MAXIMUM_XML_BYTES, readMxl } from './mxl';
import { childrenNamed, maybeChild, maybeInteger, maybeText, parseXml, type XmlElement } from './xml';

/**
 * Reads a MusicXML file (.musicxml, .xml or .mxl) with one part of one voice.
 * @param bytes the whole file.
 * @returns the line; or every problem found, each with its measure.
 * Source: MusicXML 4.0, W3C Community Group Final Report, 2021.
 */
export function readMusicXml(bytes: Uint8Array): Result<Line> {
  if (bytes.length === 0)
    return failure({ code: 'empty', message: 'The file is empty; a MusicXML file was expected.' });
  if (bytes.length > MAXIMUM_XML_BYTES) {
    return failure({
      code: 'too-large',
      message: 'The file is larger than 4 MB; one line of a method book was expected.',
    });
  }
  const text = isZip(bytes) ? readMxl(bytes) : decodeText(bytes);
  if (!text.ok) return text;
  const xml = parseXml(text.value);
  if (!xml.ok) return xml;
  return readScore(xml.value);
}

function decodeText(bytes: Uint8Array): Result<string> {
  const isUtf16 = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  const label = isUtf16 ? (bytes[0] === 0xff ? 'utf-16le' : 'utf-16be') : 'utf-8';
  try {
    return success(new TextDecoder(label, { fatal: true }).decode(bytes));
  } catch {
    return failure({ code: 'not-text', message: 'This is not a MusicXML file (its bytes are not text).' });
  }
}

function readScore(root: XmlElement): Result<Line> {
  if (root.name === 'score-timewise') {
    return failure({
      code: 'timewise',
      message: 'This MusicXML is stored "timewise"; export it "partwise", as programs usually do.',
    });
  }
  if (root.name !== 'score-partwise') {
    return failure({
      code: 'not-musicxml',
      message: `This is XML but not MusicXML: it begins with <${root.name}>, <score-partwise> was expected.`,
    });
  }
  const [partElement, ...otherParts] = childrenNamed(root, 'part');
  if (!partElement || childrenNamed(partElement, 'measure').length === 0) {
    return failure({ code: 'no-measures', message: 'There is no measure in this file.' });
  }
  const issues: Issue[] = [];
  const warnings: Issue[] = [];
  if (otherParts.length > 0) {
    warnings.push({
      code: 'more-parts',
      message: `The file has ${otherParts.length + 1} parts; only the first was brought in.`,
    });
  }
  const measures = readMeasures(partElement, issues, warnings);
  const part: Part = { ...readPartFacts(root, partElement), measures };
  if (issues.length === 0) {
    const arithmetic = checkArithmetic(part);
    issues.push(...arithmetic.wrong);
    warnings.push(...arithmetic.odd);
  }
  if (
    issues.length === 0 &&
    !measures.some((measure) => measure.events.some((event) => event.kind === 'note'))
  ) {
    issues.push({ code: 'no-notes', message: 'There is no note in this line.' });
  }
  return issues.length > 0 ? failure(...issues) : success({ title: readTitle(root), part }, warnings);
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

function readPartFacts(root: XmlElement, part: XmlElement): Omit<Part, 'measures'> {
  const scorePart = childrenNamed(maybeChild(root, 'part-list'), 'score-part').find(
    (p) => p.attributes.id === part.attributes.id,
  );
  const attributes = childrenNamed(part, 'measure').flatMap((measure) =>
    childrenNamed(measure, 'attributes'),
  );
  const transpose = attributes.map((a) => maybeChild(a, 'transpose')).find((t) => t !== undefined);
  const staffLines = attributes
    .map((a) => maybeInteger(a, 'staff-details', 'staff-lines'))
    .find((n) => n !== undefined);
  return {
    name: (maybeText(scorePart, 'part-name') || 'Part').slice(0, 80),
    transpositionSemitones:
      (maybeInteger(transpose, 'chromatic') ?? 0) + 12 * (maybeInteger(transpose, 'octave-change') ?? 0),
    staffLines: staffLines === 1 ? 1 : 5,
    tempo: readTempo(part),
  };
}

const BEAT_UNIT_QUARTERS: Readonly<Record<string, Rational>> = {
  half: rational(2),
  quarter: rational(1),
  eighth: rational(1, 2),
};

function readTempo(part: XmlElement): Part['tempo'] {
  for (const direction of childrenNamed(part, 'measure').flatMap((m) => childrenNamed(m, 'direction'))) {
    const types = childrenNamed(direction, 'direction-type');
    const metronome = types.map((type) => maybeChild(type, 'metronome')).find((m) => m !== undefined);
    const bpm = Number(maybeText(metronome, 'per-minute'));
    const unit = BEAT_UNIT_QUARTERS[maybeText(metronome, 'beat-unit') ?? ''];
    if (!metronome || unit === undefined || !(bpm >= 20 && bpm <= 400)) continue;
    const dotted = maybeChild(metronome, 'beat-unit-dot') !== undefined;
    return {
      beatQuarters: dotted ? multiply(unit, rational(3, 2)) : unit,
      bpm,
      words: types.map((type) => maybeText(type, 'words')).find((words) => words),
    };
  }
  return undefined;
}
