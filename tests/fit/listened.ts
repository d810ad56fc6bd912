import { priorsOf } from '@/core/checking';
import { Listener } from '@/core/listening';
import type { EvaluationTake } from '../evaluation/take';

/** A listener that has heard a take to its end, knowing who plays. */
export function listenedTo({ audio, line }: EvaluationTake): Listener {
  const listener = new Listener(audio.sampleRate, priorsOf(line));
  listener.push(audio.samples);
  listener.finish();
  return listener;
}
