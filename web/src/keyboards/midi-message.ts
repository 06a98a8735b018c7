/** What a keyboard says over MIDI, as far as typing needs it (MIDI 1.0: status 9n note on, 8n note off). */
export type KeyStroke =
  | { readonly kind: 'down'; readonly midi: number; readonly velocity: number }
  | { readonly kind: 'up'; readonly midi: number };

const NOTE_OFF = 0x8;
const NOTE_ON = 0x9;

/** Reads one message; undefined for pedals, clocks and all else. A note on with velocity 0 is a note off. */
export const readMidiMessage = (data: ArrayLike<number>): KeyStroke | undefined => {
  const [status = 0, midi = 0, velocity = 0] = [data[0], data[1], data[2]];
  const kind = status >> 4;
  if (kind === NOTE_ON && velocity > 0) return { kind: 'down', midi, velocity };
  if (kind === NOTE_ON || kind === NOTE_OFF) return { kind: 'up', midi };
  return undefined;
};

/** The bytes for a key going down or up, on channel 1. */
export const midiMessage = (midi: number, isDown: boolean): Uint8Array =>
  Uint8Array.of((isDown ? NOTE_ON : NOTE_OFF) << 4, midi, isDown ? 64 : 0);
