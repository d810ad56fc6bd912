import { type Line, lineOfVoice, maybeVoice } from '../notation';
import type { Keeps } from './step-keeps';

/** What of the voices of a line a step wants. Before the line is cut in pieces: a piece may have nothing of a voice. */
export function voiceOfStep(line: Line, keeps: Keeps): Line {
  const voice = keeps.voice === undefined ? undefined : maybeVoice(line.part, keeps.voice);
  return voice === undefined ? line : lineOfVoice(line, voice);
}
