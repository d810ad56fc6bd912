/** Time between frames: a sixteenth at 160 bpm still has nine of them. */
export const FRAME_SECONDS = 0.01;
