import type { Locks } from '../fingering/model/playable';
import { roundEffort } from '../fingering/prices/round-effort';
import { SIDES, type Finger, type Side } from '../hand/hand';
import type { Move } from '../moves/move';
import { fingersOfHand, type PianoPlan } from '../plan/plan';
import type { Planner } from '../plan/planner';
import type { Note, Score } from '../score/score';
import { inOrder, playOrder, writtenId, writtenOctaves, type PlayedBar } from '../unfold';
import { sectionAt, sectionsOf } from './sections';

/** Where one stretch of a piece meets the next: most moves gather there, and no bar by itself shows them. */
export interface Link {
  readonly side: Side;
  /** A seam: a repeat or a jump brings other notes next than those that are written next. */
  readonly kind: 'seam' | 'section';
  /** Indices into `Score.bars`. */
  readonly fromBar: number;
  readonly toBar: number;
  /** Which time the first of the two is played when it leads here. */
  readonly pass: number;
  /** Null where the hand stays as it is. */
  readonly move: Move | null;
  /** What joining the two costs, in effort. */
  readonly effort: number;
  /** Other fingers in the bar before that prepare it, where that saves more than it costs. */
  readonly better: BetterLink | null;
}

export interface BetterLink {
  /** Ids of the notes that change, with their new fingers. */
  readonly fingers: ReadonlyMap<string, Finger>;
  /** Effort saved at the link, and what the change costs where the piece goes on as written. */
  readonly saves: number;
  readonly costs: number;
}

/** What is saved must be worth telling, in effort. Our choice. */
const WORTH = 0.5;

interface Joint {
  readonly kind: Link['kind'];
  /** Place in the order of play of the bar that is left. */
  readonly at: number;
}

const jointsOf = (score: Score, order: readonly PlayedBar[]): readonly Joint[] => {
  const sections = sectionsOf(score);
  const met = new Set<string>();
  return order.slice(0, -1).flatMap(({ bar }, at): Joint[] => {
    const next = order[at + 1]!.bar;
    const isSeam = next !== bar + 1;
    const isNew = !met.has(`${bar} ${next}`);
    met.add(`${bar} ${next}`);
    if (!isNew || (!isSeam && sectionAt(sections, bar) === sectionAt(sections, next))) return [];
    return [{ kind: isSeam ? 'seam' : 'section', at }];
  });
};

/** Some bars in the order they are played, fingered as the plan says. */
interface Excerpt {
  readonly score: Score;
  readonly locks: Locks;
}

const createExcerpts = (score: Score, plan: PianoPlan) => {
  const fingers = new Map(SIDES.flatMap((side) => [...fingersOfHand(plan.hands[side])]));
  const octaves = writtenOctaves(score);
  return (order: readonly PlayedBar[], side: Side): Excerpt => {
    const whole = inOrder(score, order, octaves);
    const notes = whole.notes.filter((note) => note.side === side);
    const locks = new Map(
      notes.flatMap(({ id }): [string, Finger][] => {
        const finger = fingers.get(writtenId(id));
        return finger === undefined ? [] : [[id, finger]];
      }),
    );
    return { score: { ...whole, notes }, locks };
  };
};

type Excerpts = ReturnType<typeof createExcerpts>;

const effortOf = (planner: Planner, { score, locks }: Excerpt, side: Side): number =>
  score.notes.length === 0 ? 0 : planner.plan(score, { locks, alternatives: 0 }).hands[side].effort;

/** The first strike of a hand in a bar. */
const firstIn = (notes: readonly Note[], bar: number): Note | undefined => notes.find((note) => note.bar === bar);

/** Fingers of an excerpt by the ids of the document; undefined where two passes of a note would differ. */
const inDocument = (fingers: ReadonlyMap<string, Finger>): ReadonlyMap<string, Finger> | undefined => {
  const found = new Map<string, Finger>();
  for (const [id, finger] of fingers) {
    const known = found.get(writtenId(id));
    if (known !== undefined && known !== finger) return undefined;
    found.set(writtenId(id), finger);
  }
  return found;
};

interface Joining {
  readonly planner: Planner;
  readonly excerpts: Excerpts;
  readonly order: readonly PlayedBar[];
  readonly bars: number;
}

/** Other fingers in the bar before the joint, the rest as planned. */
const betterAt = ({ planner, excerpts, order, bars }: Joining, at: number, side: Side): BetterLink | null => {
  const [from, to] = [order[at]!, order[at + 1]!];
  const around = order.slice(Math.max(0, at - 1), at + 3);
  const now = excerpts(around, side);
  const place = Math.min(1, at);
  const free = now.score.notes.filter(({ bar }) => bar === place).map(({ id }) => id);
  const kept = new Map([...now.locks].filter(([id]) => !free.includes(id)));
  const found = planner.plan(now.score, { locks: kept, alternatives: 0 }).hands[side];
  const saves = effortOf(planner, now, side) - found.effort;
  const planned = fingersOfHand(found);
  const fingers = inDocument(
    new Map(
      free.flatMap((id) => {
        const finger = planned.get(id);
        return finger === undefined || finger === now.locks.get(id) ? [] : [[id, finger] as const];
      }),
    ),
  );
  if (saves < WORTH || !fingers || fingers.size === 0) return null;
  // Where the bar also goes on as it is written, the change is paid for there.
  const goesOn =
    to.bar !== from.bar + 1 && order.some(({ bar }, index) => bar === from.bar && order[index + 1]?.bar === bar + 1);
  const written = [from.bar - 1, from.bar, from.bar + 1]
    .filter((bar) => bar >= 0 && bar < bars)
    .map((bar) => ({ bar, pass: 1 }));
  const asWritten = excerpts(written, side);
  const changed = { ...asWritten, locks: new Map([...asWritten.locks, ...fingers]) };
  const costs = goesOn ? effortOf(planner, changed, side) - effortOf(planner, asWritten, side) : 0;
  return saves - costs < WORTH ? null : { fingers, saves: roundEffort(saves), costs: roundEffort(Math.max(0, costs)) };
};

const linkAt = (joining: Joining, { kind, at }: Joint, side: Side): readonly Link[] => {
  const { planner, excerpts, order } = joining;
  const [from, to] = [order[at]!, order[at + 1]!];
  const joined = excerpts([from, to], side);
  const first = firstIn(joined.score.notes, 1);
  if (!first || !firstIn(joined.score.notes, 0)) return [];
  const plan = planner.plan(joined.score, { locks: joined.locks, alternatives: 0 }).hands[side];
  const alone = [from, to].map((bar) => effortOf(planner, excerpts([bar], side), side));
  const move = plan.moves.find(({ onsetTicks }) => onsetTicks === first.onsetTicks);
  return [
    {
      side,
      kind,
      fromBar: from.bar,
      toBar: to.bar,
      pass: from.pass,
      move: move ? { ...move, bar: to.bar, fromId: writtenId(move.fromId), toId: writtenId(move.toId) } : null,
      effort: roundEffort(Math.max(0, plan.effort - alone[0]! - alone[1]!)),
      better: move ? betterAt(joining, at, side) : null,
    },
  ];
};

/**
 * The links of a piece in the order they are first played, right hand before left: seams where a repeat or jump leads elsewhere, and
 * where one section meets the next.
 * @param planner - for the hands that the plan was made for
 */
export const linksOf = (score: Score, plan: PianoPlan, planner: Planner): readonly Link[] => {
  const order = playOrder(score.bars);
  const joining = { planner, excerpts: createExcerpts(score, plan), order, bars: score.bars.length };
  return jointsOf(score, order).flatMap((joint) => SIDES.flatMap((side) => linkAt(joining, joint, side)));
};
