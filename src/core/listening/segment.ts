/** A segment of frames, most often of one pitch; `to` exclusive. */
export interface Segment {
  readonly from: number;
  readonly to: number;
}
