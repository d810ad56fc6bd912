import { writeMidi as encodeMidi, type MidiEvent } from 'midi-file';
import {
  headsOf,
  type LineEvent,
  lineOfPart,
  loudnessAt,
  type Measure,
  type Note,
  type Part,
  type Score,
  type TempoSpan,
  type TimedMeasure,
  tempoSpans,
  timedMeasures,
  voiceCountOf,
  writtenLoudness,
} from '../notation';
import { fifthsOfInterval, foldFifths, spellingToMidi } from '../pitch';
import { add, compare, measureLength, multiply, type Rational, rational, subtract, toNumber } from '../time';
import { PERCUSSION_CHANNEL, percussionKey } from './midi-percussion';
import { programOf } from './midi-program';
import { toMidiText } from './midi-text';

export const TICKS_PER_QUARTER = 480;
const USUAL_BPM = 96;
/** Of mf; a mark louder or softer is about 16 more or less. Common practice of notation programs. */
const MF_VELOCITY = 80;
const VELOCITY_PER_DB = 16 / 5;
const ACCENT_VELOCITY = 24;
/** How much of its value a staccato note sounds. Common practice. */
const STACCATO_SHARE = rational(1, 2);
/** Channels for pitched parts: all but the one for percussion. */
const PITCHED_CHANNELS = Array.from({ length: 16 }, (_, channel) => channel).filter(
  (channel) => channel !== PERCUSSION_CHANNEL,
);

interface TimedEvent {
  readonly tick: number;
  /** Ends come before starts at the same tick. */
  readonly order: number;
  readonly event: MidiEventBody;
}

type MidiEventBody = MidiEvent extends infer Event
  ? Event extends MidiEvent
    ? Omit<Event, 'deltaTime'>
    : never
  : never;

/**
 * Writes the sounding line: repeats played out, tied notes joined, at concert pitch, a track a part.
 * @returns a Standard MIDI File of format 1.
 * Source: Standard MIDI Files 1.0, MIDI Manufacturers Association, 1988.
 */
export function writeMidi(score: Score): Uint8Array {
  const lead = score.parts[0]!;
  const leadMeasures = timedMeasures(lineOfPart(score, lead));
  const lastMeasure = leadMeasures.at(-1);
  const end = lastMeasure ? ticks(add(lastMeasure.onsetQuarters, lastMeasure.lengthQuarters)) : 0;
  const tracks = [
    toTrack(conductorEvents(score, lead, leadMeasures), end),
    ...score.parts.map((part, index) => toTrack(partEvents(score, part, index), end)),
  ];
  const bytes = encodeMidi({
    header: { format: 1, numTracks: tracks.length, ticksPerBeat: TICKS_PER_QUARTER },
    tracks,
  });
  return Uint8Array.from(bytes);
}

function ticks(quarters: Rational): number {
  return Math.round(toNumber(multiply(quarters, rational(TICKS_PER_QUARTER))));
}

function conductorEvents(score: Score, lead: Part, measures: readonly TimedMeasure[]): TimedEvent[] {
  const opening = lead.tempo ? lead.tempo.bpm * toNumber(lead.tempo.beatQuarters) : USUAL_BPM;
  const at = (tick: number, event: MidiEventBody): TimedEvent => ({ tick, order: 0, event });
  const events = [
    at(0, { type: 'trackName', meta: true, text: toMidiText(score.title) }),
    ...tempoSpans(lineOfPart(score, lead)).flatMap((span) =>
      temposOf(span).map(({ quarters, share }) =>
        at(ticks(quarters), {
          type: 'setTempo',
          meta: true,
          microsecondsPerBeat: Math.round(60_000_000 / (opening * share)),
        }),
      ),
    ),
  ];
  let meterInForce = '';
  let keyInForce: number | undefined;
  for (const { measure, onsetQuarters, lengthQuarters, index } of measures) {
    const [beats, beatType] = midiMeter(measure, lengthQuarters, index === measures.length - 1);
    const key = soundingKey(measure.keyFifths, lead.transpositionSemitones);
    if (meterInForce !== `${beats}/${beatType}`) {
      meterInForce = `${beats}/${beatType}`;
      events.push(
        at(ticks(onsetQuarters), {
          type: 'timeSignature',
          meta: true,
          numerator: beats,
          denominator: beatType,
          metronome: 24,
          thirtyseconds: 8,
        }),
      );
    }
    if (keyInForce !== key) {
      keyInForce = key;
      events.push(at(ticks(onsetQuarters), { type: 'keySignature', meta: true, key, scale: 0 }));
    }
  }
  return events;
}

/** The tempo at the start of a span; of one that slows or quickens, at every eighth. */
function temposOf({ kind, fromQuarters, toQuarters, fromShare, toShare }: TempoSpan) {
  const length = subtract(toQuarters, fromQuarters);
  const steps = kind === 'steady' ? 1 : Math.max(1, Math.ceil(2 * toNumber(length)));
  return Array.from({ length: steps }, (_, step) => ({
    quarters: add(fromQuarters, multiply(length, rational(step, steps))),
    share: fromShare + ((toShare - fromShare) * step) / steps,
  }));
}

/**
 * A measure that is shorter than its meter (a pickup, halves around a repeat sign) gets a time signature of its own:
 * MIDI has no other way to say where the barlines are. The last one needs none, nothing follows.
 */
function midiMeter(measure: Measure, length: Rational, isLast: boolean): readonly [number, number] {
  if (isLast || compare(length, measureLength(measure.meter)) >= 0 || length.numerator === 0)
    return [measure.meter.beats, measure.meter.beatType];
  const sixteenths = toNumber(multiply(length, rational(4)));
  if (sixteenths % 2 === 1) return [sixteenths, 16];
  return sixteenths % 4 === 0 ? [sixteenths / 4, 4] : [sixteenths / 2, 8];
}

/** Sharps or flats at concert pitch: a part written a whole step higher has two sharps more. */
function soundingKey(fifths: number, transpositionSemitones: number): number {
  const sounding = fifths + fifthsOfInterval(transpositionSemitones);
  return Math.abs(sounding) <= 7 ? sounding : foldFifths(sounding, -5);
}

function partEvents(score: Score, part: Part, index: number): TimedEvent[] {
  const isPercussion = part.measures.some(({ events }) =>
    events.some((event) => event.kind === 'note' && event.pitch.kind === 'unpitched'),
  );
  const channel = isPercussion ? PERCUSSION_CHANNEL : PITCHED_CHANNELS[index % PITCHED_CHANNELS.length]!;
  const events: TimedEvent[] = [
    { tick: 0, order: 0, event: { type: 'trackName', meta: true, text: toMidiText(part.name) } },
    {
      tick: 0,
      order: 0,
      event: { type: 'programChange', channel, programNumber: programOf(part.instrument) },
    },
  ];
  const line = lineOfPart(score, part);
  const measures = timedMeasures(line);
  const loudness = writtenLoudness(line);
  for (let voice = 0; voice < voiceCountOf(part); voice++) {
    for (const sound of soundsOfVoice(measures, voice)) {
      for (const pitch of headsOf(sound.note)) {
        const noteNumber =
          pitch.kind === 'pitched'
            ? spellingToMidi(pitch.spelling) + part.transpositionSemitones
            : percussionKey(pitch);
        if (noteNumber < 0 || noteNumber > 127) continue;
        const velocity = velocityOf(sound.note, loudnessAt(loudness, toNumber(sound.from)));
        events.push(
          { tick: ticks(sound.from), order: 2, event: { type: 'noteOn', channel, noteNumber, velocity } },
          {
            tick: ticks(soundingEnd(sound)),
            order: 1,
            event: { type: 'noteOff', channel, noteNumber, velocity: 0 },
          },
        );
      }
      if (sound.note.lyric)
        events.push({
          tick: ticks(sound.from),
          order: 1,
          event: { type: 'lyrics', meta: true, text: toMidiText(sound.note.lyric) },
        });
    }
  }
  return events;
}

/** @param db beside mf. */
function velocityOf({ articulations }: Note, db: number): number {
  const accent = articulations.some((name) => name === 'accent' || name === 'marcato') ? ACCENT_VELOCITY : 0;
  return Math.max(1, Math.min(127, Math.round(MF_VELOCITY + db * VELOCITY_PER_DB + accent)));
}

/** A tied note is held whatever stands over its head. */
function soundingEnd({ note, from, to }: Sound): Rational {
  const isShort = note.articulations.includes('staccato') && !note.tiedToNext;
  return isShort ? add(from, multiply(subtract(to, from), STACCATO_SHARE)) : to;
}

interface Sound {
  readonly note: Note;
  readonly from: Rational;
  to: Rational;
}

/** The notes of one voice as they sound, tied ones joined. @param voice 0 is the first. */
function soundsOfVoice(measures: readonly TimedMeasure[], voice: number): readonly Sound[] {
  const sounds: Sound[] = [];
  for (const { measure, onsetQuarters } of measures) {
    const events: readonly LineEvent[] =
      voice === 0 ? measure.events : (measure.otherVoices[voice - 1]?.events ?? []);
    let at = onsetQuarters;
    for (const event of events) {
      const end = add(at, event.quarters);
      const last = sounds.at(-1);
      if (event.kind === 'note' && event.tiedFromPrevious && last) last.to = end;
      else if (event.kind === 'note') sounds.push({ note: event, from: at, to: end });
      at = end;
    }
  }
  return sounds;
}

/** @param endTick the track goes on in silence until then. */
function toTrack(events: readonly TimedEvent[], endTick: number): MidiEvent[] {
  let tick = 0;
  const track = events
    .toSorted((a, b) => a.tick - b.tick || a.order - b.order)
    .map(({ tick: at, event }) => {
      const deltaTime = at - tick;
      tick = at;
      return { ...event, deltaTime } as MidiEvent;
    });
  return [...track, { type: 'endOfTrack', meta: true, deltaTime: Math.max(0, endTick - tick) }];
}
