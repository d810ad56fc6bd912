/** Time between frames: a sixteenth at 160 bpm still has nine of them. */
export const FRAME_SECONDS = 0.01;

/** Time of the middle of a frame. */
export function frameSeconds(frame: number): number {
  return (frame + 0.5) * FRAME_SECONDS;
}

/** How many frames a time lasts. */
export const toFrames = (seconds: number) => Math.round(seconds / FRAME_SECONDS);
