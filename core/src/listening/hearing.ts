import { median } from 'es-toolkit';
import { grouped } from '../grouped';
import { SIDES, type Side } from '../hand/hand';
import { spokenName } from '../keyboard/pitch';
import type { Note, Score } from '../score/score';
import { writtenId } from '../unfold';
import { align, type Stretch } from './alignment';
import { pairsOf, type Pairs } from './pairing';
import { passageOf, type Extent, type Passage, type Place, type Strike } from './passage';
import { inStruckOrder, type Performance, type PlayedNote } from './performance';
import { apartOf, haltsOf, letGoOf, struckOf, tempiOf, type Struck, type StrokesOfKeys } from './timing';

/** A played passage held against the music. Keys and times are heard; which finger played them is not. */

/** Something that was played otherwise than it is written. Notes are named by their ids in the written piece. */
export type Slip = Place &
  (
    | {
        readonly kind: 'wrong';
        readonly noteId: string;
        readonly name: string;
        readonly midi: number;
        readonly played: number;
      }
    | { readonly kind: 'missed'; readonly noteId: string; readonly name: string; readonly midi: number }
    | { readonly kind: 'added'; readonly played: number }
    /** From here to before `next` nothing was played. */
    | { readonly kind: 'left-out'; readonly notes: number; readonly next: Place }
    /** Played again from here; it had come as far as `reached`. */
    | { readonly kind: 'restart'; readonly reached: Place }
    | { readonly kind: 'halt'; readonly ms: number; readonly beats: number }
    | { readonly kind: 'apart'; readonly ms: number; readonly late: Side }
    | {
        readonly kind: 'let-go';
        readonly noteId: string;
        readonly name: string;
        readonly midi: number;
        readonly heldMs: number;
        readonly writtenMs: number;
      }
  );
export const SLIP_KINDS = ['wrong', 'missed', 'added', 'left-out', 'restart', 'halt', 'apart', 'let-go'] as const;
export type SlipKind = (typeof SLIP_KINDS)[number];

export interface TempoHeard extends Place {
  readonly quartersPerMinute: number;
}

export interface Hearing {
  /** Whether it is this music at all. */
  readonly isLike: boolean;
  /** In the order of the playing. */
  readonly slips: readonly Slip[];
  /** Beat by beat. */
  readonly tempi: readonly TempoHeard[];
  /** The middle of the tempi, quarters a minute; null where too little was played. */
  readonly tempo: number | null;
  /** Notes of the part that was played, and how many of them came with the right key. */
  readonly expected: number;
  readonly right: number;
  /** The first and last moment that was played; null where nothing of it was. */
  readonly from: Place | null;
  readonly until: Place | null;
}

const NOTHING: Hearing = {
  isLike: false,
  slips: [],
  tempi: [],
  tempo: null,
  expected: 0,
  right: 0,
  from: null,
  until: null,
};

/** Fewer right keys than this, and it is another piece, or another part of it. Our choice. */
const LIKE = 0.4;

/** A sign for an ornament allows neighbours of its note while it lasts. */
const isOrnament = ({ notes }: Passage, { right }: Pairs, added: PlayedNote): boolean =>
  right.some(
    ({ expected, played }) =>
      notes[expected]!.note.ornament !== null &&
      Math.abs(played.midi - added.midi) <= 2 &&
      added.onMs >= played.onMs - 200 &&
      added.onMs <= played.onMs + notes[expected]!.lengthSeconds * 1500,
  );

/** The moment during which something was struck. */
const strikeAt = (passage: Passage, pairs: Pairs, stretch: Stretch, ms: number): Strike => {
  let [best, latest] = [passage.strikes[stretch.strikes[0]]!, -Infinity];
  for (const { expected, played } of [...pairs.right, ...pairs.wrong])
    if (played.onMs <= ms && played.onMs > latest)
      [best, latest] = [passage.strikes[passage.notes[expected]!.strike]!, played.onMs];
  return best;
};

/** A slip with the moment it happened at. */
interface Told {
  readonly at: number;
  readonly slip: Slip;
}

/** A note as a slip names it. */
const named = (note: Note): { readonly noteId: string; readonly name: string; readonly midi: number } => ({
  noteId: writtenId(note.id),
  name: spokenName(note.pitch),
  midi: note.midi,
});

/** Keys: wrong, missed and added. */
const keySlips = (passage: Passage, stretch: Stretch, pairs: Pairs): readonly Told[] => {
  const placed = (expected: number) => {
    const { note, strike } = passage.notes[expected]!;
    const at = passage.strikes[strike]!;
    return { at: strike, note, place: passage.placeOf(at) };
  };
  return [
    ...pairs.wrong.map(({ expected, played }): Told => {
      const { at, note, place } = placed(expected);
      const slip = {
        ...place,
        kind: 'wrong',
        ...named(note),
        played: played.midi,
      } as const;
      return { at, slip };
    }),
    ...pairs.missed.map((expected): Told => {
      const { at, note, place } = placed(expected);
      return { at, slip: { ...place, kind: 'missed', ...named(note) } };
    }),
    ...pairs.added
      .filter((note) => !isOrnament(passage, pairs, note))
      .map((note): Told => {
        const strike = strikeAt(passage, pairs, stretch, note.onMs);
        return { at: strike.at, slip: { ...passage.placeOf(strike), kind: 'added', played: note.midi } };
      }),
  ];
};

/** The clock: halts, hands apart, keys let go early. */
const timeSlips = (
  passage: Passage,
  struck: readonly Struck[],
  strokes: StrokesOfKeys,
  pairs: Pairs,
): readonly Told[] => {
  return [
    ...haltsOf(passage, struck, pairs.pace).map(({ strike, ms, beats }): Told => {
      return { at: strike.at, slip: { ...passage.placeOf(strike), kind: 'halt', ms, beats } };
    }),
    ...apartOf(struck).map(({ strike, late, ms }): Told => {
      return { at: strike.at, slip: { ...passage.placeOf(strike), kind: 'apart', late, ms } };
    }),
    ...letGoOf(passage, strokes, pairs).map(({ expected, heldMs, writtenMs }): Told => {
      const { note, strike } = passage.notes[expected]!;
      const place = passage.placeOf(passage.strikes[strike]!);
      return {
        at: strike,
        slip: { ...place, kind: 'let-go', ...named(note), heldMs, writtenMs },
      };
    }),
  ];
};

/** What another stretch of the playing makes good is not missing: notes that were left before a new start. */
const madeGood = (all: readonly Pairs[]): readonly Pairs[] => {
  const played = new Set(all.flatMap(({ right, wrong }) => [...right, ...wrong].map(({ expected }) => expected)));
  const told = new Set<number>();
  return all.map((pairs) => ({
    ...pairs,
    missed: pairs.missed.filter((expected) => {
      if (played.has(expected) || told.has(expected)) return false;
      told.add(expected);
      return true;
    }),
  }));
};

/** Going back to what was played before; where the playing begins is no new start. */
const restartOf = (passage: Passage, stretches: readonly Stretch[], at: number): readonly Told[] => {
  const [before, now] = [stretches[at - 1], stretches[at]!];
  if (!before || now.strikes[0] >= before.strikes[1]) return [];
  const reached = passage.placeOf(passage.strikes[before.strikes[1] - 1]!);
  const from = passage.placeOf(passage.strikes[now.strikes[0]]!);
  return [{ at: -1, slip: { ...from, kind: 'restart', reached } }];
};

/** Strikes between the first and the last that no stretch of the playing comes to. */
const leftOut = (passage: Passage, stretches: readonly Stretch[], at: number): readonly Told[] => {
  const next = stretches[at]!.strikes[0];
  const reached = Math.max(...stretches.slice(0, at).map(({ strikes }) => strikes[1]));
  const isMadeGood = stretches.slice(at + 1).some(({ strikes }) => strikes[0] < next);
  if (at === 0 || next <= reached || isMadeGood) return [];
  const [from, until] = [passage.strikes[reached]!, passage.strikes[next]!];
  const slip = {
    ...passage.placeOf(from),
    kind: 'left-out',
    notes: until.from - from.from,
    next: passage.placeOf(until),
  } as const;
  return [{ at: -1, slip }];
};

const inOrderOfMusic = (told: readonly Told[]): readonly Slip[] =>
  [...told].sort((a, b) => a.at - b.at).map(({ slip }) => slip);

/** Strikes that were played, each once. */
const countExpected = (passage: Passage, stretches: readonly Stretch[]): number => {
  const strikes = new Set<number>();
  for (const {
    strikes: [from, until],
  } of stretches)
    for (let at = from; at < until; at += 1) strikes.add(at);
  return [...strikes].reduce((sum, at) => sum + passage.strikes[at]!.until - passage.strikes[at]!.from, 0);
};

/**
 * Holds what was played against the music.
 * @param extent - what was to be played
 * @param sides - by which hands
 */
export const listen = (
  score: Score,
  extent: Extent,
  performance: Performance,
  sides: readonly Side[] = SIDES,
): Hearing => {
  const passage = passageOf(score, extent, sides);
  const played = inStruckOrder(performance);
  const stretches = align(passage, played);
  const all = madeGood(pairsOf(passage, played, stretches));
  const right = new Set(all.flatMap((pairs) => pairs.right.map(({ expected }) => expected))).size;
  const expected = countExpected(passage, stretches);
  if (expected === 0) return NOTHING;
  const struck = all.map((pairs) => struckOf(passage, pairs));
  const strokes = grouped(played, ({ midi }) => midi);
  const slips = stretches.flatMap((stretch, at) => {
    const pairs = all[at]!;
    return inOrderOfMusic([
      ...restartOf(passage, stretches, at),
      ...leftOut(passage, stretches, at),
      ...keySlips(passage, stretch, pairs),
      ...timeSlips(passage, struck[at]!, strokes, pairs),
    ]);
  });
  const tempi = struck.flatMap((own) =>
    tempiOf(passage, own).map(({ strike, quartersPerMinute }) => ({
      ...passage.placeOf(strike),
      quartersPerMinute,
    })),
  );
  const ends = [
    Math.min(...stretches.map(({ strikes }) => strikes[0])),
    Math.max(...stretches.map(({ strikes }) => strikes[1])) - 1,
  ];
  return {
    isLike: right >= LIKE * expected && right >= LIKE * played.length,
    slips,
    tempi,
    tempo: tempi.length > 0 ? median(tempi.map(({ quartersPerMinute }) => quartersPerMinute)) : null,
    expected,
    right,
    from: passage.placeOf(passage.strikes[ends[0]!]!),
    until: passage.placeOf(passage.strikes[ends[1]!]!),
  };
};
