import { probabilityOf } from '../../base';
import { SHORTEST_NOTE_SECONDS, toFrames } from '../frame-length';
import { STARTS } from '../model/starts';
import type { StartPlace } from './start-places';

/** Weaker ones are not kept. */
const LEAST_STRENGTH = 0.03;

/** A place within a tone of one pitch where it seems to start anew. */
export interface Reattack {
  readonly frame: number;
  /** How likely that is, 0–1. */
  readonly strength: number;
}

/** Which of the places within a tone may be fresh starts, in order, by the learned model. */
export function findReattacks(places: readonly StartPlace[]): readonly Reattack[] {
  const kept: Reattack[] = [];
  for (const one of places
    .map(({ frame, features }) => ({ frame, strength: probabilityOf(features, STARTS) }))
    .filter(({ strength }) => strength >= LEAST_STRENGTH)
    .toSorted((a, b) => b.strength - a.strength)) {
    if (kept.every((other) => Math.abs(other.frame - one.frame) > toFrames(SHORTEST_NOTE_SECONDS)))
      kept.push(one);
  }
  return kept.toSorted((a, b) => a.frame - b.frame);
}
