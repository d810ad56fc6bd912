import { PitchDetector } from 'pitchy';
import { playedTones } from '@/core/following';
import { type Heard, hear } from '@/core/listening';
import { hertzToMidi } from '@/core/pitch';
import type { Audio } from '@/core/signal';
import { aubioNotes } from '../support/aubio';
import type { TranscribedNote } from './note-matching';

export type Transcriber = (audio: Audio) => readonly TranscribedNote[];

/** Who is compared: Mevlo's ear, and two that others made. */
export const TRANSCRIBERS: Readonly<Record<'mevlo' | 'aubio' | 'pitchy', Transcriber>> = {
  mevlo: (audio) => transcriptOf(hear(audio)),
  aubio: aubioNotes,
  pitchy: withPitchy,
};

/** Without a score, a start is believed when it is more likely than not. */
const BELIEVED_STRENGTH = 0.5;

/** The notes that were heard, without regard to any score. */
export function transcriptOf(heard: Heard): readonly TranscribedNote[] {
  return playedTones(heard).flatMap(({ sound }) => (sound.startStrength >= BELIEVED_STRENGTH ? [sound] : []));
}

const WINDOW = 2048;
const HOP_SECONDS = 0.01;
const LEAST_CLARITY = 0.9;
const SHORTEST_SECONDS = 0.06;

/** McLeod's tracker frame by frame; a note lasts while the nearest semitone stays. */
function withPitchy({ samples, sampleRate }: Audio): readonly TranscribedNote[] {
  const detector = PitchDetector.forFloat32Array(WINDOW);
  const notes: TranscribedNote[] = [];
  let open: { from: number; midis: number[] } | undefined;
  const close = (until: number) => {
    if (open && until - open.from >= SHORTEST_SECONDS) {
      const sorted = open.midis.toSorted((a, b) => a - b);
      notes.push({ onsetSeconds: open.from, endSeconds: until, midi: sorted[sorted.length >> 1]! });
    }
    open = undefined;
  };
  for (let at = 0; at + WINDOW <= samples.length; at += Math.round(HOP_SECONDS * sampleRate)) {
    const [hertz, clarity] = detector.findPitch(samples.subarray(at, at + WINDOW), sampleRate);
    const seconds = (at + WINDOW / 2) / sampleRate;
    const midi = clarity >= LEAST_CLARITY && hertz > 25 ? hertzToMidi(hertz) : undefined;
    if (midi === undefined) close(seconds);
    else if (open && Math.abs(midi - open.midis[open.midis.length - 1]!) < 0.5) open.midis.push(midi);
    else {
      close(seconds);
      open = { from: seconds, midis: [midi] };
    }
  }
  close(samples.length / sampleRate);
  return notes;
}
