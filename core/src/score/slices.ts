import type { Side } from '../hand/hand';
import { secondsAt } from './tempo';
import type { Note, Score } from './score';

/** One key going down; a unison of two voices is one press. */
export interface Press {
  readonly midi: number;
  readonly noteIds: readonly string[];
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

const pressesOf = (group: Group): Press[] => {
  const byKey = new Map<number, Press>();
  for (const note of group) {
    const before = byKey.get(note.midi);
    byKey.set(note.midi, {
      midi: note.midi,
      noteIds: [...(before?.noteIds ?? []), note.id],
      onsetTicks: note.onsetTicks,
      endTicks: Math.max(before?.endTicks ?? 0, note.onsetTicks + note.durationTicks),
    });
  }
  return [...byKey.values()].sort((a, b) => a.midi - b.midi);
};

/** A gap this long is a rest: the hand can leave the keys. Shorter ones are the way a note is written. Seconds. */
const REST_SECONDS = 0.12;

const ENDS_PHRASE = new Set(['breath-mark', 'caesura']);
const DETACHED = new Set(['staccato', 'staccatissimo']);

interface SlurCover {
  readonly fromTicks: number;
  readonly toTicks: number;
}

const linkBetween = (
  before: Group,
  onsetTicks: number,
  soundingEnd: number,
  slurs: readonly SlurCover[],
  seconds: (ticks: number) => number,
): LinkKind => {
  const from = before[0]?.onsetTicks ?? 0;
  if (before[0]?.graceIndex != null) return 'slur';
  if (seconds(onsetTicks) - seconds(soundingEnd) >= REST_SECONDS) return 'rest';
  const articulations = before.flatMap((note) => note.articulations);
  if (before.some((note) => note.fermata) || articulations.some((name) => ENDS_PHRASE.has(name) || DETACHED.has(name)))
    return 'lift';
  if (slurs.some((slur) => slur.fromTicks <= from && slur.toTicks >= onsetTicks)) return 'slur';
  return slurs.some((slur) => slur.toTicks === from) ? 'lift' : 'plain';
};

/** The slices of one hand in time order. */
export const slicesOf = (score: Score, side: Side): readonly Slice[] => {
  const notes = score.notes.filter((note) => note.side === side);
  const slurs = score.slurs.filter((slur) => slur.side === side);
  const seconds = secondsAt(score);
  const slices: Slice[] = [];
  let sounding: readonly Press[] = [];
  let before: Group = [];
  for (const group of groupNotes(notes)) {
    const lead = group[0];
    if (!lead) continue;
    const { onsetTicks } = lead;
    const struck = pressesOf(group);
    const keys = new Set(struck.map((press) => press.midi));
    const soundingEnd = Math.max(0, ...sounding.map((press) => press.endTicks));
    const held = sounding.filter((press) => press.endTicks > onsetTicks && !keys.has(press.midi));
    slices.push({
      bar: lead.bar,
      onsetTicks,
      grace: lead.graceIndex !== null,
      struck,
      held,
      rolled: struck.length > 1 && group.some((note) => note.arpeggiated),
      link: before.length === 0 ? 'rest' : linkBetween(before, onsetTicks, soundingEnd, slurs, seconds),
      sinceSeconds: before[0] ? seconds(onsetTicks) - seconds(before[0].onsetTicks) : Infinity,
    });
    sounding = [...held, ...struck].sort((a, b) => a.midi - b.midi);
    before = group;
  }
  return slices;
};
