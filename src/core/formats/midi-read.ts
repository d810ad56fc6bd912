import { type MidiData, type MidiEvent, parseMidi } from 'midi-file';
import { failure, type Result, success } from '../base';
import { maybeInstrumentReading } from '../instruments';
import type { Clef, Part, Score, WrittenPitch } from '../notation';
import { keyAlteration, midiToSpelling } from '../pitch';
import { isInThrees, rational } from '../time';
import { MAXIMUM_FILE_BYTES, MOST_MEASURES, MOST_PARTS } from './limits';
import { type MidiMeasurePlace, readMidiMeasures } from './midi-measures';
import { PERCUSSION_CHANNEL, strokeOfKey } from './midi-percussion';
import { type PlayedNote, quantise, STEPS_PER_QUARTER } from './midi-quantise';
import { type MidiTempo, readMidiTempo, withTempoChanges } from './midi-tempo';
import { fromMidiText } from './midi-text';
import { type TickEvent, withTicks } from './midi-ticks';
import { ReadingReport } from './reading-report';
import { writeSounds } from './sounds';

const MOST_NOTES = 20_000;

/**
 * Reads a Standard MIDI File: notes at concert pitch on the grid of sixteenths and of triplets, one part for each track and channel.
 * @returns the score, with what MIDI cannot say (a guessed key, moved notes) and what was left out as warnings.
 * Source: Standard MIDI Files 1.0, MIDI Manufacturers Association, 1988.
 */
export function readMidi(bytes: Uint8Array): Result<Score> {
  const data = decode(bytes);
  if (!data.ok) return data;
  const report = new ReadingReport();
  const ticksPerQuarter = data.value.header.ticksPerBeat!;
  const tracks = data.value.tracks.map(withTicks);
  const lastTick = Math.max(0, ...tracks.flatMap((track) => track.at(-1)?.tick ?? 0));
  const players = playersOf(tracks);
  const noteCount = players.reduce((count, player) => count + player.notes.length, 0);
  if (noteCount === 0) return failure({ code: 'no-notes', message: 'There is no note in this MIDI file.' });
  if (noteCount > MOST_NOTES || players.length > MOST_PARTS)
    return failure({
      code: 'too-long',
      message: `This is a whole score (${noteCount} notes in ${players.length} parts); only a line was expected.`,
    });
  const general = tracks.flat().toSorted((a, b) => a.tick - b.tick);
  const lastNoteTick = Math.max(...players.flatMap((player) => player.notes.map((note) => note.toTick)));
  const measures = readMidiMeasures(
    general,
    ticksPerQuarter,
    lastNoteTick,
    lastTick,
    players.flatMap(({ notes }) => notes),
    report,
  );
  if (measures.length > MOST_MEASURES)
    report.refuse(
      'too-long',
      undefined,
      `This is a whole score (${measures.length} measures); a line has up to ${MOST_MEASURES}. Export only the line.`,
    );
  if (report.refusals.length > 0) return failure(...report.refusals);
  const places = withKeys(measures, general, ticksPerQuarter, players, report);
  remarkOnLeftOut(general, report);
  const tempo = readMidiTempo(general, ticksPerQuarter, places, report);
  const parts = players.map((player, index) =>
    readPart(player, index, { places, ticksPerQuarter, tempo, report }),
  );
  return success(
    { title: readTitle(tracks), composer: undefined, parts, ...report.lostOfScore },
    report.remarks,
  );
}

function decode(bytes: Uint8Array): Result<MidiData> {
  const isMidi = String.fromCharCode(...bytes.subarray(0, 4)) === 'MThd';
  if (!isMidi) return failure({ code: 'not-midi', message: 'This is not a MIDI file.' });
  if (bytes.length > MAXIMUM_FILE_BYTES)
    return failure({ code: 'too-large', message: 'The file is larger than 4 MB; one line was expected.' });
  const damaged = { code: 'damaged', message: 'This MIDI file is damaged or cut off; export it again.' };
  // The parser would read what is left of a cut-off track without a word.
  if (!chunksAreWhole(bytes)) return failure(damaged);
  try {
    const data = parseMidi(bytes);
    if (!data.header.ticksPerBeat)
      return failure({
        code: 'film-time',
        message: 'This MIDI file counts film frames, not beats; export it again with beats.',
      });
    return success(data);
  } catch {
    return failure(damaged);
  }
}

/** Chunks are a name of 4 bytes, a length of 4 bytes, and that many bytes. */
function chunksAreWhole(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 0;
  while (at + 8 <= bytes.length) at += 8 + view.getUint32(at + 4);
  return at === bytes.length;
}

interface Player {
  readonly name: string | undefined;
  readonly isPercussion: boolean;
  readonly notes: readonly PlayedNote[];
  readonly lyrics: ReadonlyMap<number, string>;
}

function playersOf(tracks: readonly (readonly TickEvent[])[]): readonly Player[] {
  return tracks.flatMap((track) => {
    const name = maybeTrackName(track);
    const channels = new Map<number, PlayedNote[]>();
    const open = new Map<string, number>();
    const lyrics = new Map<number, string>();
    for (const { tick, event } of track) {
      if (event.type === 'lyrics') lyrics.set(tick, fromMidiText(event.text).trim());
      if (event.type !== 'noteOn' && event.type !== 'noteOff') continue;
      const place = `${event.channel}/${event.noteNumber}`;
      const fromTick = open.get(place);
      if (fromTick !== undefined && tick > fromTick) {
        const notes = channels.get(event.channel) ?? [];
        notes.push({ key: event.noteNumber, fromTick, toTick: tick });
        channels.set(event.channel, notes);
        open.delete(place);
      }
      if (event.type === 'noteOn') open.set(place, tick);
    }
    return [...channels].map(([channel, notes]) => ({
      name,
      isPercussion: channel === PERCUSSION_CHANNEL,
      notes,
      lyrics,
    }));
  });
}

interface PartContext {
  readonly places: readonly (MidiMeasurePlace & { readonly keyFifths: number })[];
  readonly ticksPerQuarter: number;
  readonly tempo: MidiTempo;
  readonly report: ReadingReport;
}

const STEPS_PER_SIXTEENTH = STEPS_PER_QUARTER / 4;

function readPart(
  player: Player,
  index: number,
  { places, ticksPerQuarter, tempo, report }: PartContext,
): Part {
  const name = (player.name || (player.isPercussion ? 'Drum' : `Part ${index + 1}`)).slice(0, 80);
  const placeAt = (step: number) =>
    places.findLast(({ fromSixteenth }) => fromSixteenth * STEPS_PER_SIXTEENTH <= step) ?? places[0]!;
  /** In meters in threes the beat has its thirds without a triplet; a triplet never stands over a barline. */
  const quarterAt = (step: number) => {
    const { number, meter, fromSixteenth, sixteenths } = placeAt(step);
    if (isInThrees(meter)) return undefined;
    // A pickup lies at the end of its measure.
    const late = number === 0 ? (sixteenths * STEPS_PER_SIXTEENTH) % STEPS_PER_QUARTER : 0;
    const start = fromSixteenth * STEPS_PER_SIXTEENTH;
    const from = start + late + Math.floor((step - start - late) / STEPS_PER_QUARTER) * STEPS_PER_QUARTER;
    const isWhole = from >= start && from + STEPS_PER_QUARTER <= start + sixteenths * STEPS_PER_SIXTEENTH;
    return isWhole ? from : undefined;
  };
  const { stepOf, voices, rough, dropped, merged } = quantise(player.notes, ticksPerQuarter, quarterAt);
  const whereOf = (step: number) => `${index === 0 ? '' : `${name}, `}measure ${placeAt(step).number}`;
  for (const step of rough)
    report.remark('moved', whereOf(step), 'A note between two sixteenths was moved to the nearer one.');
  for (const step of dropped)
    report.lose('voices', whereOf(step), 'More than four voices sound at once; a note was left out.');
  for (const step of merged)
    report.lose(
      'too-fast',
      whereOf(step),
      'A note is repeated faster than sixteenths; the repeats became one note.',
    );
  const lyrics = new Map([...player.lyrics].map(([tick, text]) => [stepOf(tick), text]));
  const clef = player.isPercussion ? 'percussion' : usualClef(player.notes);
  const measures = writeSounds(
    voices.map((chords, voice) =>
      chords.map(({ from, to, keys }) => ({
        from: rational(from, STEPS_PER_QUARTER),
        to: rational(to, STEPS_PER_QUARTER),
        pitches: keys.map((key) => pitchOf(key, player.isPercussion, placeAt(from).keyFifths)),
        lyric: voice === 0 ? lyrics.get(from) : undefined,
      })),
    ),
    places.map((place) => ({
      ...place,
      clef,
      keyFifths: player.isPercussion ? 0 : place.keyFifths,
      from: rational(place.fromSixteenth, 4),
      length: rational(place.sixteenths, 4),
    })),
    index === 0 ? '' : `P${index + 1}-`,
  );
  return {
    id: `P${index + 1}`,
    name,
    instrument: maybeInstrumentReading(name, 0)?.id,
    transpositionSemitones: 0,
    staffLines: 5,
    tempo: tempo.opening,
    measures: withTempoChanges(measures, places, tempo),
  };
}

function pitchOf(key: number, isPercussion: boolean, keyFifths: number): WrittenPitch {
  if (!isPercussion) return { kind: 'pitched', spelling: midiToSpelling(key, keyFifths) };
  return strokeOfKey(key);
}

/** Middle C is the watershed of the two usual clefs. */
function usualClef(notes: readonly PlayedNote[]): Clef {
  const mean = notes.reduce((total, { key }) => total + key, 0) / notes.length;
  return mean >= 60 ? 'treble' : 'bass';
}

/** The key in force in every measure; guessed when the file has none. */
function withKeys(
  places: readonly MidiMeasurePlace[],
  general: readonly TickEvent[],
  ticksPerQuarter: number,
  players: readonly Player[],
  report: ReadingReport,
): readonly (MidiMeasurePlace & { readonly keyFifths: number })[] {
  const keys = general.flatMap(({ tick, event }) =>
    event.type === 'keySignature' && Math.abs(event.key) <= 7
      ? [{ sixteenth: (tick * 4) / ticksPerQuarter, fifths: event.key }]
      : [],
  );
  if (keys.length === 0) {
    const fifths = guessKey(players.filter((p) => !p.isPercussion).flatMap((p) => p.notes));
    report.remark(
      'key',
      undefined,
      'The file has no key signature; the one with the fewest accidentals was chosen.',
    );
    return places.map((place) => ({ ...place, keyFifths: fifths }));
  }
  return places.map((place) => ({
    ...place,
    keyFifths: keys.findLast(({ sixteenth }) => sixteenth <= place.fromSixteenth)?.fifths ?? keys[0]!.fifths,
  }));
}

function guessKey(notes: readonly PlayedNote[]): number {
  const accidentals = (fifths: number) =>
    notes.filter(({ key }) => {
      const { step, alter } = midiToSpelling(key, fifths);
      return alter !== keyAlteration(step, fifths);
    }).length;
  const nearestFirst = [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5];
  return nearestFirst.reduce((best, fifths) => (accidentals(fifths) < accidentals(best) ? fifths : best));
}

const LEFT_OUT: Partial<Record<MidiEvent['type'], string>> = {
  controller: 'Controllers (loudness, pedal, panning)',
  programChange: 'Choices of sound',
  pitchBend: 'Pitch bends',
  channelAftertouch: 'Aftertouch',
  noteAftertouch: 'Aftertouch',
  sysEx: 'Messages to a certain device',
  marker: 'Markers',
  cuePoint: 'Cue points',
};

function remarkOnLeftOut(general: readonly TickEvent[], report: ReadingReport): void {
  for (const { event } of general) {
    const name = LEFT_OUT[event.type];
    if (name) report.remark('left-out', undefined, `${name} were left out.`);
  }
  const velocities = new Set(
    general.flatMap(({ event }) => (event.type === 'noteOn' ? [event.velocity] : [])),
  );
  if (velocities.size > 1) report.remark('left-out', undefined, 'How hard each note is struck was left out.');
}

function readTitle(tracks: readonly (readonly TickEvent[])[]): string {
  return maybeTrackName(tracks[0] ?? [])?.slice(0, 120) || 'Untitled line';
}

function maybeTrackName(track: readonly TickEvent[]): string | undefined {
  const [name] = track.flatMap(({ event }) => (event.type === 'trackName' ? [event.text] : []));
  return name === undefined ? undefined : fromMidiText(name).trim();
}
