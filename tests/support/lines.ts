import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { describeIssue } from '@/core/base';
import { readPlayableLine } from '@/core/formats';
import type { Line } from '@/core/notation';

/** Tests run from the project's root. */
export const BOOK_FOLDER = resolve('demo/book');

export function readLine(xml: string | Uint8Array): Line {
  const read = readPlayableLine(typeof xml === 'string' ? new TextEncoder().encode(xml) : xml);
  if (!read.ok) throw new Error(read.issues.map(describeIssue).join(' '));
  return read.value;
}

/** All lines of the demo book by file name. */
export function readBook(): readonly { readonly file: string; readonly line: Line }[] {
  return readdirSync(BOOK_FOLDER)
    .sort()
    .map((file) => ({ file, line: readLine(readFileSync(join(BOOK_FOLDER, file))) }));
}

/** A line of the demo book by its number. */
export function bookLine(number: number): Line {
  const found = readBook().find(({ file }) => Number.parseInt(file, 10) === number);
  if (!found) throw new RangeError(`the demo book has no line ${number}`);
  return found.line;
}

const TYPES: Readonly<Record<string, readonly [type: string, duration: number]>> = {
  w: ['whole', 16],
  h: ['half', 8],
  q: ['quarter', 4],
  e: ['eighth', 2],
  s: ['16th', 1],
};

interface ScoreOptions {
  readonly meter?: string;
  readonly fifths?: number;
  readonly clef?: string;
  readonly transpose?: number;
  readonly extraAttributes?: string;
}

/**
 * MusicXML from shorthand, a string a measure: `C4q F#4e. Rq xh`, `~` ties to the next, `(` `)` slur,
 * `'` staccato, `^` fermata; `<…>` is put in as it stands. A first measure that is too short is a pickup.
 */
export function scoreXml(measures: readonly string[], options: ScoreOptions = {}): string {
  const [beats, beatType] = (options.meter ?? '4/4').split('/').map(Number) as [number, number];
  const full = (16 * beats) / beatType;
  let tied = false;
  let firstNumber = 1;
  const written = measures.map((text, index) => {
    let total = 0;
    const inside = text.split(' ').map((token) => {
      if (token.startsWith('<')) return token.replaceAll('_', ' ');
      const match = /^(\(*)(R|x|[A-G][#b]?\d)([whqes])(\.?)(~?)(['^]*)(\)*)$/.exec(token);
      if (!match) throw new RangeError(`not a note: ${token}`);
      const [, opens, name, value, dot, tie, marks, closes] = match as unknown as string[];
      const [type, base] = TYPES[value!]!;
      const duration = dot ? base * 1.5 : base;
      total += duration;
      const note = noteXml({
        name: name!,
        type,
        duration,
        dot: dot!,
        tieStop: tied,
        tieStart: tie === '~',
        marks: marks!,
        opens: opens!,
        closes: closes!,
      });
      tied = tie === '~';
      return note;
    });
    if (index === 0 && total > 0 && total < full) firstNumber = 0;
    const attributes = `<attributes><divisions>4</divisions><key><fifths>${options.fifths ?? 0}</fifths></key><time><beats>${beats}</beats><beat-type>${beatType}</beat-type></time>${options.clef ?? '<clef><sign>G</sign><line>2</line></clef>'}${options.transpose ? `<transpose><chromatic>${options.transpose}</chromatic></transpose>` : ''}${options.extraAttributes ?? ''}</attributes>`;
    return `<measure number="${firstNumber + index}">${index === 0 ? attributes : ''}${inside.join('')}</measure>`;
  });
  return `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Test</part-name></score-part></part-list><part id="P1">${written.join('')}</part></score-partwise>`;
}

interface NoteParts {
  readonly name: string;
  readonly type: string;
  readonly duration: number;
  readonly dot: string;
  readonly tieStart: boolean;
  readonly tieStop: boolean;
  readonly marks: string;
  readonly opens: string;
  readonly closes: string;
}

function noteXml({ name, type, duration, dot, tieStart, tieStop, marks, opens, closes }: NoteParts): string {
  const value = `<duration>${duration}</duration><type>${type}</type>${dot ? '<dot/>' : ''}`;
  if (name === 'R') return `<note><rest/>${value}</note>`;
  const alter = name.includes('#') ? 1 : name.includes('b') ? -1 : 0;
  const pitch =
    name === 'x'
      ? '<unpitched><display-step>B</display-step><display-octave>4</display-octave></unpitched>'
      : `<pitch><step>${name[0]}</step><alter>${alter}</alter><octave>${name.at(-1)}</octave></pitch>`;
  const ties = `${tieStop ? '<tie type="stop"/>' : ''}${tieStart ? '<tie type="start"/>' : ''}`;
  const slurs = `${'<slur type="start"/>'.repeat(opens.length)}${'<slur type="stop"/>'.repeat(closes.length)}`;
  const articulations = marks.includes("'") ? '<articulations><staccato/></articulations>' : '';
  const fermata = marks.includes('^') ? '<fermata/>' : '';
  return `<note>${pitch}${ties}${value}<notations>${slurs}${articulations}${fermata}</notations></note>`;
}

/** A line from the shorthand of `scoreXml`. */
export function lineOf(measures: readonly string[], options: ScoreOptions = {}): Line {
  return readLine(scoreXml(measures, options));
}
