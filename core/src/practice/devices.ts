import type { Side } from '../hand/hand';
import { midiOf } from '../keyboard/pitch';
import type { PianoPlan } from '../plan/plan';
import { keyOf, said, saidTogether, type NamedNote, type Strike } from './lines';

/** What can be practised about a move (common practice, no source). */

export const STEP_KINDS_OF_PRACTICE = [
  'block',
  'stop-at-moves',
  'thumb-under',
  'finger-over',
  'prepare',
  'substitution',
  'shift',
  'hinge',
  'beat-by-beat',
  'backwards',
  'apart',
  'together',
  'silent',
  'hold',
  'tempo',
  'caution',
] as const;
export type PracticeKind = (typeof STEP_KINDS_OF_PRACTICE)[number];

export interface PracticeStep {
  readonly kind: PracticeKind;
  readonly hand: Side | 'both';
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
  readonly words: string;
  /** Every note that is named, in the order it is. */
  readonly notes: readonly NamedNote[];
}

/** The note of a strike that is no chord. */
const only = (strike: Strike | undefined): NamedNote | undefined =>
  strike?.notes.length === 1 ? strike.notes[0] : undefined;

/** A step over the bars of the notes that it names. */
const step = (
  kind: PracticeKind,
  hand: PracticeStep['hand'],
  notes: readonly NamedNote[],
  words: string,
): PracticeStep => ({
  kind,
  hand,
  bars: [Math.min(...notes.map(({ bar }) => bar)), Math.max(...notes.map(({ bar }) => bar))],
  words,
  notes,
});

/** The notes around a strike that are needed to tell a crossing: single notes only. */
const around = (strikes: readonly Strike[], at: number) => {
  const [sets, before, here, after] = [at - 2, at - 1, at, at + 1].map((index) => only(strikes[index]));
  return { sets, before, here, after };
};

const thumbUnder = (strikes: readonly Strike[], at: number, hand: Side): readonly PracticeStep[] => {
  const { sets, before, here, after } = around(strikes, at);
  if (!before || !here || !after) return [];
  const stops =
    `Thumb under, three stops. Stop on ${said(before)}, the thumb already over ${keyOf(here)}. ` +
    `Stop on ${said(here)}, ${after.finger} over ${keyOf(after)}. Stop on ${said(after)}. Until each stop is still at once.`;
  const early =
    sets &&
    `Prepare early. While ${said(sets)} sounds, the thumb sets off; while ${said(before)} sounds, it waits over ` +
      `${keyOf(here)}. Until ${keyOf(here)} comes without a bump.`;
  return [
    step('thumb-under', hand, [before, here, after], stops),
    ...(sets && early ? [step('prepare', hand, [sets, before, here], early)] : []),
  ];
};

const fingerOver = (strikes: readonly Strike[], at: number, hand: Side): readonly PracticeStep[] => {
  const { before, here, after } = around(strikes, at);
  if (!before || !here || !after) return [];
  const words =
    `Finger over, three stops. Stop on ${said(before)}, ${here.finger} already over ${keyOf(here)}. ` +
    `Stop on ${said(here)}, ${after.finger} over ${keyOf(after)}. Stop on ${said(after)}. Until steady.`;
  return [step('finger-over', hand, [before, here, after], words)];
};

const hinge = (before: NamedNote, here: NamedNote, hand: Side): readonly PracticeStep[] =>
  midiOf(before.pitch) !== midiOf(here.pitch)
    ? []
    : [
        step(
          'hinge',
          hand,
          [before, here],
          `Play ${said(before)}, then the same key with ${here.finger}, ${said(here)}: the whole hand moves. Stop. ` +
            'Until it lands without looking.',
        ),
      ];

const shift = (before: Strike, here: Strike, hand: Side): readonly PracticeStep[] => [
  step(
    'shift',
    hand,
    [...before.notes, ...here.notes],
    `A jump in an arch. Only its two ends: ${saidTogether(before)}, lift, travel in a curve, land on ${saidTogether(here)}. ` +
      `Look at ${keyOf(here.notes[0]!)} before you leave. Until it lands without feeling along the keys.`,
  ),
];

/** Notes after a move whose number meant another key just before it. */
const caution = (strikes: readonly Strike[], at: number, hand: Side): readonly PracticeStep[] => {
  const before = new Map(
    strikes.slice(Math.max(0, at - 6), at).flatMap(({ notes }) => notes.map((note) => [note.finger, note])),
  );
  for (const { notes } of strikes.slice(at, at + 4))
    for (const note of notes) {
      const old = before.get(note.finger);
      if (old && midiOf(old.pitch) !== midiOf(note.pitch))
        return [
          step(
            'caution',
            hand,
            [note, old],
            `Careful: a number now means another key. ${said(note)}: ${note.finger} is ${keyOf(note)} here, and was ${keyOf(old)} before.`,
          ),
        ];
    }
  return [];
};

/** What can be practised about the move that leads to a strike; nothing where none does. */
export const stepsForMove = (strikes: readonly Strike[], at: number, hand: Side): readonly PracticeStep[] => {
  const [before, here] = [strikes[at - 1], strikes[at]];
  if (!before || !here?.move) return [];
  const [from, to] = [only(before), only(here)];
  switch (here.move.kind) {
    case 'thumb-under':
      return thumbUnder(strikes, at, hand);
    case 'finger-over-thumb':
    case 'finger-over-finger':
      return fingerOver(strikes, at, hand);
    case 'repeated-note-change':
      return from && to ? [...hinge(from, to, hand), ...caution(strikes, at, hand)] : [];
    case 'shift':
      return [...shift(before, here, hand), ...caution(strikes, at, hand)];
    default:
      return [];
  }
};

/** Silent changes on a held key: slowly, then in time. */
export const substitutionSteps = (strikes: readonly Strike[], plan: PianoPlan, hand: Side): readonly PracticeStep[] => {
  const byId = new Map(strikes.flatMap(({ notes }) => notes.map((note) => [note.id, note] as const)));
  return plan.hands[hand].moves.flatMap(({ kind, toId, fromFinger, toFinger }): readonly PracticeStep[] => {
    const note = byId.get(toId);
    if (kind !== 'silent-substitution' || note?.finger !== fromFinger) return [];
    const words =
      `Change silently. Strike ${said(note)}, keep the key down, bring ${toFinger} on to it and free ${fromFinger}. ` +
      'Slowly, until the key never rises; then on the beat after the note.';
    return [step('substitution', hand, [note], words)];
  });
};

/** Keys of a block lie at least so far apart, in semitones: nearer ones are a line. */
const CHORD_GAP = 3;
/** Blocks told in one step. */
const MOST_BLOCKS = 3;

/** The keys of a bar as one block, low to high; undefined where the bar is no broken chord with a finger to each key. */
const blockOfBar = (strikes: readonly Strike[]): readonly NamedNote[] | undefined => {
  const keys = new Map<number, NamedNote>();
  for (const { notes } of strikes)
    for (const note of notes) {
      const known = keys.get(midiOf(note.pitch));
      if (notes.length > 1 || (known && known.finger !== note.finger)) return undefined;
      keys.set(midiOf(note.pitch), known ?? note);
    }
  const midis = [...keys.keys()].sort((a, b) => a - b);
  const isChord =
    midis.length > 2 && midis.length < 6 && midis.every((midi, at) => at === 0 || midi - midis[at - 1]! >= CHORD_GAP);
  const own = midis.map((midi) => keys.get(midi)!);
  return isChord && new Set(own.map(({ finger }) => finger)).size === own.length ? own : undefined;
};

/** Broken chords as blocks: the keys of each bar together, one block after another. */
export const blockSteps = (strikes: readonly Strike[], hand: Side): readonly PracticeStep[] => {
  const bars = new Map<number, Strike[]>();
  for (const strike of strikes) bars.set(strike.bar, [...(bars.get(strike.bar) ?? []), strike]);
  const rows: (readonly NamedNote[])[] = [];
  for (const own of bars.values()) {
    const block = blockOfBar(own);
    const isNew = block && !rows.some((row) => row.map(said).join() === block.map(said).join());
    if (block && isNew && rows.length < MOST_BLOCKS) rows.push(block);
  }
  if (rows.length === 0) return [];
  const told = rows.map((notes) => notes.map(said).join(' ')).join('; ');
  const words = `As blocks, each together: ${told}. Until the hand makes the shape before it lands.`;
  return [step('block', hand, rows.flat(), words)];
};
