import type { Side } from '../hand/hand';
import { midiOf, type Pitch } from '../keyboard/pitch';
import { lastUpTo } from '../sorted';
import { ornamentedOf, strokesOf, type Stroke } from './ornaments';
import { secondsAt } from './tempo';
import type { Note, Score } from './score';

/** One key going down; a unison of two voices is one press. */
export interface Press {
  readonly midi: number;
  /** As the score spells it. */
  readonly pitch: Pitch;
  /** The notes this press decides the finger of. */
  readonly noteIds: readonly string[];
  /** The note whose ornament this stroke belongs to, where it is not the one that decides that note's finger. */
  readonly adorns: string | null;
  readonly onsetTicks: number;
  readonly endTicks: number;
}

/** How a slice follows the one before it. Each later kind leaves the hand freer. */
export const LINK_KINDS = ['slur', 'plain', 'lift', 'rest'] as const;
export type LinkKind = (typeof LINK_KINDS)[number];

/** All that one hand strikes at one moment, with what it still holds. */
export interface Slice {
  readonly bar: number;
  readonly onsetTicks: number;
  readonly grace: boolean;
  /** Reached inside an ornament or from a grace note: quick fingers beside one another. */
  readonly ornamental: boolean;
  /** Low to high. */
  readonly struck: readonly Press[];
  /** Keys kept down from before, low to high. */
  readonly held: readonly Press[];
  /** A rolled chord: struck one after another. */
  readonly rolled: boolean;
  readonly link: LinkKind;
  /** Time since the slice before, seconds; Infinity for the first. */
  readonly sinceSeconds: number;
}

type Group = readonly Note[];

/** Notes of one hand that start together; each grace note is a group of its own before the note it adorns. */
const groupNotes = (notes: readonly Note[]): Group[] => {
  const groups: Note[][] = [];
  for (const note of notes) {
    const last = groups[groups.length - 1];
    const lead = last?.[0];
    if (last && lead && lead.onsetTicks === note.onsetTicks && lead.graceIndex === note.graceIndex) last.push(note);
    else groups.push([note]);
  }
  return groups;
};

/** The note a press belongs to. */
export const noteIdOf = ({ noteIds, adorns }: Press): string => noteIds[0] ?? adorns ?? '';

const pressOf = ({ midi, pitch, id, onsetTicks, durationTicks }: Note): Press => ({
  midi,
  pitch,
  noteIds: [id],
  adorns: null,
  onsetTicks,
  endTicks: onsetTicks + durationTicks,
});

const pressesOf = (group: Group): Press[] => {
  if (group.length === 1) return group.map(pressOf);
  const byKey = new Map<number, Press>();
  for (const note of group) {
    const press = pressOf(note);
    const before = byKey.get(note.midi);
    byKey.set(
      note.midi,
      before
        ? { ...press, noteIds: [...before.noteIds, note.id], endTicks: Math.max(before.endTicks, press.endTicks) }
        : press,
    );
  }
  return [...byKey.values()].sort((a, b) => a.midi - b.midi);
};

/** Keys that go down together: a group of notes, or one stroke of an ornament. */
interface Strike {
  readonly group: Group;
  readonly onsetTicks: number;
  readonly presses: readonly Press[];
  /** A later stroke of the ornament that the group began. */
  readonly goesOn: boolean;
}

/**
 * An ornament as one press a stroke; the first on the written key decides the note's finger, the last is held. Other voices' notes
 * on the key of that stroke, or of the very first, take its finger.
 */
const ornamentPresses = (note: Note, strokes: readonly Stroke[], group: Group): Press[] => {
  const decides = strokes.findIndex(({ isMain }) => isMain);
  const sharing = (midi: number): string[] =>
    group.flatMap((one) => (one !== note && one.midi === midi ? [one.id] : []));
  return strokes.map(({ pitch, onsetTicks }, index) => ({
    midi: midiOf(pitch),
    pitch,
    noteIds: [
      ...(index === decides ? [note.id] : []),
      ...(index === decides || index === 0 ? sharing(midiOf(pitch)) : []),
    ],
    adorns: index === decides ? null : note.id,
    onsetTicks,
    endTicks: strokes[index + 1]?.onsetTicks ?? note.onsetTicks + note.durationTicks,
  }));
};

/** A group with its ornament written out, as far as there is time before the hand strikes again. */
const strikesOf = (
  group: Group,
  next: Group | undefined,
  score: Score,
  side: Side,
  seconds: (ticks: number) => number,
): Strike[] => {
  const { onsetTicks } = group[0]!;
  const adorned = ornamentedOf(group, side);
  const until = Math.min(next?.[0]?.onsetTicks ?? Infinity, onsetTicks + (adorned?.durationTicks ?? 0));
  const strokes = adorned ? strokesOf(score, adorned, until, seconds(until) - seconds(onsetTicks)) : [];
  const [first, ...others] = adorned ? ornamentPresses(adorned, strokes, group) : [];
  if (!adorned || !first) return [{ group, onsetTicks, presses: pressesOf(group), goesOn: false }];
  const beside = pressesOf(group.filter((note) => note.midi !== adorned.midi && note.midi !== first.midi));
  return [
    { group, onsetTicks, presses: [...beside, first].sort((a, b) => a.midi - b.midi), goesOn: false },
    ...others.map((press) => ({ group, onsetTicks: press.onsetTicks, presses: [press], goesOn: true })),
  ];
};

/** A gap this long is a rest: the hand can leave the keys. Shorter ones are the way a note is written. Seconds. */
const REST_SECONDS = 0.12;

const ENDS_PHRASE = new Set(['breath-mark', 'caesura']);
const DETACHED = new Set(['staccato', 'staccatissimo']);

/** A stretch of time: a slur, or the pedal down. */
interface Cover {
  readonly fromTicks: number;
  readonly toTicks: number;
}

/** Whether one of several stretches lies over all of a time. */
type Covering = (fromTicks: number, toTicks: number) => boolean;

const coveringOf = (all: readonly Cover[]): Covering => {
  const sorted = [...all].sort((a, b) => a.fromTicks - b.fromTicks);
  let reach = -Infinity;
  const farthest = sorted.map(({ toTicks }) => (reach = Math.max(reach, toTicks)));
  return (fromTicks, toTicks) => {
    const begun = lastUpTo(sorted, fromTicks, (cover) => cover.fromTicks);
    return begun >= 0 && farthest[begun]! >= toTicks;
  };
};

/** Stretches during which the pedal is down. */
const pedalDown = (score: Score): readonly Cover[] => {
  const covers: Cover[] = [];
  let from: number | undefined;
  for (const mark of score.marks) {
    if (mark.kind !== 'pedal') continue;
    if (from !== undefined) covers.push({ fromTicks: from, toTicks: mark.onsetTicks });
    from = mark.down ? mark.onsetTicks : undefined;
  }
  if (from !== undefined) covers.push({ fromTicks: from, toTicks: Infinity });
  return covers;
};

/** What decides how notes hang together. */
interface Surroundings {
  readonly slurred: Covering;
  /** Onsets of the last notes of slurs. */
  readonly slurEnds: ReadonlySet<number>;
  readonly pedalled: Covering;
  readonly seconds: (ticks: number) => number;
}

const linkBetween = (
  before: Strike,
  onsetTicks: number,
  soundingEnd: number,
  { slurred, slurEnds, pedalled, seconds }: Surroundings,
): LinkKind => {
  const { group, onsetTicks: from } = before;
  if (group[0]?.graceIndex != null) return 'slur';
  if (seconds(onsetTicks) - seconds(soundingEnd) >= REST_SECONDS) return 'rest';
  const articulations = group.flatMap((note) => note.articulations);
  if (group.some((note) => note.fermata) || articulations.some((name) => ENDS_PHRASE.has(name) || DETACHED.has(name)))
    return 'lift';
  // The pedal connects what the fingers need not.
  if (slurred(from, onsetTicks)) return pedalled(from, onsetTicks + 1) ? 'plain' : 'slur';
  return slurEnds.has(group[0]!.onsetTicks) ? 'lift' : 'plain';
};

/** The slices of one hand in time order. */
export const slicesOf = (score: Score, side: Side): readonly Slice[] => {
  const groups = groupNotes(score.notes.filter((note) => note.side === side));
  const seconds = secondsAt(score);
  const slurs = score.slurs.filter((slur) => slur.side === side);
  const around: Surroundings = {
    slurred: coveringOf(slurs),
    slurEnds: new Set(slurs.map(({ toTicks }) => toTicks)),
    pedalled: coveringOf(pedalDown(score)),
    seconds,
  };
  const strikes = groups.flatMap((group, index) => strikesOf(group, groups[index + 1], score, side, seconds));
  const slices: Slice[] = [];
  let sounding: readonly Press[] = [];
  strikes.forEach((strike, index) => {
    const { group, onsetTicks, presses, goesOn } = strike;
    const lead = group[0]!;
    const before = strikes[index - 1];
    const keys = new Set(presses.map((press) => press.midi));
    const soundingEnd = Math.max(0, ...sounding.map((press) => press.endTicks));
    const held = sounding.filter(
      (press) =>
        press.endTicks > onsetTicks &&
        !keys.has(press.midi) &&
        // With the pedal down no note needs holding.
        !around.pedalled(onsetTicks, press.endTicks),
    );
    slices.push({
      bar: lead.bar,
      onsetTicks,
      grace: lead.graceIndex !== null,
      ornamental: goesOn || before?.group[0]?.graceIndex != null,
      struck: presses,
      held,
      rolled: presses.length > 1 && group.some((note) => note.arpeggiated),
      link: !before ? 'rest' : goesOn ? 'slur' : linkBetween(before, onsetTicks, soundingEnd, around),
      sinceSeconds: before ? seconds(onsetTicks) - seconds(before.onsetTicks) : Infinity,
    });
    sounding = held.length === 0 ? presses : [...held, ...presses].sort((a, b) => a.midi - b.midi);
  });
  return slices;
};
