import type { Finger, Hand, Side } from '../../hand/hand';
import type { Press, Slice } from '../../score/slices';
import { ALL_FINGERS, fingersIn, hasFinger, setOf, type Allowed, type FingerSet } from './finger-set';
import { assignments, isPlayable } from './assignments';
import { byPlace, keyView, type SliceView } from './view';

/** Fingers fixed from outside, by note id. */
export type Locks = ReadonlyMap<string, Finger>;

export const allowedBy = (locks: Locks): Allowed => new Map([...locks].map(([id, finger]) => [id, setOf(finger)]));

/** What this hand cannot do as written, and the smallest way out that was taken. */
export type Compromise =
  | { readonly kind: 'released'; readonly press: Press }
  | { readonly kind: 'rolled' }
  | { readonly kind: 'left-out'; readonly press: Press }
  | {
      /** The smallest set of locks in this chord that cannot hold together; the first was set free. */
      readonly kind: 'lock-refused';
      readonly locks: readonly { readonly press: Press; readonly finger: Finger }[];
    };

/** A slice cut down to what the hand can do. */
export interface PlayableSlice {
  readonly slice: Slice;
  /** Sounding keys that get fingers, thumb side first, each with the press it stands for. */
  readonly presses: readonly Press[];
  readonly heldCount: number;
  readonly rolled: boolean;
  /** Fingers that may be on each press: one where a lock holds, all where none does. */
  readonly allowed: readonly FingerSet[];
  readonly compromises: readonly Compromise[];
}

interface Attempt {
  readonly struck: readonly Press[];
  readonly held: readonly Press[];
  readonly rolled: boolean;
}

const viewOf = (attempt: Attempt, side: Side): SliceView => ({
  keys: [
    ...attempt.struck.map((press) => keyView(press.midi, side, false)),
    ...attempt.held.map((press) => keyView(press.midi, side, true)),
  ].sort(byPlace),
  rolled: attempt.rolled,
  slow: false,
});

const canPlay = (attempt: Attempt, side: Side, hand: Hand): boolean => {
  const count = attempt.struck.length + attempt.held.length;
  return count <= 5 && (count === 1 || isPlayable(viewOf(attempt, side), hand));
};

/** Subsets of the indices below `count`, smallest first, each in order. */
export const subsets = (count: number): number[][] =>
  Array.from({ length: 2 ** count }, (_, bits) =>
    Array.from({ length: count }, (__, index) => index).filter((index) => (bits >> index) & 1),
  ).sort((a, b) => a.length - b.length);

/** Most held keys for which every way of letting go is tried; a hand holds no more than five. */
const MAX_HELD = 5;

const withoutHeld = (slice: Slice, side: Side, hand: Hand): Attempt | undefined => {
  // More keys held than there are fingers: the oldest are let go first.
  const held = [...slice.held].sort((a, b) => b.onsetTicks - a.onsetTicks).slice(0, MAX_HELD);
  for (const gone of subsets(held.length)) {
    const attempt = {
      struck: slice.struck,
      held: held.filter((_, index) => !gone.includes(index)),
      rolled: slice.rolled,
    };
    if (canPlay(attempt, side, hand)) return attempt;
  }
  return undefined;
};

/** Inner notes of a chord of more than five, those nearest the middle first, until five are left. */
const fiveOf = (struck: readonly Press[]): readonly Press[] => {
  const kept = [...struck];
  while (kept.length > 5) kept.splice(Math.floor(kept.length / 2), 1);
  return kept;
};

const attemptFor = (slice: Slice, side: Side, hand: Hand): Attempt =>
  withoutHeld(slice, side, hand) ?? { struck: fiveOf(slice.struck), held: [], rolled: true };

const allowedOn = (press: Press, allowed: Allowed): FingerSet => {
  for (const id of press.noteIds) {
    const set = allowed.get(id);
    if (set !== undefined) return set;
  }
  return ALL_FINGERS;
};

interface SettledLocks {
  readonly allowed: readonly FingerSet[];
  /** Presses whose lock was set free. */
  readonly refused: readonly number[];
  /** The smallest set of presses whose locks cannot hold together. */
  readonly contradiction: readonly number[];
}

/** Which of the locks on one slice can hold together: all, or all but the smallest set. */
const settleLocks = (view: SliceView, wanted: readonly FingerSet[], hand: Hand): SettledLocks => {
  const locked = wanted.flatMap((set, index) => (set === ALL_FINGERS ? [] : [index]));
  if (view.keys.length === 1 || locked.length === 0) return { allowed: wanted, refused: [], contradiction: [] };
  const possible = assignments(view, hand);
  const holds = (held: readonly number[]): boolean =>
    possible.some((fingers) => held.every((index) => hasFinger(wanted[index]!, fingers[index]!)));
  const choices = subsets(locked.length).map((places) => places.map((place) => locked[place]!));
  const refused = choices.find((gone) => holds(locked.filter((index) => !gone.includes(index)))) ?? locked;
  return {
    allowed: wanted.map((set, index) => (refused.includes(index) ? ALL_FINGERS : set)),
    refused,
    contradiction: refused.length === 0 ? [] : (choices.find((together) => !holds(together)) ?? []),
  };
};

const refusals = (presses: readonly Press[], wanted: readonly FingerSet[], settled: SettledLocks): Compromise[] => {
  if (settled.refused.length === 0) return [];
  // What was set free is named first, then what it stood against.
  const told = [...settled.contradiction].sort(
    (a, b) => Number(settled.refused.includes(b)) - Number(settled.refused.includes(a)) || a - b,
  );
  const locks = told.map((index) => ({ press: presses[index]!, finger: fingersIn(wanted[index]!)[0]! }));
  return [{ kind: 'lock-refused', locks }];
};

/** Cuts a slice down to what this hand can do, and says what was given up. */
export const playable = (slice: Slice, side: Side, hand: Hand, allowed: Allowed): PlayableSlice => {
  // A single key can always be played.
  if (slice.struck.length === 1 && slice.held.length === 0)
    return {
      slice,
      presses: slice.struck,
      heldCount: 0,
      rolled: slice.rolled,
      allowed: [allowedOn(slice.struck[0]!, allowed)],
      compromises: [],
    };
  const attempt = attemptFor(slice, side, hand);
  const heldKeys = new Set(attempt.held.map((press) => press.midi));
  const view = viewOf(attempt, side);
  const byKey = new Map([...attempt.struck, ...attempt.held].map((press) => [press.midi, press]));
  const presses = view.keys.flatMap((key) => byKey.get(key.midi) ?? []);
  const wanted = presses.map((press) => (heldKeys.has(press.midi) ? ALL_FINGERS : allowedOn(press, allowed)));
  const settled = settleLocks(view, wanted, hand);
  const compromises: Compromise[] = [
    ...slice.held
      .filter((press) => !attempt.held.includes(press))
      .map((press) => ({ kind: 'released' as const, press })),
    ...(attempt.rolled && !slice.rolled ? [{ kind: 'rolled' as const }] : []),
    ...slice.struck
      .filter((press) => !attempt.struck.includes(press))
      .map((press) => ({ kind: 'left-out' as const, press })),
    ...refusals(presses, wanted, settled),
  ];
  return {
    slice,
    presses,
    heldCount: attempt.held.length,
    rolled: attempt.rolled,
    allowed: settled.allowed,
    compromises,
  };
};

/** All slices of a hand; a key once let go stays let go. */
export const playableSlices = (
  slices: readonly Slice[],
  side: Side,
  hand: Hand,
  allowed: Allowed,
): readonly PlayableSlice[] => {
  const released = new Set<string>();
  const keyOf = (press: Press): string => `${press.onsetTicks} ${press.midi}`;
  return slices.flatMap((slice) => {
    const held = released.size === 0 ? slice.held : slice.held.filter((press) => !released.has(keyOf(press)));
    const cut = playable(held.length === slice.held.length ? slice : { ...slice, held }, side, hand, allowed);
    for (const compromise of cut.compromises) if (compromise.kind === 'released') released.add(keyOf(compromise.press));
    // A moment for silent changes is worth nothing where the keys cannot all be held.
    return slice.struck.length === 0 && cut.presses.length < slice.held.length ? [] : [cut];
  });
};
