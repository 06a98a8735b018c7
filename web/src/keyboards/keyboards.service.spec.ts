import { DOCUMENT } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { KeyboardsService } from './keyboards.service';
import { midiMessage, readMidiMessage } from './midi-message';

interface FakeInput {
  readonly id: string;
  readonly name: string;
  readonly state: string;
  onmidimessage: ((event: { data: Uint8Array }) => void) | null;
}

const setUp = (requestMIDIAccess?: () => Promise<unknown>) => {
  TestBed.configureTestingModule({
    providers: [{ provide: DOCUMENT, useValue: { defaultView: { navigator: { requestMIDIAccess } } } }],
  });
  const service = TestBed.inject(KeyboardsService);
  const chords: (readonly number[])[] = [];
  service.chords.subscribe((keys) => chords.push(keys));
  return { service, chords };
};

describe('what a keyboard says', () => {
  // Status bytes of MIDI 1.0 (channel voice messages), from memory.
  it('is read from the bytes of the standard, on any channel', () => {
    expect(readMidiMessage([0x90, 60, 64])).toEqual({ kind: 'down', midi: 60, velocity: 64 });
    expect(readMidiMessage([0x9f, 60, 1])).toEqual({ kind: 'down', midi: 60, velocity: 1 });
    expect(readMidiMessage([0x80, 60, 0])).toEqual({ kind: 'up', midi: 60 });
    expect(readMidiMessage([0x90, 60, 0])).toEqual({ kind: 'up', midi: 60 });
    expect(readMidiMessage([0xb0, 64, 127])).toBeUndefined();
    expect(readMidiMessage([0xf8])).toBeUndefined();
  });

  it('is sent alike by the one on the screen', () => {
    expect(readMidiMessage(midiMessage(72, true))).toMatchObject({ kind: 'down', midi: 72 });
    expect(readMidiMessage(midiMessage(72, false))).toEqual({ kind: 'up', midi: 72 });
  });
});

describe('keyboards', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('make one chord of keys that are struck together, and strokes of those that are not', () => {
    const { service, chords } = setUp();
    service.play(60, true);
    jest.advanceTimersByTime(30);
    service.play(64, true);
    jest.advanceTimersByTime(200);
    for (const midi of [60, 64]) service.play(midi, false);
    service.play(67, true);
    jest.advanceTimersByTime(200);
    expect(chords).toEqual([[60, 64], [67]]);
  });

  it('say what is in the way when no instrument can be heard', async () => {
    const none = setUp();
    expect(none.service.midiWords()).toBe('');
    await none.service.listen();
    expect(none.service.midi()).toMatchObject({ kind: 'none' });
    expect(none.service.midiWords()).toBe('This browser cannot use MIDI keyboards.');
    TestBed.resetTestingModule();
    const refused = setUp(() => Promise.reject(new Error('no')));
    await refused.service.listen();
    expect(refused.service.midi()).toEqual({
      kind: 'none',
      message: 'The browser was not allowed to listen to MIDI keyboards.',
    });
  });

  it('listen to an instrument on a cable', async () => {
    const input: FakeInput = { id: '1', name: 'Studio piano', state: 'connected', onmidimessage: null };
    const { service, chords } = setUp(() => Promise.resolve({ inputs: new Map([['1', input]]), onstatechange: null }));
    await service.listen();
    expect(service.midi()).toEqual({ kind: 'listening', keyboards: [{ id: '1', name: 'Studio piano' }] });
    expect(service.midiWords()).toBe('Listening to Studio piano.');
    input.onmidimessage!({ data: midiMessage(55, true) });
    jest.advanceTimersByTime(200);
    expect(chords).toEqual([[55]]);
  });
});
