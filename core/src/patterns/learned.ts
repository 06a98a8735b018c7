import type { Finger, Side } from '../hand/hand';
import { isBlack } from '../keyboard/geometry';
import { midiOf, spokenName, type Pitch } from '../keyboard/pitch';
import type { FingeredPattern } from './fingered';
import { isTriadArpeggio } from './kinds';
import type { Stroke } from './line';
import type { HouseRules } from './fingering';
import type { Pattern } from './pattern';
import { fingersByStroke } from './together';

/** A thumb that passes under, or a finger that passes over it, from one note to the next. */
export interface Crossing {
  readonly kind: 'thumb-under' | 'finger-over';
  readonly way: 'up' | 'down';
  readonly from: Pitch;
  readonly to: Pitch;
  readonly fromFinger: Finger;
  readonly toFinger: Finger;
}

/** What one hand learns from a line of single notes. */
export interface Learned {
  /** Names of the notes under the thumb, each once, in the order they come. */
  readonly thumbs: readonly string[];
  /** The notes that 4 plays: where there is one in the octave, it tells the whole pattern. */
  readonly fours: readonly string[];
  readonly crossings: readonly Crossing[];
  /** As one would say it aloud, as far as the turn, and of several octaves the first. */
  readonly words: string;
}

/** A note of a line with its finger. */
export interface Played {
  readonly pitch: Pitch;
  readonly finger: Finger;
  readonly stroke: Stroke;
}

const distinct = (names: readonly string[]): readonly string[] => [...new Set(names)];

const namesUnder = (played: readonly Played[], finger: Finger): readonly string[] =>
  distinct(played.filter((one) => one.finger === finger).map(({ pitch }) => spokenName(pitch)));

/** Going outward the fingers count up; a thumb that comes after another finger has gone under it, and inward the other way round. */
export const crossingBetween = (from: Played, to: Played, side: Side): Crossing | undefined => {
  if (to.stroke.rung === from.stroke.rung) return undefined;
  const rises = to.stroke.rung > from.stroke.rung;
  const outward = rises === (side === 'right');
  const ends = {
    way: rises ? 'up' : 'down',
    from: from.pitch,
    to: to.pitch,
    fromFinger: from.finger,
    toFinger: to.finger,
  } as const;
  if (outward && to.finger === 1 && from.finger !== 1) return { kind: 'thumb-under', ...ends };
  if (!outward && from.finger === 1 && to.finger !== 1) return { kind: 'finger-over', ...ends };
  return undefined;
};

const crossingsIn = (played: readonly Played[], side: Side): readonly Crossing[] =>
  played.slice(1).flatMap((to, at) => crossingBetween(played[at]!, to, side) ?? []);

const phrase = (played: readonly Played[], at: number, side: Side): string => {
  const { pitch, finger } = played[at]!;
  const name = spokenName(pitch);
  const before = played[at - 1];
  const crossing = before && crossingBetween(before, played[at]!, side);
  if (crossing?.kind === 'thumb-under') return `thumb under to ${name}`;
  if (crossing?.kind === 'finger-over') return `cross ${finger} over to ${name}`;
  return finger === 1 ? `thumb on ${name}` : `${name} with ${finger}`;
};

/** The way out: until the line turns. */
export const wayOut = (played: readonly Played[]): readonly Played[] => {
  const turn = played.findIndex(
    ({ stroke }, at) => at > 0 && at < played.length - 1 && stroke.falling !== played[at - 1]!.stroke.falling,
  );
  return turn < 0 ? played : played.slice(0, turn + 1);
};

const spoken = (out: readonly Played[], side: Side, perOctave: number): string => {
  // What comes after the first octave is the same again.
  const isLong = out.length > perOctave + 1;
  const said = isLong ? out.slice(0, perOctave + 1) : out;
  return said.map((_, at) => phrase(said, at, side)).join(', ') + (isLong ? ', and so on' : '');
};

/**
 * How the inner finger of a left hand's triad arpeggio is told by counting; undefined where it is not: from a black key, in an
 * inversion, or where the house always takes the same finger.
 */
export const countedInner = ({ wish, hands, ladder }: Pattern, { arpeggioInner }: HouseRules): string | undefined => {
  const isTriad = isTriadArpeggio(wish.kind);
  const root = hands.left.find(({ rung }) => rung === 0)?.pitches[0];
  if (!isTriad || wish.inversion > 0 || arpeggioInner !== 'by-keys' || !root || isBlack(midiOf(root))) return undefined;
  const third = midiOf(ladder.pitch(1, false)) - midiOf(ladder.pitch(0, false));
  const between = Array.from({ length: third - 1 }, (_, at) => midiOf(root) + at + 1).filter((midi) => !isBlack(midi));
  return between.length === 1
    ? 'One white key between the first two notes, so the inner finger is 4 (two: 3).'
    : 'Two white keys between the first two notes, so the inner finger is 3 (one: 4).';
};

/** The notes of one hand with their fingers; undefined where it is silent or plays more than one note at a time. */
export const playedBy = (fingered: FingeredPattern, side: Side): readonly Played[] | undefined => {
  const strokes = fingered.pattern.hands[side];
  if (strokes.length === 0 || strokes.some(({ pitches, block }) => pitches.length > 1 || block)) return undefined;
  const fingers = fingersByStroke(fingered, side);
  return strokes.flatMap((stroke, at): Played[] => {
    const [pitch, finger] = [stroke.pitches[0], fingers[at]?.[0]];
    return pitch && finger ? [{ pitch, finger, stroke }] : [];
  });
};

/** What a hand learns from a pattern; undefined where it does not play single notes. */
export const learnedOf = (fingered: FingeredPattern, side: Side): Learned | undefined => {
  const played = playedBy(fingered, side);
  if (!played) return undefined;
  return {
    thumbs: namesUnder(played, 1),
    fours: namesUnder(played, 4),
    crossings: crossingsIn(played, side),
    words: spoken(wayOut(played), side, fingered.pattern.ladder.perOctave),
  };
};
