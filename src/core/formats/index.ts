export { readAbc } from './abc-read';
export {
  MAXIMUM_FILE_BYTES,
  MOST_LOSSES,
  MOST_MEASURES,
  MOST_MEASURES_OF_ALL,
  MOST_PARTS,
} from './limits';
export { type MeiOptions, measureElementId, type UnderText, writeMei } from './mei-write';
export { readMidi } from './midi-read';
export { writeMidi } from './midi-write';
export { readMusicXml, readPlayableLine } from './musicxml-read';
export { writeMusicXml } from './musicxml-write';
export { type PageOfLines, type PieceOfPage, readPage } from './read-page';
export { readScore } from './read-score';
