import { PitchDetector } from 'pitchy';
import { playedTones } from '@/core/following';
import { type Heard, hear } from '@/core/listening';
import { hertzToMidi } from '@/core/pitch';
import type { Audio } from '@/core/signal';
import { aubioNotes } from '../support/aubio';
import type { TranscribedNote } from './note-matching';
import { praatFrames } from './praat';

export type Transcriber = (audio: Audio) => readonly TranscribedNote[];

/** Who is compared: Mevlo's ear, and three that others made. */
export const TRANSCRIBERS: Readonly<Record<'mevlo' | 'aubio' | 'pitchy' | 'praat', Transcriber>> = {
  mevlo: (audio) => transcriptOf(hear(audio)),
  aubio: aubioNotes,
  pitchy: (audio) => notesOf(pitchyFrames(audio)),
  praat: (audio) => notesOf(praatFrames(audio)),
};

/** Without a score, a start is believed when it is more likely than not. */
const BELIEVED_STRENGTH = 0.5;

/** The notes that were heard, without regard to any score. */
export function transcriptOf(heard: Heard): readonly TranscribedNote[] {
  return playedTones(heard).flatMap(({ sound }) => (sound.startStrength >= BELIEVED_STRENGTH ? [sound] : []));
}

/** What a tracker of pitch says of a moment. */
export interface PitchFrame {
  readonly seconds: number;
  /** Undefined where it hears no pitch. */
  readonly hertz: number | undefined;
}

const WINDOW = 2048;
const HOP_SECONDS = 0.01;
const LEAST_CLARITY = 0.9;

/** McLeod's tracker. */
function pitchyFrames({ samples, sampleRate }: Audio): readonly PitchFrame[] {
  const detector = PitchDetector.forFloat32Array(WINDOW);
  const frames: PitchFrame[] = [];
  for (let at = 0; at + WINDOW <= samples.length; at += Math.round(HOP_SECONDS * sampleRate)) {
    const [hertz, clarity] = detector.findPitch(samples.subarray(at, at + WINDOW), sampleRate);
    frames.push({
      seconds: (at + WINDOW / 2) / sampleRate,
      hertz: clarity >= LEAST_CLARITY && hertz > 25 ? hertz : undefined,
    });
  }
  return frames;
}

const SHORTEST_SECONDS = 0.06;

/** A tracker as a transcriber: a note lasts while the nearest semitone stays. */
function notesOf(frames: readonly PitchFrame[]): readonly TranscribedNote[] {
  const notes: TranscribedNote[] = [];
  let open: { from: number; midis: number[] } | undefined;
  const close = (until: number) => {
    if (open && until - open.from >= SHORTEST_SECONDS) {
      const sorted = open.midis.toSorted((a, b) => a - b);
      notes.push({ onsetSeconds: open.from, endSeconds: until, midi: sorted[sorted.length >> 1]! });
    }
    open = undefined;
  };
  for (const { seconds, hertz } of frames) {
    const midi = hertz === undefined ? undefined : hertzToMidi(hertz);
    if (midi === undefined) close(seconds);
    else if (open && Math.abs(midi - open.midis[open.midis.length - 1]!) < 0.5) open.midis.push(midi);
    else {
      close(seconds);
      open = { from: seconds, midis: [midi] };
    }
  }
  close(frames.at(-1)?.seconds ?? 0);
  return notes;
}
