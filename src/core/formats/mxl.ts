import { strFromU8, Unzip, UnzipInflate } from 'fflate';
import { failure, type Result } from '../base';
import { MAXIMUM_FILE_BYTES } from './limits';
import { decodeText } from './text-of-bytes';
import { maybeChild, parseXml } from './xml';

const CONTAINER = 'META-INF/container.xml';

/** A zip file starts with the local file header signature "PK\3\4". */
export function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;
}

/**
 * Takes the MusicXML text out of compressed MusicXML (.mxl).
 * Unpacking ends as soon as more comes out than a line can be, whatever the file says about its size.
 * Source: MusicXML 4.0, "Compressed .mxl files" (container.xml names the root file).
 */
export function readMxl(bytes: Uint8Array): Result<string> {
  try {
    const container = unpackFirst(bytes, (name) => name === CONTAINER);
    const rootPath = container && rootFileOf(strFromU8(container));
    const content = unpackFirst(bytes, (name) =>
      rootPath ? name === rootPath : /^[^/]+\.(xml|musicxml)$/i.test(name),
    );
    if (!content) return failure({ code: 'no-score', message: 'This compressed file holds no MusicXML.' });
    return decodeText(content);
  } catch (error) {
    if (error instanceof TooLarge) {
      return failure({
        code: 'too-large',
        message: 'The music inside this file is larger than 4 MB; one line was expected.',
      });
    }
    return failure({
      code: 'broken-zip',
      message: 'This compressed file is damaged and cannot be opened. Export it again.',
    });
  }
}

class TooLarge extends Error {}

/** A piece of packed bytes unpacks to at most a thousand times its size. */
const PIECE_BYTES = 2048;

/**
 * Unpacks the first file that is wanted.
 * @returns undefined when there is none. @throws TooLarge; Error for a damaged archive.
 */
function unpackFirst(bytes: Uint8Array, isWanted: (name: string) => boolean): Uint8Array | undefined {
  const pieces: Uint8Array[] = [];
  let length = 0;
  let state: 'looking' | 'unpacking' | 'complete' = 'looking';
  const unzip = new Unzip((file) => {
    if (state !== 'looking' || !isWanted(file.name)) return;
    state = 'unpacking';
    file.ondata = (error, piece, isLast) => {
      if (error) throw error;
      pieces.push(piece);
      length += piece.length;
      if (length > MAXIMUM_FILE_BYTES) throw new TooLarge();
      if (isLast) state = 'complete';
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  const isComplete = () => state === 'complete';
  for (let at = 0; at < bytes.length && !isComplete(); at += PIECE_BYTES)
    unzip.push(bytes.subarray(at, at + PIECE_BYTES), at + PIECE_BYTES >= bytes.length);
  if (state === 'looking') return undefined;
  if (!isComplete()) throw new Error('the archive ends inside a file');
  const whole = new Uint8Array(length);
  let offset = 0;
  for (const piece of pieces) {
    whole.set(piece, offset);
    offset += piece.length;
  }
  return whole;
}

function rootFileOf(containerXml: string): string | undefined {
  const parsed = parseXml(containerXml);
  if (!parsed.ok) return undefined;
  return maybeChild(maybeChild(parsed.value, 'rootfiles'), 'rootfile')?.attributes['full-path'];
}
