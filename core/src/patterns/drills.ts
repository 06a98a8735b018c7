import { SIDES, type Finger, type Side } from '../hand/hand';
import { layBars, noteOf } from '../score/build';
import { inTimeOrder, type Articulation, type Key, type Note, type Score } from '../score/score';
import type { FingeredPattern } from './fingered';
import { crossingBetween, playedBy, wayOut, type Crossing, type Played } from './learned';
import { noteIdAt, spokenName } from './pattern';

/** A short exercise for the pattern at hand, with the pattern's own fingers. */
export interface Drill {
  readonly id: string;
  readonly title: string;
  /** How it is practised, in a sentence or two. */
  readonly how: string;
  readonly score: Score;
  readonly fingers: ReadonlyMap<string, Finger>;
}

/** Divides into triplets and sixteenths. */
const TICKS = 12;
const BAR = 4 * TICKS;
const FOUR = { beats: 4, beatType: 4 };

/** Notes struck together for a while. */
interface Struck {
  readonly notes: readonly Pick<Played, 'pitch' | 'finger'>[];
  readonly ticks: number;
  readonly articulation?: Articulation;
  readonly fermata?: boolean;
  readonly isTriplet?: boolean;
}

/** Bars of each hand; a bar that is not full ends in silence. */
type Bars = Partial<Record<Side, readonly (readonly Struck[])[]>>;

const TRIPLET = { actual: 3, normal: 2 };

const written = (side: Side, bars: readonly (readonly Struck[])[]): { note: Note; finger: Finger }[] => {
  let stroke = -1;
  return bars.flatMap((struck, bar) => {
    let at = bar * BAR;
    return struck.flatMap(({ notes, ticks, articulation, fermata = false, isTriplet = false }) => {
      stroke += 1;
      const onsetTicks = at;
      at += ticks;
      return notes.map(({ pitch, finger }, index) => ({
        finger,
        note: noteOf({
          id: noteIdAt(side, stroke, index),
          side,
          pitch,
          bar,
          onsetTicks,
          durationTicks: ticks,
          articulations: articulation ? [articulation] : [],
          fermata,
          tuplet: isTriplet ? TRIPLET : null,
        }),
      }));
    });
  });
};

const drill = (id: string, title: string, how: string, bars: Bars, key: Key): Drill => {
  const all = SIDES.flatMap((side) => written(side, bars[side] ?? []));
  const count = Math.max(...SIDES.map((side) => bars[side]?.length ?? 0));
  return {
    id,
    title,
    how,
    fingers: new Map(all.map(({ note, finger }) => [note.id, finger])),
    score: {
      title,
      composer: '',
      ticksPerQuarter: TICKS,
      bars: layBars(
        Array.from({ length: count }, () => ({ metre: FOUR, key })),
        TICKS,
      ),
      notes: all.map(({ note }) => note).sort(inTimeOrder),
      slurs: [],
      marks: [],
      issues: [],
    },
  };
};

const HAND: Readonly<Record<Side, string>> = { right: 'right hand', left: 'left hand' };
const fingerWords = (finger: Finger): string => (finger === 1 ? 'the thumb' : `${finger}`);

const quarter = (played: Played): Struck => ({ notes: [played], ticks: TICKS });
const held = (played: Played, ticks: number): Struck => ({ notes: [played], ticks, fermata: true });

/** Up to two notes before, then the one that is stopped on: one bar. */
const stopOn = (lead: readonly Played[], last: Played): readonly Struck[] => [
  ...lead.map(quarter),
  held(last, BAR - lead.length * TICKS),
];

/** A crossing with its neighbours, where the line comes to it and goes on the same way. */
interface Passage {
  readonly crossing: Crossing;
  readonly before: Played | undefined;
  readonly from: Played;
  readonly to: Played;
  readonly after: Played | undefined;
}

const passages = (played: readonly Played[], side: Side): readonly Passage[] =>
  played.flatMap((to, at) => {
    const from = played[at - 1];
    const crossing = from && crossingBetween(from, to, side);
    if (!from || !crossing) return [];
    const step = to.stroke.rung - from.stroke.rung;
    const inLine = (one: Played | undefined, rung: number): Played | undefined =>
      one?.stroke.rung === rung ? one : undefined;
    const before = inLine(played[at - 2], from.stroke.rung - step);
    const after = inLine(played[at + 1], to.stroke.rung + step);
    return [{ crossing, before, from, to, after }];
  });

/** On the note before, on the passing note, on the note after. */
const threeStops = ({ before, from, to, after }: Passage): readonly (readonly Struck[])[] => {
  const lead = before ? [before] : [];
  return [stopOn(lead, from), stopOn([...lead, from], to), ...(after ? [stopOn([...lead, from, to], after)] : [])];
};

const nameOf = ({ crossing: { kind, way }, from, to }: Passage): string =>
  `${kind} ${way} ${spokenName(from.pitch)} ${spokenName(to.pitch)}`;

/** The same crossing comes in every octave: one is practised, best one that comes in the middle of the line. */
const distinctPassages = (all: readonly Passage[]): readonly Passage[] => {
  const isWhole = ({ before, after }: Passage): boolean => before !== undefined && after !== undefined;
  const byName = new Map<string, Passage>();
  for (const one of all) {
    const known = byName.get(nameOf(one));
    if (!known || (!isWhole(known) && isWhole(one))) byName.set(nameOf(one), one);
  }
  return [...byName.values()];
};

const crossingDrill = (passage: Passage, id: string, side: Side, key: Key): Drill => {
  const { crossing, from, to, after } = passage;
  const [left, reached] = [spokenName(from.pitch), spokenName(to.pitch)];
  const ready = after ? ` with ${fingerWords(after.finger)} ready over ${spokenName(after.pitch)}` : '';
  const onward = after ? `; stop on ${spokenName(after.pitch)}` : '';
  const what =
    crossing.kind === 'thumb-under'
      ? `thumb under ${from.finger}, ${left} to ${reached}`
      : `${to.finger} over the thumb, ${left} to ${reached}`;
  return drill(
    id,
    `Three stops, ${HAND[side]}: ${what} (${crossing.way})`,
    `Stop on ${left} with ${fingerWords(to.finger)} already over ${reached}; stop on ${reached}${ready}${onward}.`,
    { [side]: threeStops(passage) },
    key,
  );
};

const crossingDrills = (played: readonly Played[], side: Side, key: Key): readonly Drill[] =>
  distinctPassages(passages(played, side)).map((passage, at) =>
    crossingDrill(passage, `crossing-${side}-${at + 1}`, side, key),
  );

/** The notes of each position on the way out: a crossing begins the next. */
const positions = (out: readonly Played[], side: Side): Played[][] => {
  const groups: Played[][] = [];
  out.forEach((one, at) => {
    const before = out[at - 1];
    if (!before || crossingBetween(before, one, side)) groups.push([one]);
    else groups[groups.length - 1]!.push(one);
  });
  return groups;
};

const lowestFirst = (group: readonly Played[]): Played[] => [...group].sort((a, b) => a.stroke.rung - b.stroke.rung);

const blockDrill = (groups: readonly Played[][], side: Side, key: Key): Drill =>
  drill(
    `blocks-${side}`,
    `Blocks, ${HAND[side]}`,
    'All notes of a position at once, as a chord; lift, and have the next block in the hand before it is played.',
    { [side]: groups.map((group) => [{ notes: lowestFirst(group), ticks: BAR }]) },
    key,
  );

const stopDrill = (groups: readonly Played[][], side: Side, key: Key): Drill =>
  drill(
    `positions-${side}`,
    `Stop at each position, ${HAND[side]}`,
    'Play to the end of each position, stop there and name it; begin the next only when the hand lies over it.',
    {
      [side]: groups.map((group) => {
        const lead = group.slice(0, -1);
        const eighth = TICKS / 2;
        return [
          ...lead.map((one) => ({ notes: [one], ticks: eighth })),
          held(group[group.length - 1]!, BAR - lead.length * eighth),
        ];
      }),
    },
    key,
  );

/** Lengths and accents of a figure that goes on and on; it fills whole beats. */
interface Figure {
  readonly id: string;
  readonly title: string;
  readonly how: string;
  readonly strokes: readonly Omit<Struck, 'notes'>[];
}

const plain = (count: number, ticks: number, more: Partial<Struck> = {}): Omit<Struck, 'notes'>[] =>
  Array.from({ length: count }, (_, at) => ({
    ticks,
    ...more,
    ...(at === 0 ? { articulation: 'accent' as const } : {}),
  }));

const FIGURES: readonly Figure[] = [
  {
    id: 'long-short',
    title: 'Dotted: long, short',
    how: 'Rest on the long note and think the next two; the short one leads at once to the next.',
    strokes: [{ ticks: 9 }, { ticks: 3 }],
  },
  {
    id: 'short-long',
    title: 'Dotted: short, long',
    how: 'The other notes become the long ones now. Each pair is one quick gesture.',
    strokes: [{ ticks: 3 }, { ticks: 9 }],
  },
  {
    id: 'threes',
    title: 'Groups of three',
    how: 'Lean on the first of each three; the accent falls on another finger each time.',
    strokes: plain(3, 4, { isTriplet: true }),
  },
  {
    id: 'fours',
    title: 'Groups of four',
    how: 'Lean on the first of each four.',
    strokes: plain(4, 3),
  },
  {
    id: 'detached',
    title: 'Detached',
    how: 'Every note short and free: each finger begins from the key, the hand goes on in time.',
    strokes: [{ ticks: 6, articulation: 'staccato' }],
  },
];

/** Lays the notes of a line into a figure, bar by bar; a last note on a beat rings to the end of its bar. */
const inFigure = (played: readonly Played[], { strokes }: Figure): Struck[][] => {
  const bars: Struck[][] = [];
  let filled = BAR;
  played.forEach((one, at) => {
    if (filled >= BAR) {
      bars.push([]);
      filled = 0;
    }
    const stroke = strokes[at % strokes.length]!;
    const rings = at === played.length - 1 && filled % TICKS === 0;
    bars[bars.length - 1]!.push(rings ? { notes: [one], ticks: BAR - filled } : { ...stroke, notes: [one] });
    filled += stroke.ticks;
  });
  return bars;
};

/**
 * The exercises that belong to a pattern of single notes: three stops at each crossing, blocks, a stop at each position, rhythms
 * and groups, and detached. Common practice, no source. None where chords are played.
 */
export const drillsOf = (fingered: FingeredPattern): readonly Drill[] => {
  const { wish, ladder } = fingered.pattern;
  const lines = wish.sides.map((side) => ({ side, played: playedBy(fingered, side) }));
  if (lines.some(({ played }) => played === undefined)) return [];
  const hands = lines.map(({ side, played }) => ({ side, played: played ?? [] }));
  const ofHands = hands.flatMap(({ side, played }) => {
    const groups = positions(wayOut(played), side);
    return [
      ...crossingDrills(played, side, ladder.key),
      ...(groups.length > 1 ? [blockDrill(groups, side, ladder.key), stopDrill(groups, side, ladder.key)] : []),
    ];
  });
  const inRhythm = FIGURES.map((figure) => {
    const bars: Bars = Object.fromEntries(hands.map(({ side, played }) => [side, inFigure(played, figure)]));
    return drill(figure.id, figure.title, figure.how, bars, ladder.key);
  });
  return [...ofHands, ...inRhythm];
};
