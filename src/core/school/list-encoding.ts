/** How the letters of a file may be stored. */
export const LIST_ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252'] as const;
export type ListEncoding = (typeof LIST_ENCODINGS)[number];

/**
 * How a list was stored: by its byte order mark, by zero bytes at every second place, as UTF-8 if it is valid, else as older spreadsheets
 * of western Europe do. Source: WHATWG Encoding Standard, "BOM sniff" and "UTF-8 decode"; the zero bytes are common practice.
 */
export function encodingOf(bytes: Uint8Array): ListEncoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const zeros = [0, 1].map((side) => bytes.filter((byte, index) => index % 2 === side && byte === 0).length);
  const most = bytes.length / 8;
  if (zeros[1]! > most && zeros[0] === 0) return 'utf-16le';
  if (zeros[0]! > most && zeros[1] === 0) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch (error) {
    if (error instanceof TypeError) return 'windows-1252';
    throw error;
  }
}

/** The text of a list, without its byte order mark. */
export const decodeList = (bytes: Uint8Array, encoding: ListEncoding): string =>
  new TextDecoder(encoding).decode(bytes);
