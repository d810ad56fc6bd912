import { readdirSync, readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import { createRandom, type Random } from '@/core/base';
import { readScore, writeMidi, writeMusicXml } from '@/core/formats';
import type { Score } from '@/core/notation';

const BOOK = 'demo/book';
const encoder = new TextEncoder();

const TUNES = [
  'X:1\nT:Cat\nM:3/4\nL:1/8\nQ:1/4=90\nK:G\nV:1 clef=treble\n|:G2 (3ABc d2|"^word"e4 f2|[GB]2 z2 A>B|c6:|\n[1 G2A2B2:|[2 !f!c6-|c6|]\nw:la la la\n',
  'X:2\nT:Dog\nM:6/8\nL:1/8\nK:Dm bass\nD3 EFG|A3-A2z|{g}A3 _B=c^c|Z2|x6|d6|]\n',
  'X:1\nT:Two\nM:C|\nL:1/4\n%%score (1 2)\nK:C\nV:1\nCDEF|GABc|]\nV:2\nC,2G,2|C,4|]\n',
];

const container = '<container><rootfiles><rootfile full-path="line.xml"/></rootfiles></container>';

/** Right files of every format that Mevlo reads, to be spoilt. */
export function rightFiles(): Readonly<
  Record<'MusicXML' | 'packed MusicXML' | 'MIDI' | 'ABC', readonly Uint8Array[]>
> {
  const book = readdirSync(BOOK).map((name) => new Uint8Array(readFileSync(`${BOOK}/${name}`)));
  const scores = book.flatMap((bytes): Score[] => {
    const read = readScore(bytes);
    return read.ok ? [read.value] : [];
  });
  return {
    MusicXML: book,
    'packed MusicXML': scores.map((score) =>
      zipSync({ 'META-INF/container.xml': strToU8(container), 'line.xml': strToU8(writeMusicXml(score)) }),
    ),
    MIDI: scores.map(writeMidi),
    ABC: TUNES.map((tune) => encoder.encode(tune)),
  };
}

const NUMBERS = ['0', '-1', '99999', '1e9', '65536', '4294967296', '0.5', 'NaN', ''];
const SIGNS = [0, 255, 60, 62, 38, 34, 40, 124, 91];
const MOST_CHANGES = 6;

const joined = (...parts: readonly Uint8Array[]) => new Uint8Array(Buffer.concat(parts));

/** The file with one to six things wrong: bytes, ends, pieces that come twice or not at all, numbers, pieces of another file. */
export function mutated(files: readonly Uint8Array[], random: Random): Uint8Array {
  let bytes = Uint8Array.from(random.pick(files));
  for (let changes = 1 + random.integer(0, MOST_CHANGES); changes > 0 && bytes.length > 0; changes--)
    bytes = changed(bytes, files, random);
  return bytes;
}

function changed(
  bytes: Uint8Array<ArrayBuffer>,
  files: readonly Uint8Array[],
  random: Random,
): Uint8Array<ArrayBuffer> {
  const at = random.integer(0, bytes.length);
  const [before, after] = [bytes.slice(0, at), bytes.slice(at)];
  switch (random.integer(0, 7)) {
    case 0:
      return bytes.with(at, random.integer(0, 256));
    case 1:
      return before;
    case 2:
      return joined(before, after.slice(0, random.integer(0, 60)), after);
    case 3:
      return joined(before, after.slice(random.integer(1, 40)));
    case 4: {
      const digits = [...bytes.keys()].filter((index) => bytes[index]! >= 48 && bytes[index]! <= 57);
      if (digits.length === 0) return bytes;
      const digit = random.pick(digits);
      return joined(bytes.slice(0, digit), encoder.encode(random.pick(NUMBERS)), bytes.slice(digit + 1));
    }
    case 5: {
      const other = random.pick(files);
      const from = random.integer(0, other.length);
      return joined(before, other.slice(from, from + 200), after);
    }
    default:
      return bytes.with(at, random.pick(SIGNS));
  }
}

/** The same files for the same seed. */
export function* mutatedFiles(
  kind: keyof ReturnType<typeof rightFiles>,
  count: number,
  seed: number,
): Generator<Uint8Array> {
  const random = createRandom(seed);
  const files = rightFiles()[kind];
  for (let n = 0; n < count; n++) yield mutated(files, random);
}
