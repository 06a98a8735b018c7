import { testPiece } from '../../testing/piece';
import { effortBars } from './effort-chart';

describe('effort over the piece', () => {
  const { ribbon } = testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | [C4 D5]/4');

  it('has a bar for each hand with its moves and wide reaches in words', () => {
    const bars = effortBars(ribbon, ({ side, bar }) => (side === 'right' && bar === 1 ? 1 : 0));
    expect(bars).toHaveLength(4);
    expect(bars[0]).toMatchObject({ side: 'right', bar: 0, moves: 1, reaches: 0 });
    expect(bars[0]!.words).toMatch(/^Bar 1, right hand: effort \d\.\d, thumb under$/);
    expect(bars[1]!.words).toContain('1 wide reach');
  });
});
