import { type Line, lineOfVoice, voiceCountOf } from '../notation';

/** Each voice as a line of its own. */
export function voiceLines(line: Line): readonly Line[] {
  return Array.from({ length: voiceCountOf(line.part) }, (_, voice) => lineOfVoice(line, voice));
}
