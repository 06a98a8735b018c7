import { line } from '../../testing/line';
import { slicesOf } from '../score/slices';
import type { Press } from '../score/slices';
import { pitchName } from '../keyboard/pitch';
import { readHand, type Reading } from './reading';

type Options = Parameters<typeof line>[1];

const QUICK = 5.5;

const read = (music: string, options: Options = {}): Reading => {
  const score = line(music, options);
  return readHand(score, slicesOf(score, options?.side ?? 'right'), score.bars[0]!.key, QUICK);
};

const names = (presses: readonly Press[]): string => presses.map(({ pitch }) => pitchName(pitch)).join(' ');

const broken = (music: string, options?: Options): string[] =>
  read(music, options).blocks.flatMap((block) => (block.broken ? [names(block.presses)] : []));

// What any teacher sees before fingering: common practice, no source.
describe('broken chords', () => {
  it('are the notes of one harmony in a bar, whatever their order', () => {
    expect(broken('C4/1 G4 E4 G4 | D4 F4 A4 F4')).toEqual(['C4 G4 E4 G4', 'D4 F4 A4 F4']);
    expect(broken('D3/1 A3 F#3', { side: 'left', beats: 3, key: 'D' })).toEqual(['D3 A3 F#3']);
  });

  it('are looked for in half bars and beats where the bar has several harmonies', () => {
    expect(broken('C4/1/2 E4 G4 E4 C4 F4 A4 F4')).toEqual(['C4 E4 G4 E4', 'C4 F4 A4 F4']);
    expect(broken('C4/1/3 E4 G4 D4 F4 A4 E4 G4 B4', { beats: 3 })).toEqual(['C4 E4 G4', 'D4 F4 A4', 'E4 G4 B4']);
  });

  it('may have the second of a dominant seventh beside its wide gap', () => {
    expect(broken('B2/1 G3 F3 G3', { side: 'left' })).toEqual(['B2 G3 F3 G3']);
    expect(broken('G4/1 A4 C5 A4')).toEqual([]);
  });

  it('are no tunes by step, no arpeggios over more than an octave, and no chords that a rest parts', () => {
    expect(broken('C4/1 D4 E4 C4')).toEqual([]);
    expect(broken('( C4/1 E4 G4 C5 | E5 G5 C6/2 )')).toEqual([]);
    expect(broken('C4/1 E4 R G4')).toEqual([]);
  });

  it('leave a finger for the key beyond, where the line goes on to it', () => {
    expect(broken('F4/1 A4 C5 | D5/3', { beats: 3, key: 'F' })).toEqual([]);
    expect(broken('A3/4 | G3/1 E3 C3/2', { side: 'left' })).toEqual([]);
    // From one broken chord to the next the hand moves.
    expect(broken('A2/1/2 E3 C#3 D3 A3 F#3', { side: 'left', beats: 6, beatType: 8, key: 'D' })).toHaveLength(2);
  });

  it('may stand above a bass that is too far, and reach a tenth with four keys', () => {
    expect(broken('F2/1/2 A3 C4 F4 C4 A3', { side: 'left', beats: 3 })).toEqual(['A3 C4 F4 C4 A3']);
    expect(broken('A2/1/2 E3 C#4 E3 A3 E3', { side: 'left', beats: 3 })).toEqual(['A2 E3 C#4 E3 A3 E3']);
  });

  it('are not parted by a line that runs on into another harmony', () => {
    expect(broken('C5/1/2 G4 E4 | C#4 A3 E3', { beats: 3, beatType: 8 })).toEqual(['C5 G4 E4', 'C#4 A3 E3']);
  });

  it('begin after the long note that a line comes from', () => {
    expect(broken('C4/4 | E4/1/2 G4 C5 E5 C5 G4 E4/1')).toEqual(['E4 G4 C5 E5 C5 G4 E4']);
  });

  it('take a bass that is held under them; two voices are no chord', () => {
    expect(broken('C3/4', { side: 'left', second: 'R/1 G3 E3 G3' })).toEqual(['C3 G3 E3 G3']);
    expect(broken('E4/1 C4 E4 G4', { second: 'R/1/2 C4/1 C4 C4 C4/1/2' })).toEqual([]);
  });

  it('are known by their root', () => {
    const roots = (music: string): number[] => read(music).blocks.map(({ root }) => root);
    expect(roots('[C4 E4 G4]/2 [A3 C4 E4] | [B3 F4 G4]/4')).toEqual([0, 9, 7]);
  });
});

describe('runs through scales', () => {
  const runs = (music: string, options?: Options) =>
    read(music, options).scaleRuns.map(({ presses, tonic, scale }) => `${names(presses)}: ${tonic} ${scale}`);

  it('are six notes and more in one direction, in the key of the piece', () => {
    expect(runs('G4/1/2 A4 B4 C5 D5 E5', { key: 'C' })).toEqual(['G4 A4 B4 C5 D5 E5: 0 major']);
    expect(runs('C4/1/2 D4 E4 F4 G4')).toEqual([]);
  });

  it('are minor where raised notes say so', () => {
    expect(runs('E4/1/2 F4 G#4 A4 B4 C5 D5 E5')).toEqual(['E4 F4 G#4 A4 B4 C5 D5 E5: 9 harmonic-minor']);
    expect(runs('E4/1/2 F#4 G#4 A4 B4 C5')).toEqual(['E4 F#4 G#4 A4 B4 C5: 9 melodic-minor']);
  });

  it('turn with the line: both ways share the top', () => {
    expect(runs('C4/1/4 D4 E4 F4 G4 A4 B4 A4 G4 F4 E4 D4')).toHaveLength(2);
  });
});

describe('chromatic lines', () => {
  it('are five semitones in a row and more; fewer lie in the hand', () => {
    expect(read('C4/1/4 C#4 D4 D#4 E4 F4').chromaticLines).toHaveLength(1);
    expect(read('C4/1/4 C#4 D4 D#4 E4 G4').chromaticLines).toEqual([]);
  });
});

describe('quick repeats', () => {
  const groups = (music: string, quartersPerMinute: number): number[] =>
    read(music, { quartersPerMinute }).rotations.map(({ group }) => group);

  it('go round in fours or threes, where they are too quick for one finger', () => {
    expect(groups('C5/1/4 C5 C5 C5 D5 D5 D5 D5', 112)).toEqual([4, 4]);
    expect(groups('C5/1/6 C5 C5 D5 D5 D5', 96)).toEqual([3, 3]);
  });

  it('are none where one finger has time, nor with two strokes', () => {
    expect(groups('C5/1/4 C5 C5 C5', 60)).toEqual([]);
    expect(groups('E4/1/4 E4 G4/1/2', 120)).toEqual([]);
  });
});

describe('octaves, pairs and broken thirds', () => {
  it('are octaves struck as one or leapt, connected in a slur', () => {
    const { octaves } = read('( [C4 C5]/1 [D4 D5] ) E4/1 E5');
    expect(octaves.map(({ connected }) => connected)).toEqual([true, true, false]);
  });

  it('are thirds one note after the other, a step on each time', () => {
    const pairs = read('C4/1/2 E4 D4 F4 E4 G4 C5/1').pairs.map(({ low, high }) => names([low, high]));
    expect(pairs).toEqual(['C4 E4', 'D4 F4', 'E4 G4']);
    expect(read('C4/1/2 E4 G4 E4').pairs).toEqual([]);
  });
});

describe('lifts', () => {
  const lifts = (music: string, options?: Options): string[] =>
    [...read(music, options).lifts].map(({ struck }) => names(struck));

  it('are where a phrase begins after a long note', () => {
    expect(lifts('C4/1 D4 E4/2 | E4/1 F4 G4/2')).toEqual(['E4']);
    expect(lifts('C4/1 D4 E4 F4 | G4 F4 E4 D4')).toEqual([]);
  });

  it('are where one broken chord follows another, in a slur too', () => {
    expect(lifts('( C3/1/2 G3 E3 G3 B2 G3 F3 G3 )', { side: 'left' })).toEqual(['B2']);
    expect(lifts('C3/1/2 G3 E3 G3 C3 G3 E3 G3', { side: 'left' })).toEqual([]);
  });
});
