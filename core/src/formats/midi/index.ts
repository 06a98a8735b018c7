export { explainMidiError, type MidiError } from './errors';
export { readMidi, type MidiFindings, type MidiScore } from './read';
export { writeMidi } from './write';
