import {
  barAt,
  beatTicks,
  inOrder,
  pedalSpansOf,
  playOrder,
  positionLabel,
  secondsAt,
  SIDES,
  writtenOctaves,
  type Note,
  type PedalSpan,
  type PianoPlan,
  type PlayedBar,
  type Score,
  type Side,
} from '@kettle-step/core';

/** How loud a hand is. */
export const VOICES = ['on', 'soft', 'off'] as const;
export type Voice = (typeof VOICES)[number];

/** A moment of the written piece, and which time it comes. */
export interface PlayedAt {
  /** Ticks from the start of the written piece. */
  readonly ticks: number;
  readonly pass: number;
}

export interface PlayOptions {
  /** These bars as they are written, indices of the first and last; or the piece as it is played from a moment on, repeats taken. */
  readonly extent: 'onwards' | readonly [number, number];
  /** Where to begin. */
  readonly from: PlayedAt;
  /** Where to end, ticks of the written piece; at the end of what is played where it is left out. */
  readonly until?: number | undefined;
  /** Share of the written tempo. */
  readonly tempo: number;
  readonly hands: Readonly<Record<Side, Voice>>;
  readonly countIn: boolean;
  readonly metronome: boolean;
  /** Pauses on each new position. */
  readonly stopAtMoves: boolean;
}

/** Something that is heard, at seconds from the beginning of the sound. */
export type SoundEvent =
  | {
      readonly kind: 'note';
      readonly seconds: number;
      readonly lengthSeconds: number;
      readonly midi: number;
      /** 0 to 1. */
      readonly loudness: number;
    }
  | { readonly kind: 'click'; readonly seconds: number; readonly accent: boolean };

/** A moment of the score that passes by. */
export interface Moment extends PlayedAt {
  readonly seconds: number;
}

export interface Pause extends Moment {
  readonly words: string;
}

/** A beat as it is counted aloud, or its half. */
export interface Count {
  readonly seconds: number;
  /** As it is said: “1”, “and”. */
  readonly words: string;
}

export interface Schedule {
  readonly events: readonly SoundEvent[];
  /** Where notes begin, for the hands that travel with them. */
  readonly moments: readonly Moment[];
  readonly pauses: readonly Pause[];
  /** Beats and their halves, those before the music among them. */
  readonly counts: readonly Count[];
  /** When the music begins, after what is counted in. */
  readonly beginsAt: number;
  /** When the last bar is over. */
  readonly endsAt: number;
}

export const TEMPO_RANGE = [0.2, 1.2] as const;

/** A grace note takes so long before the note it adorns, seconds at the written tempo. */
const GRACE_SECONDS = 0.09;
const LOUDNESS: Readonly<Record<Voice, number>> = { on: 0.8, soft: 0.3, off: 0 };
const beatsIn = (
  score: Score,
  bar: Score['bars'][number],
): readonly { readonly ticks: number; readonly accent: boolean }[] => {
  const beat = beatTicks(score, bar.metre);
  const first = Math.ceil(bar.missingTicks / beat) * beat - bar.missingTicks;
  const count = Math.max(0, Math.ceil((bar.lengthTicks - first) / beat));
  return Array.from({ length: count }, (_, index) => ({
    ticks: bar.onsetTicks + first + index * beat,
    accent: first + index * beat + bar.missingTicks === 0,
  }));
};

/** What is played, bar after bar, as a piece of its own. */
interface Run {
  readonly score: Score;
  readonly order: readonly PlayedBar[];
  /** By how many ticks each bar stands later than in the written piece. */
  readonly later: readonly number[];
}

const orderOf = (score: Score, { extent, from }: PlayOptions): readonly PlayedBar[] => {
  if (extent !== 'onwards') {
    const [first, last] = extent;
    return Array.from({ length: last - first + 1 }, (_, at) => ({ bar: first + at, pass: 1 }));
  }
  const order = playOrder(score.bars);
  const start = barAt(score, from.ticks);
  const at = order.findIndex(({ bar, pass }) => bar === start && pass === from.pass);
  const first = at >= 0 ? at : order.findIndex(({ bar }) => bar === start);
  // A bar that no playing comes to is heard by itself.
  return first >= 0 ? order.slice(first) : [{ bar: start, pass: 1 }];
};

const runOf = (score: Score, options: PlayOptions): Run => {
  const order = orderOf(score, options);
  const run = inOrder(score, order, writtenOctaves(score));
  const later = order.map(({ bar }, at) => run.bars[at]!.onsetTicks - score.bars[bar]!.onsetTicks);
  return { score: run, order, later };
};

/** Beats that are counted before a moment: a full bar, and of the next what goes before the music, as before an upbeat. */
const beatsBefore = (score: Score, bar: Score['bars'][number], from: number): number => {
  const passed = (from - bar.onsetTicks + bar.missingTicks) / beatTicks(score, bar.metre);
  return bar.metre.beats + (passed % bar.metre.beats);
};

/** Where a run ends: with its last bar, or before where the wish says. */
const endOf = ({ bars }: Score, { until }: PlayOptions, later: number): number => {
  const last = bars[bars.length - 1]!;
  return Math.min(last.onsetTicks + last.lengthTicks, until === undefined ? Infinity : until + later);
};

/** A run with its clock. */
interface Stretch extends Run {
  readonly options: PlayOptions;
  /** Ticks of the run. */
  readonly from: number;
  readonly until: number;
  /** Seconds of the sound at a tick of the run. */
  readonly when: (ticks: number) => number;
}

const stretchOf = (run: Run, options: PlayOptions): Stretch & { readonly counts: readonly SoundEvent[] } => {
  const { score, later } = run;
  const first = score.bars[0]!;
  const at = secondsAt(score);
  const from = Math.max(options.from.ticks + later[0]!, first.onsetTicks);
  const beat = beatTicks(score, first.metre);
  const beatSeconds = (at(from + beat) - at(from)) / options.tempo;
  const counted = options.countIn ? beatsBefore(score, first, from) : 0;
  return {
    ...run,
    options,
    from,
    until: endOf(score, options, later[later.length - 1]!),
    when: (ticks) => counted * beatSeconds + (at(ticks) - at(from)) / options.tempo,
    counts: Array.from({ length: Math.ceil(counted) }, (_, index) => ({
      kind: 'click',
      seconds: index * beatSeconds,
      accent: index % first.metre.beats === 0,
    })),
  };
};

const isInside =
  ({ from, until }: Stretch) =>
  (ticks: number): boolean =>
    ticks >= from && ticks < until;

/** Counts of a bar: its beats by number, and the halves between them where a beat is no eighth already. */
const countsOf = (
  score: Score,
  bar: Score['bars'][number],
): readonly { readonly ticks: number; readonly words: string }[] => {
  const beat = beatTicks(score, bar.metre);
  const halves = bar.metre.beatType < 8;
  return beatsIn(score, bar).flatMap(({ ticks }) => {
    const number = 1 + Math.round((ticks - bar.onsetTicks + bar.missingTicks) / beat);
    return [{ ticks, words: String(number) }, ...(halves ? [{ ticks: ticks + beat / 2, words: 'and' }] : [])];
  });
};

/** Everything that is counted, the beats before the music first. */
const countsIn = (stretch: Stretch, before: readonly SoundEvent[]): readonly Count[] => {
  const { score, when } = stretch;
  const { beats } = score.bars[0]!.metre;
  const lead = before.map(({ seconds }, index) => ({ seconds, words: String(1 + (index % beats)) }));
  const own = score.bars
    .flatMap((bar) => countsOf(score, bar))
    .filter(({ ticks }) => isInside(stretch)(ticks))
    .map(({ ticks, words }) => ({ seconds: when(ticks), words }));
  return [...lead, ...own];
};

const clicksIn = (stretch: Stretch): readonly SoundEvent[] => {
  const { score, options, when } = stretch;
  if (!options.metronome) return [];
  return score.bars
    .flatMap((bar) => beatsIn(score, bar))
    .filter(({ ticks }) => isInside(stretch)(ticks))
    .map(({ ticks, accent }) => ({ kind: 'click', seconds: when(ticks), accent }));
};

/** How many grace notes stand before each stroke of a hand. */
const gracesBefore = (notes: readonly Note[]): ((note: Note) => number) => {
  const counts = new Map<string, number>();
  const nameOf = ({ side, onsetTicks }: Note): string => `${side} ${onsetTicks}`;
  for (const note of notes)
    if (note.graceIndex !== null)
      counts.set(nameOf(note), Math.max(counts.get(nameOf(note)) ?? 0, note.graceIndex + 1));
  return (note) => counts.get(nameOf(note)) ?? 0;
};

/** When a note is no longer heard: a pedal that is down as its key comes up lets it ring on. */
const ringsUntil = (spans: readonly PedalSpan[], { onsetTicks, durationTicks }: Note): number => {
  const end = onsetTicks + durationTicks;
  const catching = spans.find(({ downTicks, upTicks }) => end > downTicks && end <= upTicks);
  return catching ? catching.upTicks : end;
};

const soundsOf = (notes: readonly Note[], { score, options, until, when }: Stretch): readonly SoundEvent[] => {
  const graces = gracesBefore(notes);
  const spans = pedalSpansOf(score);
  const grace = GRACE_SECONDS / options.tempo;
  return notes
    .filter(({ side }) => options.hands[side] !== 'off')
    .map((note) => {
      const begins = when(note.onsetTicks);
      const early = note.graceIndex === null ? 0 : (graces(note) - note.graceIndex) * grace;
      const ends = when(Math.min(ringsUntil(spans, note), until));
      return {
        kind: 'note',
        seconds: Math.max(0, begins - early),
        lengthSeconds: note.graceIndex === null ? ends - begins : grace,
        midi: note.midi,
        loudness: LOUDNESS[options.hands[note.side]],
      };
    });
};

const pausesIn = (plan: PianoPlan, { order, later, options, from, until, when }: Stretch): readonly Pause[] => {
  if (!options.stopAtMoves) return [];
  return order.flatMap(({ bar, pass }, at) =>
    SIDES.flatMap((side) => plan.hands[side].positions.filter((position) => position.bar === bar))
      .map((position) => ({ position, ticks: position.onsetTicks + later[at]! }))
      .filter(({ ticks }) => ticks > from && ticks < until)
      .map(({ position, ticks }) => ({
        ticks: position.onsetTicks,
        pass,
        seconds: when(ticks),
        words: `${position.side === 'right' ? 'Right' : 'Left'} hand: ${positionLabel(position)}`,
      })),
  );
};

const inTime = <T extends { readonly seconds: number }>(all: readonly T[]): readonly T[] =>
  [...all].sort((a, b) => a.seconds - b.seconds);

/** Moments at which something begins, as they stand in the written piece. */
const momentsIn = (notes: readonly Note[], { order, later, when }: Stretch): readonly Moment[] => {
  const onsets = new Map(notes.map(({ onsetTicks, bar }) => [onsetTicks, bar]));
  return [...onsets].map(([ticks, at]) => ({
    ticks: ticks - later[at]!,
    pass: order[at]!.pass,
    seconds: when(ticks),
  }));
};

/** When a moment is heard, seconds; 0 where it is not among what is played. */
export const secondsOf = ({ moments }: Schedule, moment: PlayedAt | undefined): number =>
  moments.find(({ ticks, pass }) => ticks === moment?.ticks && pass === moment.pass)?.seconds ?? 0;

/** All that is heard and passed when a piece is played, by the clock of the sound. */
export const scheduleOf = (score: Score, plan: PianoPlan, options: PlayOptions): Schedule => {
  const stretch = stretchOf(runOf(score, options), options);
  const { from, until, when, counts } = stretch;
  const played = stretch.score.notes.filter(({ onsetTicks }) => isInside(stretch)(onsetTicks));
  return {
    events: inTime([...counts, ...clicksIn(stretch), ...soundsOf(played, stretch)]),
    moments: momentsIn(played, stretch),
    pauses: inTime(pausesIn(plan, stretch)),
    counts: countsIn(stretch, counts),
    beginsAt: when(from),
    endsAt: when(until),
  };
};
