import type { Side } from '../hand/hand';
import { positionLabel } from '../moves/position';
import type { PianoPlan } from '../plan/plan';
import type { Score } from '../score/score';
import { blockOf } from './devices';
import { strikesOf, type NamedNote, type Strike } from './lines';

/** A stretch that lies under the hand, as one shape: all its keys at once. */
export interface Block {
  readonly side: Side;
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
  /** The name of the position or chord it lies in. */
  readonly label: string;
  /** Low to high, one finger to a key. */
  readonly notes: readonly NamedNote[];
}

/** Strikes as the fewest stretches in which every finger has one key; a new one begins where a finger takes another. */
const shapesOf = (strikes: readonly Strike[]): readonly (readonly Strike[])[] => {
  const shapes: Strike[][] = [];
  let keys = new Map<number, number>();
  for (const strike of strikes) {
    const fits = strike.notes.every(
      ({ finger, midi }) =>
        (keys.get(finger) ?? midi) === midi && [...keys].every(([other, key]) => key !== midi || other === finger),
    );
    if (!fits || shapes.length === 0) {
      shapes.push([]);
      keys = new Map();
    }
    shapes[shapes.length - 1]!.push(strike);
    for (const { finger, midi } of strike.notes) keys.set(finger, midi);
  }
  return shapes;
};

/** A hand's part as its row of blocks; a shape that comes again at once is one, and single keys are none. */
export const blocksOf = (score: Score, plan: PianoPlan, side: Side): readonly Block[] => {
  const strikes = strikesOf(score, plan, side);
  const blocks = plan.hands[side].positions.flatMap((position, at, all) => {
    const until = all[at + 1]?.onsetTicks ?? Infinity;
    const own = strikes.filter(({ onsetTicks }) => onsetTicks >= position.onsetTicks && onsetTicks < until);
    return shapesOf(own).flatMap((shape): Block[] => {
      const notes = blockOf(shape);
      if (!notes) return [];
      return [{ side, bars: [shape[0]!.bar, shape[shape.length - 1]!.bar], label: positionLabel(position), notes }];
    });
  });
  const same = (a: Block, b: Block): boolean =>
    a.notes.map(({ midi, finger }) => `${midi} ${finger}`).join() ===
    b.notes.map(({ midi, finger }) => `${midi} ${finger}`).join();
  return blocks.reduce<Block[]>((row, block) => {
    const last = row[row.length - 1];
    if (last && same(last, block)) row[row.length - 1] = { ...last, bars: [last.bars[0], block.bars[1]] };
    else row.push(block);
    return row;
  }, []);
};
