import type { Side } from '../hand/hand';
import { byBar } from '../score/bars';
import { positionLabel } from '../moves/position';
import type { PianoPlan } from '../plan/plan';
import { keyOf, said, saidAll, saidTogether, type NamedNote, type Strike } from './lines';
import { step, type PracticeStep } from './step';

/** What can be practised about the moves of one hand (common practice, no source). */

/** The note of a strike that is no chord. */
const only = (strike: Strike | undefined): NamedNote | undefined =>
  strike?.notes.length === 1 ? strike.notes[0] : undefined;

/** The notes around a strike that are needed to tell a crossing: single notes only. */
const around = (strikes: readonly Strike[], at: number) => {
  const [sets, before, here, after] = [at - 2, at - 1, at, at + 1].map((index) => only(strikes[index]));
  return { sets, before, here, after };
};

/** The hand goes on by steps after a crossing: a fifth at most, semitones. A leap there is a jump, and practised as one. */
const GOES_ON = 7;
const goesOn = (here: NamedNote, after: NamedNote): boolean => Math.abs(after.midi - here.midi) <= GOES_ON;

const thumbUnder = (strikes: readonly Strike[], at: number, hand: Side): readonly PracticeStep[] => {
  const { sets, before, here, after } = around(strikes, at);
  if (!before || !here || !after || !goesOn(here, after)) return [];
  const stops =
    `Thumb under, three stops. Stop on ${said(before)}, the thumb already over ${keyOf(here)}. ` +
    `Stop on ${said(here)}, ${after.finger} over ${keyOf(after)}. Stop on ${said(after)}. Until each stop is still at once.`;
  const early =
    sets &&
    `Prepare early. While ${said(sets)} sounds, the thumb sets off; while ${said(before)} sounds, it waits over ` +
      `${keyOf(here)}. Until ${keyOf(here)} comes without a bump.`;
  return [
    step('thumb-under', hand, [before, here, after], stops, 'Did the elbow stay quiet?'),
    ...(sets && early
      ? [step('prepare', hand, [sets, before, here], early, `Is ${keyOf(here)} no louder than ${keyOf(before)}?`)]
      : []),
  ];
};

const fingerOver = (strikes: readonly Strike[], at: number, hand: Side): readonly PracticeStep[] => {
  const { before, here, after } = around(strikes, at);
  if (!before || !here || !after || !goesOn(here, after)) return [];
  const words =
    `Finger over, three stops. Stop on ${said(before)}, ${here.finger} already over ${keyOf(here)}. ` +
    `Stop on ${said(here)}, ${after.finger} over ${keyOf(after)}. Stop on ${said(after)}. Until steady.`;
  return [step('finger-over', hand, [before, here, after], words, `Is ${here.finger} on ${keyOf(here)}?`)];
};

const hinge = (before: NamedNote, here: NamedNote, hand: Side): readonly PracticeStep[] =>
  before.midi !== here.midi
    ? []
    : [
        step(
          'hinge',
          hand,
          [before, here],
          `Play ${said(before)}, then the same key with ${here.finger}, ${said(here)}: the whole hand moves. Stop. ` +
            'Until it lands without looking.',
          'Does every finger lie over its new key?',
        ),
      ];

const shift = (before: Strike, here: Strike, hand: Side): readonly PracticeStep[] => [
  step(
    'shift',
    hand,
    [...before.notes, ...here.notes],
    `A jump in an arch. Only its two ends: ${saidTogether(before)}, lift, travel in a curve, land on ${saidTogether(here)}. ` +
      `Look at ${keyOf(here.notes[0]!)} before you leave. Until it lands at once.`,
    'No feeling along the keys?',
  ),
];

/** So many strikes after a move are looked at for a number that now means another key, and so many before it. */
const AHEAD = 4;
const BEHIND = 6;

/** Notes after a move whose number meant another key just before it: read the note, then the finger. */
const caution = (strikes: readonly Strike[], at: number, hand: Side): readonly PracticeStep[] => {
  const before = new Map(
    strikes.slice(Math.max(0, at - BEHIND), at).flatMap(({ notes }) => notes.map((note) => [note.finger, note])),
  );
  const after = strikes.slice(at, at + AHEAD);
  for (const { notes } of after)
    for (const note of notes) {
      const old = before.get(note.finger);
      if (!old || old.midi === note.midi) continue;
      const line = after.map(only).filter((one) => one !== undefined);
      const read =
        line.length > 1
          ? ` Read the note first, then the finger; say both, then play: ${saidAll(line)}.`
          : ' Read the note first, then the finger.';
      return [
        step(
          'caution',
          hand,
          [note, old, ...(line.length > 1 ? line : [])],
          `Careful: a number now means another key. ${said(note)}: ${note.finger} is ${keyOf(note)} here, and was ${keyOf(old)} before.${read} Until your voice always leads.`,
          `Does ${note.finger} land on ${keyOf(note)}?`,
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
    return [step('substitution', hand, [note], words, 'One sound, never two?')];
  });
};

/** Keys of a block lie at least so far apart, in semitones: nearer ones are a line. */
const CHORD_GAP = 3;
/** Blocks told in one step. */
const MOST_BLOCKS = 3;

/** The keys of some strikes as one block, low to high, one finger to each; undefined where they are none. */
export const blockOf = (strikes: readonly Strike[]): readonly NamedNote[] | undefined => {
  const keys = new Map<number, NamedNote>();
  for (const { notes } of strikes)
    for (const note of notes) {
      const known = keys.get(note.midi);
      if (known && known.finger !== note.finger) return undefined;
      keys.set(note.midi, known ?? note);
    }
  const own = [...keys.values()].sort((a, b) => a.midi - b.midi);
  return own.length > 1 && new Set(own.map(({ finger }) => finger)).size === own.length ? own : undefined;
};

const isChord = (notes: readonly NamedNote[]): boolean =>
  notes.length > 2 &&
  notes.length < 6 &&
  notes.every(({ midi }, at) => at === 0 || midi - notes[at - 1]!.midi >= CHORD_GAP);

/** Broken chords as blocks: the keys of each bar together, one block after another. */
export const blockSteps = (strikes: readonly Strike[], hand: Side): readonly PracticeStep[] => {
  const rows: (readonly NamedNote[])[] = [];
  for (const own of byBar(strikes).values()) {
    const block = own.every(({ notes }) => notes.length === 1) ? blockOf(own) : undefined;
    if (!block || !isChord(block) || rows.length >= MOST_BLOCKS) continue;
    if (!rows.some((row) => saidAll(row) === saidAll(block))) rows.push(block);
  }
  if (rows.length === 0) return [];
  const told = rows.map(saidAll).join('; ');
  const words = `As blocks, each together: ${told}. Until the hand makes the shape before it lands.`;
  return [step('block', hand, rows.flat(), words, 'All notes, one sound?', rows)];
};

/** Positions stopped on in one step. */
const MOST_STOPS = 4;

/** Play to each move, stop on the new position, name it, go on. */
export const stopSteps = (strikes: readonly Strike[], plan: PianoPlan, hand: Side): readonly PracticeStep[] => {
  const byOnset = new Map(strikes.map((strike) => [strike.onsetTicks, strike]));
  const stops = plan.hands[hand].positions
    .slice(1)
    .flatMap((position) => {
      const strike = byOnset.get(position.onsetTicks);
      return strike
        ? [
            {
              strike,
              label: positionLabel(position)
                .replace(/([A-G])b/g, '$1 flat')
                .replaceAll('#', ' sharp'),
            },
          ]
        : [];
    })
    .slice(0, MOST_STOPS);
  if (stops.length < 2) return [];
  const told = stops.map(({ strike, label }) => `on ${saidTogether(strike)} say “${label}”`).join('; ');
  const words = `Stop at each move: ${told}. Then without stops, counting aloud. Until steady.`;
  return [
    step(
      'stop-at-moves',
      hand,
      stops.flatMap(({ strike }) => strike.notes),
      words,
      'Did the count wait?',
    ),
  ];
};

/** A bar line or a seam over which a hand moves: played alone, so that it is known. */
export const linkStep = (before: Strike, here: Strike, hand: Side, where: string): PracticeStep => {
  const notes = [...before.notes, ...here.notes];
  const words = `The link first: ${saidTogether(before)} into ${saidTogether(here)}, ${where}. Until it comes on time.`;
  const made = step('stop-at-moves', hand, notes, words, `Is the hand over ${keyOf(here.notes[0]!)} before the beat?`);
  return { ...made, key: `link ${hand} ${notes[0]!.id} ${here.notes[0]!.id}` };
};
