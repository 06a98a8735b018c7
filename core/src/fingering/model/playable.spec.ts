import { line } from '../../../testing/line';
import { DEFAULT_HAND, handOfSpan, type Finger } from '../../hand/hand';
import type { Score } from '../../score/score';
import { slicesOf } from '../../score/slices';
import { ALL_FINGERS } from './finger-set';
import { allowedBy, playableSlices, subsets } from './playable';

const cut = (score: Score, span?: number, locks = new Map<string, Finger>()) =>
  playableSlices(
    slicesOf(score, 'right'),
    'right',
    span === undefined ? DEFAULT_HAND : handOfSpan(span),
    allowedBy(locks),
  );

/** Lengthens a note so that it is held while later ones are struck. */
const holding = (score: Score, id: string, quarters: number): Score => ({
  ...score,
  notes: score.notes.map((note) =>
    note.id === id ? { ...note, durationTicks: quarters * score.ticksPerQuarter } : note,
  ),
});

describe('what a hand cannot do as written', () => {
  it('rolls a chord that is too wide for this hand, and only for this hand', () => {
    const tenth = line('[C4 G4 E5]/4');
    expect(cut(tenth, 240)[0]?.compromises).toEqual([]);
    expect(cut(tenth, 160)[0]).toMatchObject({ rolled: true, compromises: [{ kind: 'rolled' }] });
  });

  it('leaves out inner notes of a chord of six', () => {
    const [slice] = cut(line('[C4 D4 E4 F4 G4 A4]/4'));
    expect(slice?.presses).toHaveLength(5);
    expect(slice?.compromises.filter(({ kind }) => kind === 'left-out')).toHaveLength(1);
    expect(slice?.presses.map((press) => press.midi)).toEqual(expect.arrayContaining([60, 69]));
  });

  it('keeps what it can, lets go what is in the way, and does not take it up again', () => {
    const held = holding(holding(line('C4/1 E4 C6 E6'), 'n1', 4), 'n2', 4);
    const slices = cut(held);
    expect(slices[1]).toMatchObject({ heldCount: 1, compromises: [] });
    const released = slices.flatMap(({ compromises }) => compromises);
    expect(released.map(({ kind }) => kind)).toEqual(['released', 'released']);
    expect(slices[3]?.heldCount).toBe(0);
  });

  it('refuses the smallest set of locks that cannot stand together, and names it', () => {
    const chord = line('[C4 E4 G4]/4');
    const [slice] = cut(chord, undefined, new Map<string, Finger>([['n1', 1], ['n2', 4], ['n3', 3]])); // prettier-ignore
    const [refused, ...more] = slice!.compromises;
    expect(more).toEqual([]);
    // 3 above 4: the thumb is not in it.
    expect(refused?.kind === 'lock-refused' && refused.locks.map(({ finger }) => finger).sort()).toEqual([3, 4]);
    expect(slice?.allowed.filter((set) => set !== ALL_FINGERS)).toHaveLength(2);
  });

  it('tries small sets first', () => {
    expect(subsets(3).map((set) => set.length)).toEqual([0, 1, 1, 1, 2, 2, 2, 3]);
  });
});
