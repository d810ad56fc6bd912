/** Time between frames: a sixteenth at 160 bpm still has nine of them. */
export const FRAME_SECONDS = 0.01;

/** Two starts of one player lie further apart: a sixteenth at 160 bpm lasts 94 ms. */
export const SHORTEST_NOTE_SECONDS = 0.09;

/** Signs so close together speak of one start. */
export const SAME_START_SECONDS = 0.05;

/** Time of the middle of a frame. */
export function frameSeconds(frame: number): number {
  return (frame + 0.5) * FRAME_SECONDS;
}

/** How many frames a time lasts. */
export const toFrames = (seconds: number) => Math.round(seconds / FRAME_SECONDS);
