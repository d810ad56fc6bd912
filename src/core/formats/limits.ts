/** A beginner's line is a few kB; 4 MB is a whole book. */
export const MAXIMUM_FILE_BYTES = 4_000_000;
/** A method-book line has at most a page of measures; a whole score is not a line. */
export const MOST_MEASURES = 200;
export const MOST_PARTS = 40;
