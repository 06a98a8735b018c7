import { SIDES, type Side } from '../hand/hand';
import type { Move } from '../moves/move';
import type { HandPlan, PianoPlan } from '../plan/plan';
import { byBar } from '../score/bars';
import type { Note, Score } from '../score/score';
import { unfolded, writtenOctaves, type Unfolded } from '../unfold';
import type { Link } from './links';

/** A piece as it is played, with its fingering: every pass has the same fingers. */
export interface Playing extends Unfolded {
  readonly plan: PianoPlan;
}

const byId = <T extends { readonly id: string }>(all: readonly T[]): ReadonlyMap<string, T> =>
  new Map(all.map((one) => [one.id, one]));

/** Played bars to which the music comes from elsewhere than is written. */
const seamsOf = ({ order }: Unfolded): ReadonlySet<number> =>
  new Set(order.flatMap(({ bar }, at) => (at > 0 && order[at - 1]!.bar !== bar - 1 ? [at] : [])));

/** What happens at a moment of the written piece, once for each time the moment is played. */
const repeated = <T extends { readonly bar: number; readonly onsetTicks: number }>(
  { score: played, order }: Unfolded,
  { bars }: Score,
  all: readonly T[],
): readonly { readonly one: T; readonly at: number; readonly onsetTicks: number }[] => {
  const own = byBar(all);
  return order.flatMap(({ bar }, at) =>
    (own.get(bar) ?? []).map((one) => ({
      one,
      at,
      onsetTicks: one.onsetTicks + played.bars[at]!.onsetTicks - bars[bar]!.onsetTicks,
    })),
  );
};

const playedHand = (unfolding: Unfolded, score: Score, plan: HandPlan, links: readonly Link[]): HandPlan => {
  const { order, writtenId } = unfolding;
  const notes = unfolding.score.notes.filter(({ side }) => side === plan.side);
  const planned = byId(plan.notes);
  const seams = seamsOf(unfolding);
  const first = new Map<number, Note>();
  for (const note of notes) if (!first.has(note.bar)) first.set(note.bar, note);
  const ids = new Map(notes.map(({ id, bar }) => [`${bar} ${writtenId(id)}`, id]));
  const idAt = (id: string, at: number): string => ids.get(`${at} ${id}`) ?? id;
  const told = (move: Move, at: number, onsetTicks: number): Move => ({
    ...move,
    bar: at,
    onsetTicks,
    fromId: idAt(move.fromId, at),
    toId: idAt(move.toId, at),
  });
  const moves = repeated(unfolding, score, plan.moves)
    .filter(({ at, onsetTicks }) => !seams.has(at) || first.get(at)?.onsetTicks !== onsetTicks)
    .map(({ one, at, onsetTicks }) => told(one, at, onsetTicks));
  const atSeams = [...seams].flatMap((at): Move[] => {
    const link = links.find(
      ({ side, kind, fromBar, toBar }) =>
        side === plan.side && kind === 'seam' && fromBar === order[at - 1]!.bar && toBar === order[at]!.bar,
    );
    const lands = first.get(at);
    return link?.move && lands ? [told(link.move, at, lands.onsetTicks)] : [];
  });
  return {
    ...plan,
    notes: notes.flatMap(({ id }) => {
      const own = planned.get(writtenId(id));
      return own ? [{ ...own, id }] : [];
    }),
    moves: [...moves, ...atSeams].sort((a, b) => a.onsetTicks - b.onsetTicks),
    positions: repeated(unfolding, score, plan.positions).map(({ one, at, onsetTicks }) => ({
      ...one,
      bar: at,
      onsetTicks,
    })),
  };
};

/**
 * The piece as it is played from beginning to end.
 * @param links - the seams, whose moves stand in no bar of the plan; without them no move is told there
 */
export const playingOf = (score: Score, plan: PianoPlan, links: readonly Link[] = []): Playing => {
  const unfolding = unfolded(score, writtenOctaves(score));
  if (unfolding.score === score) return { ...unfolding, plan };
  const handOf = (side: Side): HandPlan => playedHand(unfolding, score, plan.hands[side], links);
  const hands = Object.fromEntries(SIDES.map((side) => [side, handOf(side)])) as Record<Side, HandPlan>;
  return { ...unfolding, plan: { ...plan, hands } };
};
