import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type MidiEvent, writeMidi } from 'midi-file';
import type { Audio } from '@/core/signal';
import type { Performance } from '@/core/simulation';
import { readWavFile, withFolder } from './wav-file';

const SOUND_FONT = '/usr/share/sounds/sf2/TimGM6mb.sf2';
const TICKS_PER_SECOND = 1000;

/** General MIDI programs, counted from 0. Source: MIDI Manufacturers Association, General MIDI System Level 1 (1991). */
export const GM_PROGRAM = {
  oboe: 68,
  clarinet: 71,
  flute: 73,
  trumpet: 56,
  trombone: 57,
  violin: 40,
  recorder: 74,
  altoSax: 65,
  harp: 46,
  guitar: 24,
} as const;

/** Renders a performance with FluidSynth and a General MIDI sound font: sounds that Mevlo did not make. */
export function renderWithFluidSynth(
  performance: Performance,
  program: number,
  options: { reverb?: boolean } = {},
): Audio {
  return withFolder((folder) => {
    const midiPath = join(folder, 'take.mid');
    const wavPath = join(folder, 'take.wav');
    writeFileSync(midiPath, Buffer.from(toMidi(performance, program)));
    execFileSync('fluidsynth', [
      ...['-n', '-i', '-q', '-r', '44100', '-g', '0.6', '-O', 's16', '-T', 'wav', '-F', wavPath],
      ...(options.reverb ? [] : ['-R', '0']),
      ...['-C', '0', SOUND_FONT, midiPath],
    ]);
    return readWavFile(wavPath);
  });
}

function toMidi(performance: Performance, program: number): number[] {
  const timed = performance.events.flatMap(({ midi, onsetSeconds, endSeconds, levelDb }) => {
    if (midi === undefined) throw new RangeError('only pitched performances can be rendered, got a stroke');
    const noteNumber = Math.round(midi);
    const velocity = Math.max(1, Math.min(127, Math.round(90 + 4 * levelDb)));
    return [
      { seconds: onsetSeconds, event: { type: 'noteOn', channel: 0, noteNumber, velocity } as const },
      { seconds: endSeconds, event: { type: 'noteOff', channel: 0, noteNumber, velocity: 0 } as const },
    ];
  });
  timed.sort((a, b) => a.seconds - b.seconds);
  let ticks = 0;
  const events = timed.map(({ seconds, event }) => {
    const deltaTime = Math.max(0, Math.round(seconds * TICKS_PER_SECOND) - ticks);
    ticks += deltaTime;
    return { ...event, deltaTime };
  });
  const track: MidiEvent[] = [
    { type: 'setTempo', meta: true, deltaTime: 0, microsecondsPerBeat: 1_000_000 },
    { type: 'programChange', channel: 0, deltaTime: 0, programNumber: program },
    ...events,
    { type: 'endOfTrack', meta: true, deltaTime: TICKS_PER_SECOND },
  ];
  return writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: TICKS_PER_SECOND }, tracks: [track] });
}
