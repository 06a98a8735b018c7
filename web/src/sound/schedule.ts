import {
  beatTicks,
  positionLabel,
  secondsAt,
  SIDES,
  type Note,
  type PianoPlan,
  type Score,
  type Side,
} from '@kettle-step/core';

/** How loud a hand is. */
export const VOICES = ['on', 'soft', 'off'] as const;
export type Voice = (typeof VOICES)[number];

export interface PlayOptions {
  /** First and last bar, indices into `Score.bars`. */
  readonly bars: readonly [number, number];
  /** Where in the first bar to begin, ticks from the start of the piece. */
  readonly fromTicks: number;
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
export interface Moment {
  readonly seconds: number;
  readonly ticks: number;
}

export interface Pause extends Moment {
  readonly words: string;
}

export interface Schedule {
  readonly events: readonly SoundEvent[];
  /** Where notes begin, for the hands that travel with them. */
  readonly moments: readonly Moment[];
  readonly pauses: readonly Pause[];
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

/** A stretch of the piece with its clock. */
interface Stretch {
  readonly score: Score;
  readonly options: PlayOptions;
  /** Ticks from the start of the piece. */
  readonly from: number;
  readonly until: number;
  /** Seconds of the sound at a tick. */
  readonly when: (ticks: number) => number;
}

const stretchOf = (score: Score, options: PlayOptions): Stretch & { readonly counts: readonly SoundEvent[] } => {
  const [first, last] = options.bars.map((bar) => score.bars[bar]!) as [Score['bars'][number], Score['bars'][number]];
  const at = secondsAt(score);
  const from = Math.max(options.fromTicks, first.onsetTicks);
  const beat = beatTicks(score, first.metre);
  const beatSeconds = (at(from + beat) - at(from)) / options.tempo;
  const counted = options.countIn ? first.metre.beats : 0;
  return {
    score,
    options,
    from,
    until: last.onsetTicks + last.lengthTicks,
    when: (ticks) => counted * beatSeconds + (at(ticks) - at(from)) / options.tempo,
    counts: Array.from({ length: counted }, (_, index) => ({
      kind: 'click',
      seconds: index * beatSeconds,
      accent: index === 0,
    })),
  };
};

const isInside =
  ({ from, until }: Stretch) =>
  (ticks: number): boolean =>
    ticks >= from && ticks < until;

const clicksIn = (stretch: Stretch): readonly SoundEvent[] => {
  const { score, options, when } = stretch;
  if (!options.metronome) return [];
  return score.bars
    .slice(options.bars[0], options.bars[1] + 1)
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

const soundsOf = (notes: readonly Note[], { options, until, when }: Stretch): readonly SoundEvent[] => {
  const graces = gracesBefore(notes);
  const grace = GRACE_SECONDS / options.tempo;
  return notes
    .filter(({ side }) => options.hands[side] !== 'off')
    .map((note) => {
      const begins = when(note.onsetTicks);
      const early = note.graceIndex === null ? 0 : (graces(note) - note.graceIndex) * grace;
      const ends = when(Math.min(note.onsetTicks + note.durationTicks, until));
      return {
        kind: 'note',
        seconds: Math.max(0, begins - early),
        lengthSeconds: note.graceIndex === null ? ends - begins : grace,
        midi: note.midi,
        loudness: LOUDNESS[options.hands[note.side]],
      };
    });
};

const pausesIn = (plan: PianoPlan, { options, from, until, when }: Stretch): readonly Pause[] => {
  if (!options.stopAtMoves) return [];
  return SIDES.flatMap((side) =>
    plan.hands[side].positions
      .filter(({ onsetTicks }) => onsetTicks > from && onsetTicks < until)
      .map((position) => ({
        ticks: position.onsetTicks,
        seconds: when(position.onsetTicks),
        words: `${side === 'right' ? 'Right' : 'Left'} hand: ${positionLabel(position)}`,
      })),
  );
};

const inTime = <T extends { readonly seconds: number }>(all: readonly T[]): readonly T[] =>
  [...all].sort((a, b) => a.seconds - b.seconds);

/** All that is heard and passed when some bars are played, by the clock of the sound. Repeats are not unfolded. */
export const scheduleOf = (score: Score, plan: PianoPlan, options: PlayOptions): Schedule => {
  const stretch = stretchOf(score, options);
  const { from, until, when, counts } = stretch;
  const played = score.notes.filter(({ onsetTicks }) => isInside(stretch)(onsetTicks));
  const moments = [...new Set(played.map(({ onsetTicks }) => onsetTicks))];
  return {
    events: inTime([...counts, ...clicksIn(stretch), ...soundsOf(played, stretch)]),
    moments: moments.map((ticks) => ({ ticks, seconds: when(ticks) })),
    pauses: inTime(pausesIn(plan, stretch)),
    beginsAt: when(from),
    endsAt: when(until),
  };
};
