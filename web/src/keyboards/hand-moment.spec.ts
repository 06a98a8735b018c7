import { testPiece } from '../../testing/piece';
import { handsAt } from './hand-moment';

const piece = testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/4');
const at = (id: string) => handsAt(piece.score, piece.plan, piece.notes, piece.notes.get(id)!.note);

describe('what a hand does at a moment', () => {
  it('is told by its position, the fingers down, and where it goes next', () => {
    const [hand, ...more] = at('n1');
    expect(more).toEqual([]);
    expect(hand?.position.name).toBe('C');
    expect(hand?.next?.name).toBe('F');
    expect(hand?.spots.filter(({ down }) => down)).toEqual([{ finger: 1, midi: 60, down: true }]);
    expect(hand?.spots.map(({ midi }) => midi)).toEqual([60, 62, 64, 65, 67]);
  });

  it('goes on in the new position once the hand has moved', () => {
    expect(at('n4')[0]).toMatchObject({ position: { name: 'F' }, next: undefined });
  });
});
