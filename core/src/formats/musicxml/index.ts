export { openMusicXml } from './open';
export { parseMusicXml, serializeMusicXml, type MusicXmlDocument } from './document';
export { explainMusicXmlError, type MusicXmlError } from './errors';
export { dropGivenIds } from './ids';
export * from '../limits';
export { composeMusicXml } from './compose';
export { readScore } from './read';
export { writeFingering, writePlaceholders, type WrittenFingers } from './write';
