import { strFromU8, type UnzipFileInfo, unzipSync } from 'fflate';
import { failure, type Result, success } from '../base';
import { maybeChild, parseXml } from './xml';

/** A beginner's line is a few kB of XML; 4 MB is a whole book. */
export const MAXIMUM_XML_BYTES = 4_000_000;
const CONTAINER = 'META-INF/container.xml';

/** A zip file starts with the local file header signature "PK\3\4". */
export function isZip(bytes: Uint8Array): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;
}

/**
 * Takes the MusicXML text out of compressed MusicXML (.mxl).
 * Nothing is inflated beyond the size its directory entry states, so a zip bomb costs nothing.
 * Source: MusicXML 4.0, "Compressed .mxl files" (container.xml names the root file).
 */
export function readMxl(bytes: Uint8Array): Result<string> {
  try {
    let tooLarge = false;
    const wanted = (filter: (name: string) => boolean) =>
      unzipSync(bytes, {
        filter: (file: UnzipFileInfo) => {
          if (!filter(file.name)) return false;
          if (file.originalSize > MAXIMUM_XML_BYTES) tooLarge = true;
          return file.originalSize <= MAXIMUM_XML_BYTES;
        },
      });
    const container = wanted((name) => name === CONTAINER)[CONTAINER];
    const rootPath = container && rootFileOf(strFromU8(container));
    const files = wanted((name) => (rootPath ? name === rootPath : /^[^/]+\.(xml|musicxml)$/i.test(name)));
    const [content] = Object.values(files);
    if (tooLarge) {
      return failure({
        code: 'too-large',
        message: 'The music inside this file is larger than 4 MB; one line was expected.',
      });
    }
    if (!content) return failure({ code: 'no-score', message: 'This compressed file holds no MusicXML.' });
    return success(strFromU8(content));
  } catch {
    return failure({
      code: 'broken-zip',
      message: 'This compressed file is damaged and cannot be opened. Export it again.',
    });
  }
}

function rootFileOf(containerXml: string): string | undefined {
  const parsed = parseXml(containerXml);
  if (!parsed.ok) return undefined;
  return maybeChild(maybeChild(parsed.value, 'rootfiles'), 'rootfile')?.attributes['full-path'];
}
