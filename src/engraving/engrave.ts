import { enableLog, LOG_OFF, VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { type CountingStyle, countPart } from '@/core/counting';
import { measureElementId, type UnderText, writeMei } from '@/core/formats';
import {
  drawnIndex,
  eventsOfMeasure,
  isRepeatSign,
  type Line,
  type Measure,
  placedEvents,
  restRunFrom,
  voicesOf,
  writtenLength,
} from '@/core/notation';
import { toNumber } from '@/core/time';
import {
  type Box,
  type DrawingWish,
  drawingKey,
  ENGRAVING_VERSION,
  type EngravedSystem,
  type Engraving,
  LAYOUTS,
  type Layout,
} from './engraving';

/** Space in the engraver's units around a system: room for the first clef and the last barline. */
const MARGIN_UNITS = 20;
let toolkit: Promise<VerovioToolkit> | undefined;

/** Loading takes about 0.7 s, so it happens once for a process. */
function loadToolkit(): Promise<VerovioToolkit> {
  toolkit ??= createVerovioModule().then((module) => {
    // Its remarks on tight spacing are of no use to anybody here.
    enableLog(LOG_OFF, module);
    return new VerovioToolkit(module);
  });
  return toolkit;
}

/** Engraves a line as it is wanted, a system at a time. Runs in Node and in a browser worker. */
export async function engrave(line: Line, wish: DrawingWish): Promise<Engraving> {
  const engraver = await loadToolkit();
  const layout = LAYOUTS[wish.layout];
  const under = wish.counting ? countsOf(line, wish.counting) : new Map<string, UnderText>();
  const source = writeMei(line, { measuresPerSystem: measuresThatFit(line, layout, under), under });
  engraver.setOptions({
    scale: layout.scale,
    pageWidth: Math.round((widthFor(line, layout) * 100) / layout.scale),
    pageHeight: 3000,
    pageMarginLeft: MARGIN_UNITS,
    pageMarginRight: MARGIN_UNITS,
    pageMarginTop: MARGIN_UNITS,
    pageMarginBottom: MARGIN_UNITS,
    adjustPageHeight: true,
    // Without any encoded break the engraver would break where it likes, and a drawing would hold two systems.
    breaks: source.includes('<pb/>') ? 'encoded' : 'none',
    svgHtml5: true,
    svgBoundingBoxes: true,
    svgViewBox: true,
    header: 'none',
    footer: 'none',
    // A last system is drawn out unless it is nearly empty; a piece of a line that is all there is, always.
    minLastJustification: line.part.measures.length <= layout.measuresPerSystem ? 0 : 0.3,
    // A bar with its number, however few measures it is.
    multiRestStyle: 'block',
    lyricSize: 4.5,
    // Equal lines give equal drawings, and drawings of different lines on one page share no id.
    xmlIdSeed: seedFrom(`${drawingKey(wish)} ${source}`),
  });
  if (!engraver.loadData(source)) {
    throw new RangeError(`the engraver refused the line "${line.title}"`);
  }
  const systems = Array.from({ length: engraver.getPageCount() }, (_, page) =>
    readSystem(withOwnIds(engraver.renderToSVG(page + 1), page), line),
  );
  return { version: ENGRAVING_VERSION, systems };
}

/** As wide as a note. */
const PLACE_PIXELS = 12;
/** Width of a letter of the face that the counts are set in, and the room between two words in letters. */
const LETTER_PIXELS_AT_FULL_SCALE = 13;
const GAP_LETTERS = 1;
/** Words stand under their notes, and short notes stand close: so much more room than their letters they need. */
const ROOM_FOR_WORDS = 1.4;
/** Clef, key and time signature, at full scale. */
const SIGNATURE_PIXELS = 130;

/** A piece of less than a system is drawn on a narrower page, and so comes out larger on the screen. */
const NARROWEST_SHARE = 0.55;

function widthFor({ part }: Line, { measuresPerSystem, widthPixels }: Layout): number {
  const share = part.measures.length / measuresPerSystem;
  return widthPixels * Math.min(1, Math.max(NARROWEST_SHARE, share));
}

/** Fewer measures than usual where the words under them would run into each other. */
function measuresThatFit(line: Line, layout: Layout, under: ReadonlyMap<string, UnderText>): number {
  const scale = layout.scale / 100;
  const widths = line.part.measures.map(({ events }) => {
    const letters = events.reduce((sum, { id }) => sum + (under.get(id)?.text.length ?? 0) + GAP_LETTERS, 0);
    return letters * LETTER_PIXELS_AT_FULL_SCALE * scale * ROOM_FOR_WORDS;
  });
  const room = widthFor(line, layout) - SIGNATURE_PIXELS * scale;
  for (let count = layout.measuresPerSystem; count > 1; count--) {
    const widest = Math.max(...widths.map((_, from) => sumOf(widths.slice(from, from + count))));
    if (widest <= room) return count;
  }
  return 1;
}

function sumOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0);
}

function countsOf(line: Line, style: CountingStyle): ReadonlyMap<string, UnderText> {
  const counts = countPart(line.part, style);
  return new Map([...counts].map(([id, { text, quiet }]) => [id, { text, italic: quiet }]));
}

/** A whole number from a text, 1–2³¹. Source: FNV-1a, Fowler, Noll, Vo (32 bit). */
function seedFrom(text: string): number {
  let hash = 0x811c9dc5;
  for (let n = 0; n < text.length; n++) hash = Math.imul(hash ^ text.charCodeAt(n), 0x01000193);
  return (hash >>> 1) + 1;
}

/** The engraver names the glyphs of all pages alike; here every page stands in the same document. */
function withOwnIds(svg: string, page: number): string {
  const id = /<svg [^>]*\bid="(\w+)"/.exec(svg)?.[1];
  return id ? svg.replaceAll(id, `${id}-${page}`) : svg;
}

/** Reads the boxes that the engraver draws invisibly into its SVG. */
function readSystem(svg: string, line: Line): EngravedSystem {
  const [, width, height] = matchNumbers(svg, /<svg viewBox="0 0 ([\d.]+) ([\d.]+)"/);
  const [, innerWidth] = matchNumbers(svg, /class="definition-scale"[^>]*viewBox="0 0 ([\d.]+) ([\d.]+)"/);
  const [, left, top] = matchNumbers(
    svg,
    /class="page-margin" transform="translate\(([\d.-]+), ([\d.-]+)\)"/,
  );
  const pixels = width! / innerWidth!;
  const toPixels = (box: Box): Box => ({
    x: (box.x + left!) * pixels,
    y: (box.y + top!) * pixels,
    width: box.width * pixels,
    height: box.height * pixels,
  });
  const boxes = readBoxes(svg);
  const all = line.part.measures;
  const measures = all.flatMap((measure, printedIndex) => {
    const drawn = drawnIndex(all, printedIndex);
    const [upper, lower] = boxes.stavesOf.get(measureElementId(drawn)) ?? [];
    const share = { index: printedIndex - drawn, of: restRunFrom(all, drawn) };
    const boxOfShare = (box: Box) => shareOf(toPixels(box), share);
    return upper
      ? [
          {
            printedIndex,
            measure,
            box: boxOfShare(upper),
            isShort: isRepeatSign(all, printedIndex) || share.of > 1,
            // A staff of tablature is no second hand.
            lower: measure.lowerClef && lower && boxOfShare(lower),
          },
        ]
      : [];
  });
  const events = measures.flatMap(({ measure, isShort, box }) => {
    if (isShort) return placesInTime(measure, box);
    return eventsOfMeasure(measure).flatMap((event) => {
      const drawn = boxes.byId.get(event.id);
      return drawn ? [[event.id, toPixels(drawn)] as const] : [];
    });
  });
  const { box: staff, lower } = measures[0]!;
  return {
    svg: stripBoxes(svg),
    width: width!,
    height: height!,
    staffTop: staff.y,
    staffBottom: staff.y + staff.height,
    lowerStaff: lower && { top: lower.y, bottom: lower.y + lower.height },
    wordsTop: boxes.words.length > 0 ? Math.min(...boxes.words.map((box) => toPixels(box).y)) : undefined,
    measures: measures.map(({ printedIndex, box }) => ({ printedIndex, x: box.x, width: box.width })),
    events: Object.fromEntries(events),
  };
}

/** One of the measures that share a drawing. */
function shareOf(box: Box, { index, of }: { readonly index: number; readonly of: number }): Box {
  const width = box.width / of;
  return { ...box, x: box.x + index * width, width };
}

/** Where a sign stands for a measure, its events lie in it as they follow each other in time. */
function placesInTime(measure: Measure, box: Box): readonly (readonly [string, Box])[] {
  const length = toNumber(writtenLength(measure));
  return voicesOf(measure)
    .flatMap((events) => placedEvents(events))
    .map(({ event, at }) => {
      const x = box.x + (toNumber(at) / length) * box.width;
      return [event.id, { ...box, x, width: Math.min(PLACE_PIXELS, box.width) }] as const;
    });
}

function matchNumbers(text: string, pattern: RegExp): number[] {
  const match = pattern.exec(text);
  if (!match) throw new RangeError(`the engraver's drawing has no part like ${pattern.source}`);
  return match.map(Number);
}

const BOX =
  /<g data-id="bbox-([^"]+)" data-class="(\w+)"[^>]*>\s*<rect x="([-\d.]+)" y="([-\d.]+)" height="([-\d.]+)" width="([-\d.]+)"/g;
/** Counts stand where chord names would, and their box is that of the text in them. */
const COUNT_OR_WORD =
  /class="(?:harm|syl)">[\s\S]*?<rect x="([-\d.]+)" y="([-\d.]+)" height="([-\d.]+)" width="([-\d.]+)"/g;
const MEASURE_OR_STAFF =
  /<g data-id="(?:bbox-)?([^"]+)" data-class="(measure|staff)" class="(measure|staff)"/g;

/** All boxes by id, those of counts and words, and the staff boxes of every measure, top down: a measure's own box also spans its signs. */
function readBoxes(svg: string): {
  readonly byId: ReadonlyMap<string, Box>;
  readonly words: readonly Box[];
  readonly stavesOf: ReadonlyMap<string, readonly Box[]>;
} {
  const byId = new Map<string, Box>();
  for (const [, id, , ...numbers] of svg.matchAll(BOX)) byId.set(id!, boxOf(numbers));
  const stavesOf = new Map<string, Box[]>();
  let measureId: string | undefined;
  for (const [, id, kind] of svg.matchAll(MEASURE_OR_STAFF)) {
    if (kind === 'measure') measureId = id;
    else if (measureId && byId.has(id!))
      stavesOf.set(measureId, [...(stavesOf.get(measureId) ?? []), byId.get(id!)!]);
  }
  return { byId, words: [...svg.matchAll(COUNT_OR_WORD)].map(([, ...numbers]) => boxOf(numbers)), stavesOf };
}

function boxOf(numbers: readonly (string | undefined)[]): Box {
  const [x, y, height, width] = numbers.map(Number);
  return { x: x!, y: y!, width: width!, height: height! };
}

/** The invisible boxes have done their work and would only make the page heavier. */
function stripBoxes(svg: string): string {
  return svg
    .replace(/<g data-id="bbox-[^"]+"[^>]*?\/>/g, '')
    .replace(/<g data-id="bbox-[^"]+"[^>]*>\s*(<title[^>]*>[^<]*<\/title>\s*)?<rect [^>]*\/>\s*<\/g>/g, '')
    .replace(/\n\s*/g, '')
    .replaceAll('Times, serif', 'Tinos, Times, serif')
    .replaceAll(/<desc>.*?<\/desc>/g, '');
}
