import { failure, type Result, success } from '../base';
import type { Audio } from './audio';
import { toPcm } from './pcm';

/** Nobody plays a line for so long; more would only fill the memory. */
const LONGEST_SECONDS = 15 * 60;

const FORMAT_PCM = 1;
const FORMAT_FLOAT = 3;
const FORMAT_EXTENSIBLE = 0xfffe;

interface Format {
  readonly code: number;
  readonly channels: number;
  readonly sampleRate: number;
  readonly bitsPerSample: number;
}

/**
 * Reads a WAV file; several channels are averaged to one.
 * @param bytes the whole file.
 * @returns samples in −1…1, or what is wrong with the file.
 * Source: RIFF/WAVE, Microsoft & IBM "Multimedia Programming Interface 1.0" (1991), chapter 3.
 */
export function readWav(bytes: Uint8Array): Result<Audio> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length === 0)
    return failure({ code: 'empty', message: 'The file is empty; a WAV recording was expected.' });
  if (bytes.length < 12 || tag(view, 0) !== 'RIFF' || tag(view, 8) !== 'WAVE') {
    return failure({ code: 'not-wav', message: 'This is not a WAV file (it has no RIFF/WAVE header).' });
  }
  let format: Format | undefined;
  for (let at = 12; at + 8 <= bytes.length; ) {
    const size = view.getUint32(at + 4, true);
    const body = at + 8;
    if (tag(view, at) === 'fmt ' && size >= 16 && body + 16 <= bytes.length)
      format = readFormat(view, body, size);
    if (tag(view, at) === 'data') {
      if (!format)
        return failure({
          code: 'no-format',
          message: 'The WAV file does not say how its samples are stored.',
        });
      // Recorders that were cut off leave a size of 0 or beyond the file: read what is there.
      const available = bytes.length - body;
      return readSamples(view, body, size === 0 || size > available ? available : size, format);
    }
    at = body + size + (size % 2);
  }
  return failure({ code: 'no-data', message: 'The WAV file has no sound data in it.' });
}

function tag(view: DataView, at: number): string {
  return String.fromCharCode(
    view.getUint8(at),
    view.getUint8(at + 1),
    view.getUint8(at + 2),
    view.getUint8(at + 3),
  );
}

function readFormat(view: DataView, at: number, size: number): Format {
  const code = view.getUint16(at, true);
  return {
    code:
      code === FORMAT_EXTENSIBLE && size >= 26 && at + 26 <= view.byteLength
        ? view.getUint16(at + 24, true)
        : code,
    channels: view.getUint16(at + 2, true),
    sampleRate: view.getUint32(at + 4, true),
    bitsPerSample: view.getUint16(at + 14, true),
  };
}

function sampleReader(view: DataView, { code, bitsPerSample }: Format): ((at: number) => number) | undefined {
  if (code === FORMAT_FLOAT && bitsPerSample === 32) return (at) => view.getFloat32(at, true);
  if (code !== FORMAT_PCM) return undefined;
  if (bitsPerSample === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (bitsPerSample === 16) return (at) => view.getInt16(at, true) / 32768;
  if (bitsPerSample === 24)
    return (at) => ((view.getInt8(at + 2) << 16) | view.getUint16(at, true)) / 8388608;
  if (bitsPerSample === 32) return (at) => view.getInt32(at, true) / 2147483648;
  return undefined;
}

function readSamples(view: DataView, from: number, size: number, format: Format): Result<Audio> {
  const { channels, sampleRate, bitsPerSample } = format;
  const read = sampleReader(view, format);
  if (!read || channels < 1 || channels > 8 || sampleRate < 8000 || sampleRate > 192000) {
    return failure({
      code: 'unsupported-wav',
      message: `This kind of WAV (format ${format.code}, ${bitsPerSample} bit, ${channels} channels, ${sampleRate} Hz) cannot be read; 8–32 bit at 8–192 kHz was expected.`,
    });
  }
  const bytesPerSample = bitsPerSample / 8;
  const length = Math.floor(size / (bytesPerSample * channels));
  if (length === 0) return failure({ code: 'no-sound', message: 'The recording is 0 seconds long.' });
  if (length / sampleRate > LONGEST_SECONDS) {
    return failure({
      code: 'too-long',
      message: `The recording lasts ${Math.round(length / sampleRate / 60)} minutes; at most ${LONGEST_SECONDS / 60} can be read. Cut it to what is meant.`,
    });
  }
  // What every recorder writes, without asking sample by sample what it is.
  if (format.code === FORMAT_PCM && bitsPerSample === 16 && channels === 1)
    return success({ samples: readPcm16(view, from, length), sampleRate });
  const samples = new Float32Array(length);
  for (let index = 0, at = from; index < length; index++) {
    let total = 0;
    for (let channel = 0; channel < channels; channel++, at += bytesPerSample) total += read(at);
    const value = total / channels;
    samples[index] = Number.isFinite(value) ? value : 0;
  }
  return success({ samples, sampleRate });
}

function readPcm16(view: DataView, from: number, length: number): Float32Array {
  const samples = new Float32Array(length);
  for (let index = 0; index < length; index++) samples[index] = view.getInt16(from + 2 * index, true) / 32768;
  return samples;
}

/** Writes 16-bit mono PCM. Samples beyond ±1 are clipped. */
export function writeWav({ samples, sampleRate }: Audio): Uint8Array<ArrayBuffer> {
  return writePcmWav([toPcm(samples)], sampleRate);
}

const HEADER_BYTES = 44;

/** Writes stretches of 16-bit samples, one after the other, as one mono file. @param sampleRate in hertz. */
export function writePcmWav(stretches: readonly Int16Array[], sampleRate: number): Uint8Array<ArrayBuffer> {
  const length = stretches.reduce((sum, stretch) => sum + stretch.length, 0);
  const bytes = new Uint8Array(HEADER_BYTES + length * 2);
  const view = new DataView(bytes.buffer);
  const writeTag = (at: number, text: string) =>
    bytes.set(
      [...text].map((c) => c.charCodeAt(0)),
      at,
    );
  writeTag(0, 'RIFF');
  view.setUint32(4, 36 + length * 2, true);
  writeTag(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, FORMAT_PCM, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  writeTag(36, 'data');
  view.setUint32(40, length * 2, true);
  let at = HEADER_BYTES;
  for (const stretch of stretches) {
    for (const value of stretch) {
      view.setInt16(at, value, true);
      at += 2;
    }
  }
  return bytes;
}
