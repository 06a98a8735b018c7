import { otherSide, SIDES, type Finger, type Side } from '../../hand/hand';
import type { Pitch } from '../../keyboard/pitch';
import type { FingeredPattern } from '../fingered';
import { ownMusic, inARow, musicOf, withNotes, type Drill, type DrillMusic, type Struck } from './music';
import { loopOf } from './loop';

/** Drills of a whole pattern, and of its two hands. */

const only = (music: DrillMusic, side: Side): DrillMusic =>
  withNotes(music, (note) => (note.side === side ? note : undefined));

const handsApart = (fingered: FingeredPattern): Drill => ({
  id: 'hands-apart',
  title: 'Hands apart, then together',
  how: 'Right hand alone, left hand alone, then both. Each hand is sure by itself before they meet.',
  soft: null,
  make: () => {
    const both = ownMusic(fingered);
    return inARow('Hands apart, then together', [only(both, 'right'), only(both, 'left'), both]);
  },
});

const louder = (fingered: FingeredPattern, side: Side): Drill => ({
  id: `louder-${side}`,
  title: `${side === 'right' ? 'Right' : 'Left'} hand louder`,
  how: `The ${side} hand sings out, the ${otherSide(side)} hand only whispers; fingers and tempo stay as they are.`,
  soft: otherSide(side),
  make: () =>
    withNotes(ownMusic(fingered), (note) => (note.side === side ? { ...note, articulations: ['accent'] } : note)),
});

const air = (fingered: FingeredPattern): Drill => ({
  id: 'air',
  title: 'In the air',
  how: 'Just above the keys, without a sound: every finger goes down in turn over its own key. Say the fingers aloud.',
  soft: null,
  make: () => ownMusic(fingered),
});

const PLACES = (['C', 'D', 'E', 'F', 'G'] as const).map((step) => ({ step, alter: 0 }));

/** Where a finger taps: five places side by side stand for the five fingers, written as a position on white keys. */
const tapped = (side: Side, finger: Finger): Pitch =>
  side === 'right' ? { ...PLACES[finger - 1]!, octave: 4 } : { ...PLACES[5 - finger]!, octave: 3 };

/** Fingers that tap together, lowest place first. */
const tap = (side: Side, fingers: readonly Finger[], ticks: number): Struck => ({
  ticks,
  notes: [...fingers]
    .sort((a, b) => (side === 'right' ? a - b : b - a))
    .map((finger) => ({ finger, pitch: tapped(side, finger) })),
});

const tableTop = (fingered: FingeredPattern): Drill => ({
  id: 'table-top',
  title: 'On the table top',
  how: 'On a table top or in the lap: each finger taps in its own place, written here as five keys for five fingers. Slowly, over and over; at every tap know who has the thumb.',
  soft: null,
  make: () => {
    const { bars, metre, ticks } = loopOf(fingered);
    const of = (side: Side) => bars.map((bar) => bar.map((moment) => tap(side, moment[side], ticks)));
    return musicOf(
      'On the table top',
      Object.fromEntries(SIDES.map((side) => [side, of(side)])),
      { fifths: 0, mode: 'major' },
      metre,
    );
  },
});

/** Hands apart, one of them louder, without a sound, and on the table top. One hand alone has the second to last of them. */
export const handDrills = (fingered: FingeredPattern): readonly Drill[] => {
  if (fingered.pattern.wish.sides.length < SIDES.length) return [air(fingered)];
  return [handsApart(fingered), louder(fingered, 'right'), louder(fingered, 'left'), tableTop(fingered), air(fingered)];
};
