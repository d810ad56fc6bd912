/** Text as the MIDI package wants it: one character a byte of UTF-8. */
export function toMidiText(text: string): string {
  return String.fromCharCode(...new TextEncoder().encode(text));
}

/** The other way; files of old programs hold Latin-1. */
export function fromMidiText(bytes: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(
      Uint8Array.from(bytes, (character) => character.charCodeAt(0)),
    );
  } catch {
    return bytes;
  }
}
