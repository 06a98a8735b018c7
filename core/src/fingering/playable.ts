import type { Finger, Hand, Side } from '../hand/hand';
import type { Press, Slice } from '../score/slices';
import { assignments } from './postures';
import { byPlace, keyView, type SliceView } from './view';

/** Fingers fixed from outside, by note id. */
export type Locks = ReadonlyMap<string, Finger>;

/** What this hand cannot do as written, and the smallest way out that was taken. */
export type Compromise =
  | { readonly kind: 'released'; readonly press: Press }
  | { readonly kind: 'rolled' }
  | { readonly kind: 'left-out'; readonly press: Press }
  | { readonly kind: 'lock-refused'; readonly press: Press; readonly finger: Finger };

/** A slice cut down to what the hand can do. */
export interface PlayableSlice {
  readonly slice: Slice;
  /** Sounding keys that get fingers, thumb side first, each with the press it stands for. */
  readonly presses: readonly Press[];
  readonly heldCount: number;
  readonly rolled: boolean;
  /** Locks that hold here, as a finger or null by press. */
  readonly locked: readonly (Finger | null)[];
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
  return count <= 5 && (count === 1 || assignments(viewOf(attempt, side), hand).length > 0);
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

const lockOn = (press: Press, locks: Locks): Finger | null => {
  for (const id of press.noteIds) {
    const finger = locks.get(id);
    if (finger !== undefined) return finger;
  }
  return null;
};

/** Which of the locks on one slice can hold together: all, or all but the smallest set. */
const settleLocks = (view: SliceView, wanted: readonly (Finger | null)[], hand: Hand): readonly (Finger | null)[] => {
  const lockedAt = wanted.flatMap((finger, index) => (finger === null ? [] : [index]));
  if (view.keys.length === 1 || lockedAt.length === 0) return wanted;
  const possible = assignments(view, hand);
  for (const gone of subsets(lockedAt.length)) {
    const refused = gone.map((index) => lockedAt[index]);
    const held = wanted.map((finger, index) => (refused.includes(index) ? null : finger));
    if (possible.some((fingers) => held.every((finger, index) => finger === null || fingers[index] === finger)))
      return held;
  }
  return wanted.map(() => null);
};

/** Cuts a slice down to what this hand can do, and says what was given up. */
export const playable = (slice: Slice, side: Side, hand: Hand, locks: Locks): PlayableSlice => {
  const attempt = attemptFor(slice, side, hand);
  const heldKeys = new Set(attempt.held.map((press) => press.midi));
  const view = viewOf(attempt, side);
  const byKey = new Map([...attempt.struck, ...attempt.held].map((press) => [press.midi, press]));
  const presses = view.keys.flatMap((key) => byKey.get(key.midi) ?? []);
  const wanted = presses.map((press) => (heldKeys.has(press.midi) ? null : lockOn(press, locks)));
  const locked = settleLocks(view, wanted, hand);
  const compromises: Compromise[] = [
    ...slice.held
      .filter((press) => !attempt.held.includes(press))
      .map((press) => ({ kind: 'released' as const, press })),
    ...(attempt.rolled && !slice.rolled ? [{ kind: 'rolled' as const }] : []),
    ...slice.struck
      .filter((press) => !attempt.struck.includes(press))
      .map((press) => ({ kind: 'left-out' as const, press })),
    ...presses.flatMap((press, index) => {
      const finger = wanted[index];
      return finger != null && locked[index] === null ? [{ kind: 'lock-refused' as const, press, finger }] : [];
    }),
  ];
  return { slice, presses, heldCount: attempt.held.length, rolled: attempt.rolled, locked, compromises };
};

/** All slices of a hand; a key once let go stays let go. */
export const playableSlices = (
  slices: readonly Slice[],
  side: Side,
  hand: Hand,
  locks: Locks,
): readonly PlayableSlice[] => {
  const released = new Set<string>();
  const keyOf = (press: Press): string => `${press.onsetTicks} ${press.midi}`;
  return slices.map((slice) => {
    const held = slice.held.filter((press) => !released.has(keyOf(press)));
    const cut = playable(held.length === slice.held.length ? slice : { ...slice, held }, side, hand, locks);
    for (const compromise of cut.compromises) if (compromise.kind === 'released') released.add(keyOf(compromise.press));
    return cut;
  });
};
