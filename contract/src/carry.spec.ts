import { carryDecisions, parsePitch, wordLost, type Finger } from '@kettle-step/core';
import { line } from '../../core/testing/line';
import { correctionSchema } from './correction';
import { NEW_DESK } from './desk';

describe('decisions carried over to corrected music', () => {
  const before = line('C4/1 D4 E4 F4 | G4/4 | C4/4');
  const locks = new Map<string, Finger>([
    ['n1', 1],
    ['n2', 3],
    ['n5', 5],
  ]);
  const desk = {
    ...NEW_DESK,
    given: [{ noteId: 'n6', side: 'left' as const }],
    remarks: [
      { side: 'right' as const, bar: 0, text: 'quietly' },
      { side: 'right' as const, bar: 1, text: 'wait' },
    ],
    apart: [{ side: 'right' as const, bar: 2 }],
  };
  const alignment = {
    notes: new Map([
      ['n1', 'm1'],
      ['n3', 'm3'],
      ['n6', 'm6'],
    ]),
    bars: new Map([
      [0, 0],
      [2, 1],
    ]),
  };
  const carried = carryDecisions({ locks, desk }, alignment, before);

  it('stay with every note and bar that is found again', () => {
    expect([...carried.locks]).toEqual([['m1', 1]]);
    expect(carried.kept).toBe(1);
    expect(carried.desk).toMatchObject({
      given: [{ noteId: 'm6', side: 'left' }],
      remarks: [{ bar: 0, text: 'quietly' }],
      apart: [{ bar: 1 }],
    });
  });

  it('go with their bars: sections, pedal, trouble spots; of a stretch with what is left of it', () => {
    const decided = {
      ...desk,
      playing: {
        sections: [
          { bar: 2, name: 'End' },
          { bar: 1, name: 'Gone' },
        ],
        octaves: [{ bar: 0, side: 'right' as const, octaves: 1 }],
        pedal: [
          { bars: [0, 2] as [number, number], way: 'none' as const },
          { bars: [1, 1] as [number, number], way: 'first-beats' as const },
        ],
      },
      practice: {
        ...NEW_DESK.practice,
        spots: { added: [{ bar: 2, words: 'slow' }], dropped: [0, 1], order: [2, 0] },
      },
    };
    const { playing, practice } = carryDecisions({ locks, desk: decided }, alignment, before).desk;
    expect(playing.sections).toEqual([{ bar: 1, name: 'End' }]);
    expect(playing.octaves).toEqual([{ bar: 0, side: 'right', octaves: 1 }]);
    expect(playing.pedal).toEqual([{ bars: [0, 1], way: 'none' }]);
    expect(practice.spots).toEqual({ added: [{ bar: 1, words: 'slow' }], dropped: [0], order: [1, 0] });
  });

  it('are listed in words where they have no place any more', () => {
    expect(carried.lost.map(wordLost)).toEqual([
      'Bar 1, right hand: 3 on D4',
      'Bar 2, right hand: 5 on G4',
      'Bar 2, right hand: the remark “wait”',
    ]);
    const given = carryDecisions({ locks: new Map(), desk }, { ...alignment, notes: new Map() }, before);
    expect(given.lost.map(wordLost)[0]).toBe('Bar 3, right hand: C4, given to the other hand');
  });
});

describe('a correction on its way to the worker', () => {
  it('is taken as it is, and refused when it says nothing that can be done', () => {
    const pitch = parsePitch('F#4')!;
    const correction = { kind: 'pitch', noteId: 'n1', pitch };
    expect(correctionSchema.parse(correction)).toEqual(correction);
    expect(correctionSchema.safeParse({ ...correction, pitch: { ...pitch, alter: 0.5 } }).success).toBe(false);
    expect(correctionSchema.safeParse({ kind: 'repaint' }).success).toBe(false);
  });
});
