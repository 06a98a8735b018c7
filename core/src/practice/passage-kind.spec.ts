import { line } from '../../testing/line';
import { passageKind } from './passage-kind';

const kindOf = (text: string) => passageKind(line(text, { side: 'left' }), 'left', [0, 0]);

describe('what a passage is', () => {
  it('is told by its steps and skips, and by what sounds together', () => {
    expect(kindOf('C3 D3 E3 F3 G3')).toBe('scale');
    expect(kindOf('C3 E3 G3 C4 G3 E3')).toBe('arpeggio');
    expect(kindOf('[C3 E3 G3] [B2 F3 G3] [C3 E3 G3]')).toBe('chords');
    expect(kindOf('C3 D3 G3 F3 A2 B2 E3')).toBe('melody');
    expect(kindOf('C3')).toBe('melody');
  });
});
