import { parsePitchName, spellingToMidi } from '../pitch';
import type { Instrument } from './catalogue';
import type { Level } from './instrument';

/** MIDI numbers, inclusive. */
export type MidiRange = readonly [lowest: number, highest: number];

/** What a beginner of the level plays, as written; undefined for unpitched instruments. */
export function maybeWrittenRange({ ranges }: Instrument, level: Level): MidiRange | undefined {
  if (!ranges) return undefined;
  const [lowest, highest] = ranges[level].map((name) => spellingToMidi(parsePitchName(name)));
  return [lowest!, highest!];
}

/** The same at concert pitch. */
export function maybeSoundingRange(player: Instrument, level: Level): MidiRange | undefined {
  const written = maybeWrittenRange(player, level);
  return written && [written[0] + player.transpositionSemitones, written[1] + player.transpositionSemitones];
}

/** Whether a beginner of the level plays a written MIDI number; of an instrument without pitches, whatever is written. */
export function isInReach(player: Instrument, level: Level): (writtenMidi: number) => boolean {
  const range = maybeWrittenRange(player, level);
  const only = player.onlyNotes?.map((name) => spellingToMidi(parsePitchName(name)));
  return (midi) =>
    range === undefined || (midi >= range[0] && midi <= range[1] && (!only || only.includes(midi)));
}
