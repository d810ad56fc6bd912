export { type MeiOptions, measureElementId, type UnderText, writeMei } from './mei-write';
export { readMusicXml } from './musicxml-read';
export { MAXIMUM_XML_BYTES } from './mxl';
