import { failure, type Result, success } from '../base';

/** The text of a MusicXML file: UTF-8, or UTF-16 where its first two bytes say so. */
export function decodeText(bytes: Uint8Array): Result<string> {
  const isUtf16 = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  const label = isUtf16 ? (bytes[0] === 0xff ? 'utf-16le' : 'utf-16be') : 'utf-8';
  try {
    return success(new TextDecoder(label, { fatal: true }).decode(bytes));
  } catch {
    return failure({ code: 'not-text', message: 'This is not a MusicXML file (its bytes are not text).' });
  }
}
