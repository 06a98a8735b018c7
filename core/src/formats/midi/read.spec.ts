import { writeMidi as writeFile, type MidiEvent } from 'midi-file';
import { Key, Note as TonalNote } from 'tonal';
import { demoPieces } from '../../../testing/demo';
import { openScore } from '../../../testing/musicxml';
import { pitchClassName } from '../../keyboard/pitch';
import { explainMidiError } from './errors';
import { estimateMetre } from './metre';
import { deriveGrid } from './quantise';
import { readMidi, type MidiScore } from './read';
import { estimateKey, spell } from './spelling';
import { splitHands } from './split-hands';

const opened = (bytes: Uint8Array): MidiScore => {
  const result = readMidi(bytes);
  if (result.kind === 'error') throw new Error(explainMidiError(result.error));
  return result.value;
};

const refusal = (bytes: Uint8Array): string => {
  const result = readMidi(bytes);
  return result.kind === 'error' ? explainMidiError(result.error) : 'it reads';
};

/** A type 0 file of these notes on one channel: [midi, from, to] in quarters. */
const fileOf = (
  notes: readonly (readonly [number, number, number])[],
  { channel = 0, before = [] as MidiEvent[], format = 0 as 0 | 1 | 2 } = {},
): Uint8Array => {
  const events = notes
    .flatMap(([noteNumber, from, to]) => [
      { at: from, type: 'noteOn' as const, noteNumber },
      { at: to, type: 'noteOff' as const, noteNumber },
    ])
    .sort((a, b) => a.at - b.at || (a.type === 'noteOff' ? -1 : 1));
  let last = 0;
  const track = events.map(({ at, type, noteNumber }): MidiEvent => {
    const deltaTime = Math.round((at - last) * 480);
    last += deltaTime / 480;
    return { deltaTime, type, channel, noteNumber, velocity: 64 };
  });
  return new Uint8Array(
    writeFile({
      header: { format, numTracks: 1, ticksPerBeat: 480 },
      tracks: [[...before, ...track, { deltaTime: 0, meta: true, type: 'endOfTrack' }]],
    }),
  );
};

const quarters = ({ score }: MidiScore): string[] =>
  score.notes.map(
    ({ midi, onsetTicks, durationTicks }) =>
      `${midi} ${onsetTicks / score.ticksPerQuarter} ${durationTicks / score.ticksPerQuarter}`,
  );

describe('a MIDI file', () => {
  // Standard MIDI Files 1.0, the example of format 0 (bytes from memory): E5 enters on the third beat and lasts two.
  it('reads the example of the standard', () => {
    const hex =
      '4d546864 00000006 0000 0001 0060 4d54726b 0000003b 00ff580404021808 00ff510307a120 00c005 00c12e 00c246 ' +
      '00923060 003c60 60914340 60904c20 8140823040 003c40 00814340 00804c40 00ff2f00';
    const read = opened(Uint8Array.from(hex.replaceAll(' ', '').match(/../g) ?? [], (byte) => parseInt(byte, 16)));
    // Of the three instruments only the first is a piano.
    expect(quarters(read)).toEqual(['76 2 2']);
    expect(read.score.bars[0]?.metre).toEqual({ beats: 4, beatType: 4 });
    expect(read.score.marks).toContainEqual({ kind: 'tempo', onsetTicks: 0, quartersPerMinute: 120 });
  });

  it('shows the grid it found, and keeps exact times exactly', () => {
    const { findings, score } = opened(
      fileOf([
        [60, 0, 1],
        [62, 1, 1.5],
        [64, 1.5, 2],
        [65, 2, 2 + 1 / 3],
      ]),
    );
    expect(findings.grid).toMatchObject({ steps: 6, exact: true });
    expect(score.ticksPerQuarter).toBe(6);
  });

  it('brings what was played unevenly to the grid it means', () => {
    // Eighths, each up to a twentieth of a quarter early or late, and let go a little early.
    const uneven = [0.02, -0.03, 0.01, 0.045, -0.02, -0.04, 0.03, 0, 0.02, -0.01, 0.035, -0.045];
    const played = uneven.map((off, index): [number, number, number] => {
      const from = Math.max(0, index / 2 + off);
      return [60 + index, from, from + 0.43];
    });
    const read = opened(fileOf(played));
    expect(read.findings.grid).toMatchObject({ steps: 2, exact: false });
    expect(quarters(read)).toEqual(uneven.map((_, index) => `${60 + index} ${index / 2} 0.5`));
  });

  it('reads metre, key, tempo and pedal from the file, and says when it had to guess', () => {
    const before: MidiEvent[] = [
      { deltaTime: 0, meta: true, type: 'trackName', text: 'A walk' },
      {
        deltaTime: 0,
        meta: true,
        type: 'timeSignature',
        numerator: 3,
        denominator: 4,
        metronome: 24,
        thirtyseconds: 8,
      },
      { deltaTime: 0, meta: true, type: 'keySignature', key: -3, scale: 1 },
      { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 750_000 },
      { deltaTime: 0, type: 'controller', channel: 0, controllerType: 64, value: 127 },
    ];
    const { score, findings } = opened(
      fileOf(
        [
          [60, 0, 3],
          [63, 3, 6],
        ],
        { before },
      ),
    );
    expect(score.title).toBe('A walk');
    expect(score.bars.map(({ metre, key }) => [metre.beats, key])).toEqual(
      Array(2).fill([3, { fifths: -3, mode: 'minor' }]),
    );
    expect(score.marks).toContainEqual({ kind: 'tempo', onsetTicks: 0, quartersPerMinute: 80 });
    expect(score.marks).toContainEqual({ kind: 'pedal', onsetTicks: 0, down: true });
    expect(findings).toMatchObject({ keyGiven: true, metreGiven: true });
    expect(opened(fileOf([[60, 0, 1]])).findings).toMatchObject({ keyGiven: false, metreGiven: false });
  });

  it('leaves percussion out', () => {
    expect(refusal(fileOf([[36, 0, 1]], { channel: 9 }))).toMatch(/no notes of a pitched instrument/);
  });

  it('refuses what it cannot read in plain words', () => {
    expect(refusal(new Uint8Array())).toMatch(/empty/);
    expect(refusal(new Uint8Array([1, 2, 3, 4]))).toMatch(/not a MIDI file/);
    expect(refusal(fileOf([[60, 0, 1]]).subarray(0, 20))).toMatch(/damaged|no notes/);
    expect(refusal(fileOf([[60, 0, 1]], { format: 2 }))).toMatch(/separate sequences/);
  });
});

describe('spelling', () => {
  // tonal is a reference library from the registry: the scales of all keys as it spells them.
  it.each([...'CGDAEBF'].flatMap((tonic) => [tonic, `${tonic}b`, `${tonic}#`]))(
    'spells the scale of %s major',
    (tonic) => {
      const { alteration, scale } = Key.majorKey(tonic);
      if (scale.length === 0 || Math.abs(alteration) > 6) return;
      const spelled = scale.map((name) =>
        spell(60 + (TonalNote.chroma(name) ?? 0), { fifths: alteration, mode: 'major' }),
      );
      expect(spelled.map(pitchClassName)).toEqual([...scale]);
    },
  );

  it.each(['A', 'E', 'D', 'G', 'C', 'B', 'F', 'F#', 'C#'])('spells harmonic minor on %s', (tonic) => {
    const { alteration, harmonic } = Key.minorKey(tonic);
    const spelled = harmonic.scale.map((name) =>
      spell(60 + (TonalNote.chroma(name) ?? 0), { fifths: alteration, mode: 'minor' }),
    );
    expect(spelled.map(pitchClassName)).toEqual([...harmonic.scale]);
  });

  it.each(['C', 'G', 'D', 'A', 'E', 'F', 'Bb', 'Eb', 'Ab'])('finds the key of the scale of %s', (tonic) => {
    const { alteration, scale } = Key.majorKey(tonic);
    const notes = [...scale, tonic].map((name, index) => {
      const midi = 60 + (TonalNote.chroma(name) ?? 0);
      return { midi, from: index, to: index + 1 };
    });
    expect(estimateKey(notes)).toEqual({ fifths: alteration, mode: 'major' });
  });
});

describe('metre', () => {
  const waltz = Array.from({ length: 8 }, (_, bar) => [
    { midi: 40, from: bar * 3, to: bar * 3 + 1 },
    { midi: 60, from: bar * 3 + 1, to: bar * 3 + 2 },
    { midi: 64, from: bar * 3 + 2, to: bar * 3 + 3 },
  ]).flat();

  it('is heard from low and long notes', () => {
    expect(estimateMetre(waltz)).toEqual({ beats: 3, beatType: 4 });
    expect(
      estimateMetre(Array.from({ length: 8 }, (_, bar) => ({ midi: 60, from: bar * 4, to: bar * 4 + 4 }))),
    ).toEqual({
      beats: 4,
      beatType: 4,
    });
  });
});

describe('the split of one stream into two hands', () => {
  // The pieces say which hand plays what: the split must find it from the notes alone.
  it.each(demoPieces())('finds nearly all of $name', ({ bytes }) => {
    const { score } = openScore(bytes);
    const notes = score.notes
      .filter(({ graceIndex }) => graceIndex === null)
      .map(({ midi, side, onsetTicks, durationTicks }) => ({
        midi,
        side,
        from: onsetTicks / score.ticksPerQuarter,
        to: (onsetTicks + durationTicks) / score.ticksPerQuarter,
      }));
    const sides = splitHands(notes);
    const right = notes.filter(({ side }, index) => side === sides[index]).length;
    expect(right / notes.length).toBeGreaterThan(0.93);
  });

  it('is no fixed key: both hands low, both hands high', () => {
    const pair = (base: number): { midi: number; from: number; to: number }[] =>
      Array.from({ length: 8 }, (_, index) => [
        { midi: base + (index % 3) * 2, from: index, to: index + 1 },
        { midi: base + 19 + (index % 4) * 2, from: index, to: index + 1 },
      ]).flat();
    for (const base of [36, 48, 62]) expect(splitHands(pair(base))).toEqual(Array(8).fill(['left', 'right']).flat());
  });
});

it('takes a coarse grid before a fine one', () => {
  expect(deriveGrid([{ midi: 60, from: 0, to: 1 }], 1 / 480).steps).toBe(1);
});
