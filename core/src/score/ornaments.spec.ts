import { line } from '../../testing/line';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../testing/musicxml';
import { pitchName } from '../keyboard/pitch';
import { slicesOf } from './slices';

const strokes = (music: string, key = 'C'): string =>
  slicesOf(line(music, { key, quartersPerMinute: 60 }), 'right')
    .map(({ struck }) => struck.map(({ pitch }) => pitchName(pitch)).join('+'))
    .join(' ');

// How each sign is played: common practice, no source.
describe('ornaments written out', () => {
  it.each([
    ['turn', 'D4 C4 B3 C4'],
    ['inverted-turn', 'B3 C4 D4 C4'],
    ['mordent', 'C4 B3 C4'],
    ['short-trill', 'C4 D4 C4'],
    ['delayed-turn', 'C4 D4 C4 B3 C4'],
    ['trill', 'C4 D4 C4 D4 C4 D4 C4'],
  ])('%s', (sign, played) => {
    expect(strokes(`C4/1~${sign} G4`)).toBe(`${played} G4`);
  });

  it('take the note beside from the key and from the bar', () => {
    expect(strokes('E4/1~short-trill', 'D')).toBe('E4 F#4 E4');
    expect(strokes('F4/1 E4~short-trill', 'D')).toBe('F4 E4 F4 E4');
    expect(strokes('C#4/1 D4~mordent')).toBe('C#4 D4 C#4 D4');
  });

  it('end before the hand strikes again and hold the note at last', () => {
    const slices = slicesOf(line('C4/1/4~trill D4/1', { quartersPerMinute: 60 }), 'right');
    expect(slices.map(({ onsetTicks }) => onsetTicks)).toEqual([0, 40, 80, 120]);
    const [first, second, last] = slices.map(({ struck }) => struck[0]!);
    expect([first!.noteIds, second!.noteIds, last!.noteIds]).toEqual([['n1'], [], []]);
    expect(last!).toMatchObject({ adorns: 'n1', endTicks: 120 });
  });

  it('keep the rest of a chord down meanwhile', () => {
    const [first, second] = slicesOf(line('[C4 E4]/1~short-trill', { quartersPerMinute: 60 }), 'right');
    expect(first!.struck.map(({ midi }) => midi)).toEqual([60, 64]);
    expect([second!.struck.map(({ midi }) => midi), second!.held.map(({ midi }) => midi)]).toEqual([[65], [60]]);
  });

  it('give their finger to another voice on the same key', () => {
    const shared = line('C4/1~mordent', { quartersPerMinute: 60, second: 'C4/1' });
    expect(slicesOf(shared, 'right').map(({ struck }) => struck[0]!.noteIds)).toEqual([['n1', 'n2'], [], []]);
    const above = line('C4/1~turn', { quartersPerMinute: 60, second: 'D4/1' });
    expect(slicesOf(above, 'right').map(({ struck }) => struck[0]!.noteIds)).toEqual([['n2'], ['n1'], [], []]);
  });

  it('are read with the accidentals at their sign', () => {
    const sign =
      '<notations><ornaments><turn/><accidental-mark placement="below">sharp</accidental-mark></ornaments></notations>';
    const { score } = openScore(partwise([ATTRIBUTES + pitched('A4', 16, sign)]));
    expect(score.notes[0]?.ornament).toEqual({ kind: 'turn', above: null, below: 1 });
    expect(slicesOf(score, 'right').map(({ struck }) => struck[0]!.midi)).toEqual([71, 69, 68, 69]);
  });
});

describe('the pedal', () => {
  const pedal = (type: string): string =>
    `<direction><direction-type><pedal type="${type}"/></direction-type></direction>`;
  const held = (before: string, after: string) => {
    const { score } = openScore(
      partwise([
        ATTRIBUTES + before + pitched('C3', 16, '<voice>1</voice>') +
          '<backup><duration>16</duration></backup><forward><duration>4</duration></forward>' +
          pitched('E3', 4, '<voice>2</voice>') + pitched('G3', 8, '<voice>2</voice>') + after,
      ]),
    ); // prettier-ignore
    return slicesOf(score, 'right').map(({ held: keys }) => keys.length);
  };

  it('holds what the fingers then need not', () => {
    expect(held('', '')).toEqual([0, 1, 1]);
    expect(held(pedal('start'), pedal('stop'))).toEqual([0, 0, 0]);
  });
});
