import { failure, type Result, withoutUnstorable } from '../base';
import type { Score } from '../notation';
import { readAbc } from './abc-read';
import { MAXIMUM_ABC_BYTES, MOST_MEASURES_OF_ALL } from './limits';
import { readMidi } from './midi-read';
import { readMusicXml } from './musicxml-read';
import { isZip } from './mxl';

/**
 * Reads a MusicXML, MIDI or ABC file; which one is told by its content, not by its name.
 * @param bytes the whole file.
 * @returns the score, with everything that was left out as warnings; or why it cannot be read.
 */
export function readScore(bytes: Uint8Array): Result<Score> {
  const read = readOfKind(bytes);
  if (!read.ok) return read;
  const measures = read.value.parts.reduce((sum, part) => sum + part.measures.length, 0);
  return measures > MOST_MEASURES_OF_ALL
    ? failure({
        code: 'too-long',
        message: `This is a whole score (${measures} measures in its ${read.value.parts.length} parts together); a line has up to ${MOST_MEASURES_OF_ALL}. Export only the line.`,
      })
    : { ...read, value: withoutUnstorable(read.value) };
}

function readOfKind(bytes: Uint8Array): Result<Score> {
  if (bytes.length === 0)
    return failure({ code: 'empty', message: 'The file is empty; MusicXML, MIDI or ABC was expected.' });
  if (startOf(bytes).startsWith('MThd')) return readMidi(bytes);
  if (isMusicXml(bytes)) return readMusicXml(bytes);
  if (looksLikeAbc(bytes)) return readAbc(bytes);
  return failure({
    code: 'unknown-format',
    message:
      'This is no file that Mevlo reads; MusicXML (.musicxml, .mxl), MIDI (.mid) or ABC (.abc) was expected.',
  });
}

const startOf = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes.subarray(0, 400));

/** Told by its first letters, in any encoding, or packed. */
export function isMusicXml(bytes: Uint8Array): boolean {
  const text = startOf(bytes)
    .replace(/^ÿþ|^þÿ|^ï»¿/, '')
    .replaceAll('\0', '')
    .trimStart();
  return isZip(bytes) || text.startsWith('<');
}

/** A tune is known by the line of its key, however long the header and the comments before it are. */
export function looksLikeAbc(bytes: Uint8Array): boolean {
  return /^(%abc|X: ?\d|K:)/m.test(new TextDecoder('latin1').decode(bytes.subarray(0, MAXIMUM_ABC_BYTES)));
}
