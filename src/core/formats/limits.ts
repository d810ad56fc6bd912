/** A beginner's line is a few kB; 4 MB is a whole book. */
export const MAXIMUM_FILE_BYTES = 4_000_000;
/** A method-book line has at most a page of measures; a whole score is not a line. */
export const MOST_MEASURES = 200;
export const MOST_PARTS = 40;
/** In all parts together: everything that is done with a line is done with each of them. */
export const MOST_MEASURES_OF_ALL = 800;
/** Of what was left out of a file, as many places as anybody compares with the print. */
export const MOST_LOSSES = 100;
/** A page of tunes is a few kilobytes. */
export const MAXIMUM_ABC_BYTES = 40_000;
