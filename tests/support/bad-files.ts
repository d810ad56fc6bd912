import { deflateRawSync } from 'node:zlib';
import { strToU8, zipSync } from 'fflate';
import { writeMidi } from 'midi-file';
import { scoreXml } from './lines';

const xml = (text: string) => new TextEncoder().encode(text);
const NOTE =
  '<note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration><voice>1</voice><type>quarter</type></note>';
const line = scoreXml(['C4q D4q E4q F4q', 'G4w']);

function measures(count: number, inside: string): string {
  const head = line.slice(0, line.indexOf('<measure'));
  const attributes = /<attributes>.*?<\/attributes>/s.exec(line)![0];
  const all = Array.from(
    { length: count },
    (_, index) => `<measure number="${index + 1}">${index === 0 ? attributes : ''}${inside}</measure>`,
  );
  return `${head}${all.join('')}</part></score-partwise>`;
}

/**
 * A zip with one file of 300 MB of nothing.
 * @param statedBytes what its directory says about the unpacked size.
 * Source: APPNOTE.TXT, .ZIP File Format Specification 6.3, sections 4.3.7 and 4.3.12.
 */
function bomb(statedBytes: number): Uint8Array {
  const name = Buffer.from('line.xml');
  const packed = deflateRawSync(Buffer.alloc(300_000_000), { level: 1 });
  const common = (at: Buffer, offset: number) => {
    at.writeUInt16LE(8, offset + 4);
    at.writeUInt32LE(packed.length, offset + 14);
    at.writeUInt32LE(statedBytes, offset + 18);
    at.writeUInt16LE(name.length, offset + 22);
  };
  const local = Buffer.alloc(30);
  local.writeUInt32LE(0x04034b50, 0);
  common(local, 4);
  const directory = Buffer.alloc(46);
  directory.writeUInt32LE(0x02014b50, 0);
  common(directory, 6);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(1, 8);
  end.writeUInt16LE(1, 10);
  end.writeUInt32LE(directory.length + name.length, 12);
  end.writeUInt32LE(local.length + name.length + packed.length, 16);
  return Buffer.concat([local, name, packed, directory, name, end]);
}

function longMidi(notes: number): Uint8Array {
  const track = Array.from({ length: notes }, (_, index) => [
    { deltaTime: 7, type: 'noteOn' as const, channel: 0, noteNumber: 40 + (index % 40), velocity: 80 },
    { deltaTime: 5, type: 'noteOff' as const, channel: 0, noteNumber: 40 + (index % 40), velocity: 0 },
  ]).flat();
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 96 }, tracks: [track] }),
  );
}

/** What a file must lead to: a refusal, or a line with remarks; where a place can be told, which. */
export interface BadFile {
  readonly name: string;
  readonly make: () => Uint8Array;
  readonly outcome: 'refused' | 'read with remarks' | 'read';
  readonly says: RegExp;
}

/** Files as they come from broken downloads, odd programs and bad intentions. */
export const BAD_FILES: readonly BadFile[] = [
  { name: 'nothing', make: () => new Uint8Array(), outcome: 'refused', says: /empty/ },
  {
    name: 'a letter',
    make: () => xml('Dear Odile, here is the line.'),
    outcome: 'refused',
    says: /no file that Mevlo reads/,
  },
  {
    name: 'a truncated file',
    make: () => xml(line.slice(0, line.length * 0.6)),
    outcome: 'refused',
    says: /line \d+/i,
  },
  {
    name: 'wrong nesting',
    make: () => xml(line.replace('</pitch>', '').replace('</note>', '</note></pitch>')),
    outcome: 'refused',
    says: /line \d+/i,
  },
  {
    name: 'a hundred thousand open elements',
    make: () => xml(`<score-partwise>${'<a>'.repeat(100_000)}`),
    outcome: 'refused',
    says: /./,
  },
  {
    name: 'an archive that unpacks to 300 MB',
    make: () => bomb(300_000_000),
    outcome: 'refused',
    says: /larger than/,
  },
  {
    name: 'an archive that lies about its size',
    make: () => bomb(1000),
    outcome: 'refused',
    says: /larger than/,
  },
  {
    name: 'an archive without music',
    make: () => zipSync({ 'readme.txt': strToU8('hello') }),
    outcome: 'refused',
    says: /no MusicXML|score/i,
  },
  {
    name: 'an external entity',
    make: () =>
      xml(
        line
          .replace('<score-partwise', '<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]><score-partwise')
          .replace(/<part-name>[^<]*/, '<part-name>&e;'),
      ),
    outcome: 'refused',
    says: /External entities/,
  },
  {
    name: 'a hundred thousand nested elements',
    make: () => xml(`<score-partwise>${'<a>'.repeat(100_000)}${'</a>'.repeat(100_000)}</score-partwise>`),
    outcome: 'refused',
    says: /nested/,
  },
  {
    name: 'entities that multiply',
    make: () =>
      xml(
        line
          .replace(
            '<score-partwise',
            `<!DOCTYPE x [<!ENTITY a0 "ha">${Array.from({ length: 9 }, (_, n) => `<!ENTITY a${n + 1} "${`&a${n};`.repeat(10)}">`).join('')}]><score-partwise`,
          )
          .replace(/<part-name>[^<]*/, '<part-name>&a9;'),
      ),
    outcome: 'read',
    says: /^$/,
  },
  {
    name: 'a score of 80 pages',
    make: () => xml(measures(1600, NOTE.repeat(4))),
    outcome: 'refused',
    says: /whole score \(1600 measures/,
  },
  { name: 'one note', make: () => xml(scoreXml(['C4w'])), outcome: 'read', says: /^$/ },
  {
    name: 'voices that overlap',
    make: () => xml(measures(2, `${NOTE}<backup><duration>2</duration></backup>${NOTE.repeat(3)}`)),
    outcome: 'read with remarks',
    says: /measure 1: Notes of one voice overlap/,
  },
  {
    name: 'a measure of twenty thousand notes',
    make: () => xml(measures(1, NOTE.repeat(20_000))),
    outcome: 'refused',
    says: /whole score \(20000 notes/,
  },
  {
    name: 'a cut-off MIDI file',
    make: () => longMidi(50).slice(0, 300),
    outcome: 'refused',
    says: /damaged or cut off/,
  },
  {
    name: 'a MIDI file of 19 000 notes',
    make: () => longMidi(19_000),
    outcome: 'refused',
    says: /whole score/,
  },
  {
    name: 'a MIDI file of a million notes',
    make: () => longMidi(400_000),
    outcome: 'refused',
    says: /whole score|larger/,
  },
  {
    name: 'ABC that is prose after its head',
    make: () => xml('X:1\nM:4/4\nK:C\nOnce upon a time there was a line.\n'),
    outcome: 'read with remarks',
    says: /./,
  },
  {
    name: 'a long book of ABC',
    make: () => xml(`X:1\nM:4/4\nL:1/4\nK:C\n${'CDEF|'.repeat(30_000)}\n`),
    outcome: 'refused',
    says: /whole score|page of tunes|larger/,
  },
];
