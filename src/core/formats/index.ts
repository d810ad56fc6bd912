export { readMusicXml } from './musicxml-read';
export { MAXIMUM_XML_BYTES } from './mxl';
